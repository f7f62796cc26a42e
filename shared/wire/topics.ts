import Joi from 'joi'
import { id } from './id'

/** What a live channel can be asked about: a job, a machine, the list of all machines, an instrument of the shop. */
export const jobTopic = (job: string) => `job:${job}` as const
export const unitTopic = (tag: string) => `unit:${tag}` as const
export const YARD_TOPIC = 'yard'
export const instrumentTopic = (tag: string) => `instrument:${tag}` as const

export type Topic = ReturnType<typeof jobTopic> | ReturnType<typeof unitTopic> | ReturnType<typeof instrumentTopic> | typeof YARD_TOPIC

/** Topics of one connection: what a screen shows at once. */
const MOST_TOPICS = 8
const MOST_TAG = 60

const topic = Joi.string().custom((text: string, helpers) => {
  const [kind, ...rest] = text.split(':')
  const of = rest.join(':')
  const isOne
    = text === YARD_TOPIC
      || (kind === 'job' && !id('the number of a job').validate(of).error)
      || ((kind === 'unit' || kind === 'instrument') && of.length > 0 && of.length <= MOST_TAG)
  return isOne ? text : helpers.error('any.invalid')
})

/** What a page asks of its live channel: these topics from now on, no others. */
export const watchSchema = Joi.object<{ watch: Topic[] }>({ watch: Joi.array().items(topic).max(MOST_TOPICS).unique().required() })

/** A topic taken apart; `of` is empty for the yard. */
export function topicOf(text: Topic): { kind: 'job' | 'unit' | 'instrument' | 'yard', of: string } {
  const at = text.indexOf(':')
  return at < 0 ? { kind: 'yard', of: '' } : { kind: text.slice(0, at) as 'job' | 'unit' | 'instrument', of: text.slice(at + 1) }
}
