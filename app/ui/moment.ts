const shortForm = new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' })

const dayForm = new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', year: 'numeric' })

/** A moment as people on the floor read it, in the time of this device: `19 Nov 2026, 03:55`. */
export const moment = (at: string): string => shortForm.format(new Date(at))

/** A day of the calendar: `12 Mar 2027` for `2027-03-12`. */
export const dayOf = (day: string): string => dayForm.format(new Date(`${day}T12:00:00`))
