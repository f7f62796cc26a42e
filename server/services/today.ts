/** The day by the clock of the server, `2027-03-12`. */
export const today = (): string => new Date().toISOString().slice(0, 10)
