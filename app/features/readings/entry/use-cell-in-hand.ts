import { onBeforeUnmount, watch, type Ref } from 'vue'
import { anglesOf, placeOf } from '#core'
import { useBench } from '../../../job/use-bench'
import { useDockStore, type TakeTarget } from '../../../net/dock-store'
import type { ReadingEntry } from './use-reading-entry'

/** The cell that has the focus is where an instrument's value goes; the next cell follows. A run-out takes a whole turn at once. */
export function useCellInHand({ asked, position, editing, typed, conditions }: ReadingEntry, grid: Ref<HTMLElement | undefined>) {
  const bench = useBench()
  const dock = useDockStore()
  let goal: TakeTarget | null = null

  const letGo = () => dock.drop(goal)
  /** The cell after so many; behind the last one nothing is in hand, and a foot switch writes down. */
  const goOn = (after: number) => {
    const next = grid.value?.querySelectorAll('input')[after]
    if (next) next.focus()
    else letGo()
  }
  const measuredWith = (tag: string) => { if (tag) conditions.tag.value = tag }

  watch(editing, (isEditing) => { if (!isEditing) letGo() })
  onBeforeUnmount(letGo)

  return (station: number, plane: number, input: HTMLInputElement): void => {
    input.select()
    const { key, name, quantity, method, planes } = position.value
    const anglesDeg = anglesOf(position.value)
    goal = {
      label: `${name}, ${placeOf(position.value, station, plane)}`, quantity,
      take(text, tag) {
        typed[station]![plane] = text
        measuredWith(tag)
        goOn(station * planes.length + plane + 1)
      },
      ...method === 'run-out' && anglesDeg.every(Number.isFinite)
        ? { turn: { anglesDeg, take(texts: readonly string[], tag: string) {
            typed[station]!.splice(0, planes.length, ...texts)
            measuredWith(tag)
            goOn((station + 1) * planes.length)
          } } }
        : {},
      ...bench.job.isPractice
        ? {}
        : { hand: { deed: 'place', job: bench.job.meta.id, position: key, stage: asked().stage, station, plane } },
    }
    dock.aim(goal)
  }
}
