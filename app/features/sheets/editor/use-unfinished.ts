import { computed, shallowRef } from 'vue'
import { fieldWord, isWhole, type Edit, type Place } from '#core'

/** The draft as a form needs it. */
export interface Desk {
  /** Makes edits; false where they cannot be. */
  act: (edits: readonly Edit[]) => boolean
  /** Says what is being typed. */
  type: (edits: readonly Edit[]) => void
}
type Said = Place & Pick<Edit, 'before' | 'after'> & { field: string }

/**
 * What somebody is still writing: a field that lacks a part, or that the sheet cannot have so, stays in the form and is kept when it can.
 */
export function useUnfinished({ act, type }: Desk) {
  const fields = shallowRef<Readonly<Record<string, unknown>>>({})
  const words = computed(() => Object.keys(fields.value).map(fieldWord).join(', '))
  function say({ list, key, field, before, after }: Said) {
    const { [field]: _was, ...others } = fields.value
    const isKept = isAsBefore({ before, after })
      || ((after === undefined || isWhole(list, field, after)) && act([{ list, key, field, before, after }]))
    fields.value = isKept ? others : { ...others, [field]: after }
    type([])
  }
  function forget() {
    fields.value = {}
    type([])
  }
  return { fields, words, say, forget, type: (said: Said) => type(isAsBefore(said) ? [] : [said]) }
}

const isAsBefore = ({ before, after }: Pick<Edit, 'before' | 'after'>) => JSON.stringify(after) === JSON.stringify(before)
