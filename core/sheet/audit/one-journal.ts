import type { Rule } from './finding'

const ENDS = /\b(drive|other|free|cold|hot|motor|pump|gear|feed|blower|commutator|inboard|outboard|left|right|upper|lower)\b[- ]?(drive )?(end|side|bearing|journal)\b|\b(inboard|outboard|bearing|journal|bore) ?\d?\b/i
const PLACE = /\b(cent(er|re)|middle|inner|outer|edge|riser|free side)\b/i

/** A survey is of one journal or bore: taper runs along one part, not from one to the other. */
export const oneJournal: Rule = {
  name: 'one-journal',
  source: 'general practice; taper and out-of-roundness are of one surface (ISO 1101, cylindricity)',
  find: sheet => sheet.positions
    .filter(({ method, taperMm, stations }) => method === 'diameter survey' && taperMm !== undefined && stations.length > 1
      && stations.every(station => ENDS.test(station) && !PLACE.test(station)))
    .map(({ key, name, stations }) => ({
      list: 'positions' as const, key, field: 'taperMm', severity: 'wrong' as const,
      sentence: `${name}: ${stations.join(' and ')} are two surfaces; a taper between them says nothing. One position each, with centre and both ends.`,
    })),
}
