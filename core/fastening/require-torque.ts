import { DomainError } from '../domain-error'

/**
 * Refuses what is no torque.
 *
 * @param code of the refusal, where callers know another one
 * @throws DomainError `torque.value`
 * @example requireTorque(torqueNm)
 */
export function requireTorque(torqueNm: number, code = 'torque.value'): void {
  if (!(torqueNm > 0 && Number.isFinite(torqueNm))) throw new DomainError(code, 'A torque is a number of newton metres greater than zero.')
}
