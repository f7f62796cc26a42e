import { placeOfPointer, type Checked, type Finding, type Place } from '#core'

/** Something that the checker says: a fault, or a finding. */
export interface Said { place: Place, text: string, finding?: Finding }

/** All that the checker says, what makes a sheet no sheet first. */
export const allSaid = (checked: Checked | null): Said[] => checked
  ? [
      ...checked.faults.map(({ place, reason }) => ({ place: placeOfPointer(place), text: reason })),
      ...checked.findings.map(finding => ({ place: finding, text: finding.sentence, finding })),
    ]
  : []

export const isAt = (place: Place, list: Place['list'], key: string): boolean => place.list === list && place.key === key

/** What is said of one thing of a sheet. */
export const findingsAt = (findings: readonly Finding[], list: Place['list'], key: string): Finding[] =>
  findings.filter(finding => isAt(finding, list, key))
