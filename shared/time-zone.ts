/** True for a time zone that the IANA names and this machine knows, and not just an offset. */
export function isTimeZone(name: string): boolean {
  if (!/^[A-Za-z]/.test(name)) return false
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

/** Its day then, in a time zone: `2027-03-12`; without one in that of this machine. */
export const dayIn = (at: Date, timeZone?: string): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(at)

/** A moment by the clock of a time zone, as papers and tables have it: `2027-03-12 07:40`. */
export const momentIn = (at: Date, timeZone?: string): string =>
  `${dayIn(at, timeZone)} ${new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(at)}`
