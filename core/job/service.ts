import { formatQuantity } from '../units'
import { envelopeOf, type Envelope } from '../sheet'
import { refuse } from './refusal'
import type { Stamp } from './stamp'
import { intoRegister, STANDS_ALONE, type Subject } from './subject'

export interface ServiceEvents {
  /** What the unit is to do from now on, against the envelope of its sheet; with a reason somebody stands for what does not agree. */
  'service-stated': { envelope: string, value: number, reason?: string }
}

export interface ServiceState {
  service: Record<string, Stamp & { envelope: string, value: number, reason?: string }>
}

export interface ServiceDuty { kind: 'service', envelope: string }

/**
 * What a duty asks of the machine and the machine is not; null when both agree.
 *
 * @param value the duty in the SI base of the envelope
 * @example disagreement(envelope, 11_000) // '11000 N·m lies above 9000 N·m: …'
 */
export function disagreement({ limit, quantity, upTo, above, built, why }: Envelope, value: number): string | null {
  const wanted = value > limit ? above : upTo
  if (built === undefined || built === wanted) return null
  const say = (amount: number) => formatQuantity(amount, quantity, { decimals: 0 })
  return `${say(value)} lies ${value > limit ? 'above' : 'not above'} ${say(limit)}, and the machine is built for the other side of it. ${why}`
}

/** Duty and machine, asked when the job comes to its close. */
export const service: Subject<ServiceEvents, ServiceState, ServiceDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ service: {} }),
  events: {
    'service-stated': {
      name: 'Duty stated',
      right: 'job:work',
      ...intoRegister('service', 'envelope'),
      guard: ({ sheet }, { envelope: key, value }) => {
        const envelope = envelopeOf(sheet, key)
        return Number.isFinite(value) && value >= 0 ? null : refuse('service.value', `${envelope.name} is a value of zero or more.`)
      },
    },
  },
  duties: {
    service: {
      turn: 'decide',
      of: (sheet, state, { stage, limb }) => stage === 'close' && limb === 'on'
        ? (sheet.envelopes ?? []).map(({ key }) => ({ duty: { kind: 'service', envelope: key }, met: Object.hasOwn(state.service, key) }))
        : [],
      say: ({ envelope }, sheet) => `say the ${envelopeOf(sheet, envelope).name.toLowerCase()}`,
    },
  },
  blockers: (sheet, state) => (sheet.envelopes ?? []).flatMap((envelope) => {
    const stated = state.service[envelope.key]
    const problem = stated && !stated.reason ? disagreement(envelope, stated.value) : null
    return problem ? [{ code: 'service-against', message: `${envelope.name}: ${problem}` }] : []
  }),
}
