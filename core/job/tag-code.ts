/** What a label carries in its QR code: short, so that it is read through oil, and unlike anything else a scanner types. */
export const tagCode = (jobNumber: number, tag: string): string => `N${jobNumber}/${tag}`

/**
 * What was typed or scanned, as a tag: the whole code of a label, or the bare tag of a bag of this job.
 *
 * @returns null for anything else; `jobNumber` is null for a bare tag
 * @example readTagCode('N214/B-07') // { jobNumber: 214, tag: 'B-07' }
 */
export function readTagCode(text: string): { jobNumber: number | null, tag: string } | null {
  const [, job, tag] = /^(?:N(\d+)\/)?([A-Z]{1,3}-\d{1,4})$/.exec(text.trim().toUpperCase()) ?? []
  return tag ? { jobNumber: job ? Number(job) : null, tag } : null
}
