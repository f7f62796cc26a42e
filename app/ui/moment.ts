import { computed, onScopeDispose, shallowRef } from 'vue'
import { dayIn } from '#shared/time-zone'

/* Moments and days as people on the floor read them: in the time of the site whose machine is shown, else in that of this device. */

const zones = shallowRef<readonly { of: () => string | undefined }[]>([])
const zone = computed(() => zones.value.at(-1)?.of())

/** As long as the component is shown, times are those of this zone; undefined is the device's own. */
export function useZone(of: () => string | undefined): void {
  const mine = { of }
  zones.value = [...zones.value, mine]
  onScopeDispose(() => { zones.value = zones.value.filter(one => one !== mine) })
}

const form = (more: Intl.DateTimeFormatOptions) => computed(() =>
  new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', year: 'numeric', timeZone: zone.value, ...more }))
const shortForm = form({ hour: '2-digit', minute: '2-digit' })
const dayForm = new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', year: 'numeric' })

/** A moment: `19 Nov 2026, 03:55`. */
export const moment = (at: string): string => shortForm.value.format(new Date(at))

/** A day of the calendar: `12 Mar 2027` for `2027-03-12`. */
export const dayOf = (day: string): string => dayForm.format(new Date(`${day}T12:00:00`))

/** The day of a moment: `2027-03-12`. */
export const dayOfMoment = (at: string | Date): string => dayIn(new Date(at), zone.value)

/** The clock by which times are shown, where it is another than that of this device: `Pacific/Auckland`. */
export const otherZone = (): string | null => {
  const own = new Intl.DateTimeFormat().resolvedOptions().timeZone
  return zone.value && zone.value !== own ? zone.value : null
}
