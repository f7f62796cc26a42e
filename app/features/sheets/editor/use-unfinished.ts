import { computed, shallowRef } from 'vue'
import { fieldWord, isWhole, type Edit, type Place } from '#core'

/**
 * What somebody is still writing: a field that lacks a part, or that the sheet cannot have so, stays in the form and is kept when it can.
 *
 * @param act makes edits in the draft; false where they cannot be
 */
export function useUnfinished(act: (edits: readonly Edit[]) => boolean) {
  const fields = shallowRef<Readonly<Record<string, unknown>>>({})
  const words = computed(() => Object.keys(fields.value).map(fieldWord).join(', '))
  function say({ list, key, field, before, after }: Place & Pick<Edit, 'before' | 'after'> & { field: string }) {
    const { [field]: _was, ...others } = fields.value
    const isAsBefore = JSON.stringify(after) === JSON.stringify(before)
    const isKept = isAsBefore || ((after === undefined || isWhole(list, field, after)) && act([{ list, key, field, before, after }]))
    fields.value = isKept ? others : { ...others, [field]: after }
  }
  return { fields, words, say, forget: () => { fields.value = {} } }
}
