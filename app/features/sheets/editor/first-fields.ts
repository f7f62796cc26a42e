import type { ListName } from '#core'

/** What most things of a list say, beside what they must: shown empty, so that it is asked for. */
export const FIRST_FIELDS: Partial<Record<ListName, readonly string[]>> = {
  parts: ['item', 'name', 'count', 'kind', 'massKg', 'material', 'neverAgain', 'holdsPressure', 'on', 'handling', 'attachments'],
  positions: ['name', 'part', 'limits', 'reuse'],
  joints: ['layout', 'pattern', 'propertyClass', 'lubricant'],
  fits: ['class'],
  marks: ['angleDeg'],
  steps: [
    'title', 'short', 'done', 'why', 'cautions', 'removes', 'refits', 'reads', 'tightens', 'makes', 'checks', 'tools', 'lubricant', 'orientation', 'hold',
    'after', 'minutes', 'attachments',
  ],
}

/** Keys are made, drawings have a table of their own. */
export const NOT_BY_HAND: ReadonlySet<string> = new Set(['key', 'outlines'])
