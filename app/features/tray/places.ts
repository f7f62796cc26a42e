import type { PartLine } from '#core'

/** The places outside the machine where pieces of a part lie now, by the name people use. */
export function placesOf({ loose, bagged, washing, outside, scrapped }: PartLine): { key: string, name: string, count: number }[] {
  return [
    { key: 'loose', name: 'loose on the bench', count: loose },
    ...bagged.map(({ tag, count }) => ({ key: tag, name: `in ${tag}`, count })),
    { key: 'washing', name: 'in the wash', count: washing },
    { key: 'outside', name: 'at a shop outside', count: outside },
    { key: 'scrapped', name: 'written off', count: scrapped },
  ].filter(place => place.count > 0)
}
