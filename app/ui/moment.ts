const shortForm = new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' })

/** A moment as people on the floor read it, in the time of this device: `19 Nov 2026, 03:55`. */
export const moment = (at: string): string => shortForm.format(new Date(at))
