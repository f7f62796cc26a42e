/** What a live channel can be asked about: a job, a machine, the list of all machines, an instrument of the shop. */
export const jobTopic = (job: string) => `job:${job}` as const
export const unitTopic = (tag: string) => `unit:${tag}` as const
export const YARD_TOPIC = 'yard'
export const instrumentTopic = (tag: string) => `instrument:${tag}` as const

export type Topic = ReturnType<typeof jobTopic> | ReturnType<typeof unitTopic> | ReturnType<typeof instrumentTopic> | typeof YARD_TOPIC

/** A topic taken apart; `of` is empty for the yard. */
export function topicOf(text: Topic): { kind: 'job' | 'unit' | 'instrument' | 'yard', of: string } {
  const at = text.indexOf(':')
  return at < 0 ? { kind: 'yard', of: '' } : { kind: text.slice(0, at) as 'job' | 'unit' | 'instrument', of: text.slice(at + 1) }
}
