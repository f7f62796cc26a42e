import { onScopeDispose, shallowRef, watch } from 'vue'
import type { Checked, Fix, Place, Proposal } from '#core'
import { useCatalogueStore } from '../../../net/catalogue-store'
import { askWorker } from '../../../workers/ask-worker'
import { useDraft } from './use-draft'

/** So long nothing was written; what is still typed is no state to mend. */
const RESTS_MS = 600

/**
 * What would end what the checker says; each is tried out, so they come when the pen rests.
 *
 * @param wanted whether anybody sees them
 * @param of only of this thing; of all where it says none
 * @returns the fix of what is said at a place; undefined where there is none, or not yet
 */
export function useFixes(wanted: () => boolean, of: () => Pick<Place, 'list' | 'key'> | undefined = () => undefined) {
  const { checked, typed, sheet } = useDraft()
  const catalogue = useCatalogueStore()
  const fixes = shallowRef<readonly Fix[]>([])
  let waiting: ReturnType<typeof setTimeout> | undefined
  async function find(said: Checked) {
    const asked = of()?.key
    const found = await askWorker('fixes', { sheet: sheet(), checked: said, shop: catalogue.shop, of: of() }).catch(() => [])
    // What was said of an older state, or of what is closed by now, is nothing to act on.
    if (said === checked.value && asked === of()?.key && wanted() && typed.value.length === 0) fixes.value = found
  }
  watch([wanted, checked, () => of()?.key, typed], ([isWanted, said, _key, writing]) => {
    clearTimeout(waiting)
    fixes.value = []
    if (isWanted && said && writing.length === 0) waiting = setTimeout(() => void find(said), RESTS_MS)
  }, { immediate: true })
  onScopeDispose(() => clearTimeout(waiting))
  return ({ list, key }: Pick<Place, 'list' | 'key'>, text: string): Proposal | undefined =>
    fixes.value.find(one => one.list === list && one.key === key && one.said === text)?.fix
}
