import { capital } from './capital'

/** What a field of a sheet is called where its own name, taken apart, would not do. */
const WORDS: Readonly<Record<string, string>> = {
  after: 'Waits for', aim: 'Aim', allIn: 'When all is in', at: 'Where each is', atMm: 'Stations along the axis', attachments: 'Pictures and papers', audited: 'Answers to the checker',
  backTo: 'Goes back to', behind: 'In the way', blocks: 'Blocks turning', built: 'Built as', cautions: 'Cautions', centreOfMassMm: 'Centre of mass',
  checks: 'Marks checked', chooses: 'Settles the fork', clips: 'Clips', count: 'Pieces', decides: 'Decides on', done: 'Said by ticking',
  each: 'Each pull written down', evidence: 'Evidence', feels: 'What the hands feel', finalRound: 'Once round at the end', from: 'From', fromMm: 'From',
  gaps: 'Gaps', handling: 'Mind', hold: 'Hold point', holdsPressure: 'Holds pressure', index: 'Its 12 o’clock', innerEndMm: 'Inner ⌀ at its end', innerMm: 'Inner ⌀', into: 'Bites into',
  isolates: 'Shuts off', item: 'Item', keeps: 'Keeps to', keptApart: 'Kept apart because', lets: 'Lets on', lifts: 'Lift', lockedBy: 'Locked at',
  lower: 'At least', makes: 'Marks made', massKg: 'Mass', minutes: 'Time', narrow: 'The narrower face', near: 'Close by', neverAgain: 'New each time',
  notice: 'Whose rules stand above', on: 'Comes away with', orientation: 'How it lies', outerEndMm: 'Outer ⌀ at its end', outerMm: 'Outer ⌀',
  outlines: 'Section', outOfRoundnessMm: 'Out of roundness', outside: 'Goes to another shop', owes: 'Left unfinished', paidBy: 'Paid at', part: 'Part',
  photo: 'Photo of', places: 'Where each runs', porous: 'Takes no mark', puts: 'Puts in', quantity: 'Measures', reads: 'Readings', refits: 'Puts back',
  removes: 'Takes out', reuse: 'May have worn to', rung: 'Rung', seenFrom: 'Seen from', set: 'Stays together as', short: 'Short title', shares: 'Shares of the torque',
  stage: 'Stage', state: 'Machine is then', stations: 'Places along the axis', stuck: 'When it is stuck', takes: 'Takes out again', thread: 'Thread', tightens: 'Tightens',
  toMm: 'To', to: 'To', toleranceClass: 'Class', torqueNm: 'Torque', treats: 'Cleans or heats', turned: 'Turned by', uncertainty: 'Uncertainty', upper: 'At most',
  variants: 'Otherwise', waits: 'Waits', ways: 'Only on ways', when: 'Only on machines', wetting: 'What is on it', why: 'Why', with: 'In place meanwhile',
  without: 'Away meanwhile', needs: 'Needs', order: 'Place in the list', class: 'Class', between: 'Between', way: 'Made by', angleDeg: 'Angle',
  clearanceMm: 'Clearance', propertyClass: 'Strength', nutClass: 'Nut strength', engagementMm: 'Engagement', leftHand: 'Left-hand thread',
}

/**
 * What a field is called in front of people.
 *
 * @example fieldWord('torqueNm') // 'Torque'
 * @example fieldWord('hubOuterMm') // 'Hub outer'
 */
export function fieldWord(field: string): string {
  const known = WORDS[field]
  if (known) return known
  return capital(field.replace(/(Mm|Kg|Nm|Deg|MPa)$/, '').replaceAll(/([A-Z])/g, letter => ` ${letter.toLowerCase()}`))
}
