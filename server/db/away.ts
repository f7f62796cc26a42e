/* What PostgreSQL and its driver say when there is no answer to be had. */

/** It is not there, or going down or coming up. */
const AWAY = /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOTFOUND|EAI_AGAIN|ETIMEDOUT|CONNECTION_CLOSED|08\w{3}|57P\w{2}|53\w{3})$/
/** It is there, and has given up or left unanswered what was asked. */
const LATE = /^(DATABASE_LATE|57014|25P03)$/

const codeOf = (thrown: unknown): string => {
  const { code } = ((thrown as { cause?: unknown }).cause ?? thrown) as { code?: unknown }
  return typeof code === 'string' ? code : ''
}

/** True when the database has not answered in time: what was asked may have been done, or not. */
export const isDatabaseLate = (thrown: unknown): boolean => LATE.test(codeOf(thrown))

/** True for whatever the driver throws when the database is away, or does not answer in time. */
export const isDatabaseAway = (thrown: unknown): boolean => AWAY.test(codeOf(thrown)) || isDatabaseLate(thrown)
