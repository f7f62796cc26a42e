import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'
import {
  formatQuantity, formatRange, jointOf, partOf, positionOf, stepInWords, type JobState, type Limb, type Position, type Sheet, type Step,
} from '#core'
import { momentIn } from '#shared/time-zone'
import { DEMO_LINE } from './pdf'

/** Of what a card is printed: the sheet of a unit, or of a job with what is ticked already. */
export interface CardOf {
  sheet: Sheet
  unit: string
  job?: { number: number, state: JobState }
  /** By whose clock times are printed. */
  timeZone: string
  isDemo: boolean
}

const MM = 72 / 25.4
const LIMBS: readonly { limb: Limb, name: string }[] = [
  { limb: 'off', name: 'Off, the way down' }, { limb: 'floor', name: 'On the floor' }, { limb: 'on', name: 'On, the way up' },
]
const LINE = '________'

/**
 * An overhaul on paper, for the day the tablets are down: every step with its box, its cautions, pieces, torques and blanks for readings
 * and signatures, in the order of the sheet. What is ticked already is printed as done.
 */
export function jobCard({ sheet, unit, job, timeZone, isDemo }: CardOf): TDocumentDefinitions {
  const numbers = new Map(sheet.steps.map((step, i) => [step.key, i + 1]))
  return {
    pageSize: 'A4',
    pageMargins: [14 * MM, 16 * MM, 12 * MM, 14 * MM],
    defaultStyle: { font: 'Barlow', fontSize: 9, lineHeight: 1.05 },
    info: { title: `Job card ${unit}`, creator: 'Needler' },
    header: (page, pages) => ({
      margin: [14 * MM, 7 * MM, 12 * MM, 0], columns: [
        { text: `${unit} · ${sheet.title}, revision ${sheet.revision}`, font: 'Condensed', fontSize: 10 },
        { text: `page ${page} of ${pages}`, alignment: 'right', font: 'Plex', fontSize: 8 },
      ],
    }),
    ...isDemo ? { footer: DEMO_LINE } : {},
    content: [
      { text: sheet.title, font: 'Condensed', bold: true, fontSize: 20 },
      { text: job ? `Job ${job.number} on ${unit}` : `Unit ${unit}`, font: 'Condensed', fontSize: 13, margin: [0, 0, 0, 4] },
      { text: `Begun ${LINE}${LINE}   by ${LINE}${LINE}${LINE}   ended ${LINE}${LINE}`, margin: [0, 2, 0, 6] },
      { text: sheet.notice, bold: true, margin: [0, 0, 0, 6] },
      ...(sheet.energies ?? []).slice(0, 1).map((): Content =>
        ({ text: `Can hurt somebody: ${sheet.energies!.map(({ name }) => name).join('; ')}.`, margin: [0, 0, 0, 6] })),
      ...LIMBS.flatMap(({ limb, name }): Content[] => {
        const steps = sheet.steps.filter(step => step.limb === limb)
        return steps.length === 0
          ? []
          : [
              { text: name, font: 'Condensed', bold: true, fontSize: 13, margin: [0, 8, 0, 3] },
              {
                layout: { hLineWidth: () => 0.4, vLineWidth: () => 0, paddingTop: () => 3, paddingBottom: () => 3 },
                table: {
                  widths: [11, 16, '*', 62], dontBreakRows: true,
                  body: steps.map(step => rowOf(sheet, step, { number: numbers.get(step.key)!, state: job?.state, timeZone })),
                },
              },
            ]
      }),
      { text: 'Write everything into the job when the link is back: readings, marks, decisions, who held and who signed.', margin: [0, 10, 0, 0] },
    ],
  }
}

function rowOf(
  sheet: Sheet, step: Step, { number, state, timeZone }: { number: number, state: JobState | undefined, timeZone: string },
): TableCell[] {
  const done = state?.done[step.key]
  const box: Content = {
    canvas: [
      { type: 'rect', x: 0, y: 1, w: 8, h: 8, lineWidth: 0.7 },
      ...done ? [{ type: 'polyline' as const, lineWidth: 1, points: [{ x: 1.5, y: 5 }, { x: 3.5, y: 7.5 }, { x: 7, y: 2 }] }] : [],
    ],
  }
  return [
    box,
    { text: String(number), font: 'Plex', fontSize: 8, alignment: 'right' },
    { stack: [{ text: step.title, bold: true, fontSize: 10 }, ...done ? [] : linesOf(sheet, step)] },
    { text: done ? `${done.by}\n${momentIn(new Date(done.at), timeZone)}` : `${LINE}\n${step.hold ? `held by\n${LINE}` : ''}`, fontSize: 7.5 },
  ]
}

/** What the bench asks in other words: readings have blanks, decisions too, a joint its passes. */
const OTHERWISE: ReadonlySet<string> = new Set(['reads', 'decides', 'tightens'])

/** What a step asks, a line each: first what can hurt, last what is written down. */
function linesOf(sheet: Sheet, step: Step): Content[] {
  const { why, cautions = [], bag, orientation, tightens, reads = [], decides, photo } = step
  const said: (readonly [string, string | undefined])[] = [
    ...stepInWords(sheet, step).filter(({ word }) => !OTHERWISE.has(word)).map(({ word, text }) => [word, text] as const),
    ['bag', bag], ['lies', orientation],
    ['tightens', tightens && torqueOf(sheet, tightens)],
    ['photo', photo],
    ['decides', decides?.map(key => `${partOf(sheet, key).name} ${LINE}`).join('  ')],
  ]
  return [
    ...cautions.map(({ level, text }): Content => ({ text: `${level === 'danger' ? 'DANGER' : 'Care'}: ${text}`, bold: true })),
    ...why ? [{ text: why } as Content] : [],
    ...said.flatMap(([word, text]): Content[] => text ? [{ text: [{ text: `${word}: `, color: '#555555' }, text] }] : []),
    ...reads.map(({ position, stage }): Content =>
      ({ text: blanksOf(positionOf(sheet, position), stage), font: 'Plex', fontSize: 8, margin: [0, 1, 0, 0] })),
  ]
}

function torqueOf(sheet: Sheet, key: string): string {
  const { name, count, thread, torqueNm, passes } = jointOf(sheet, key)
  const steps = passes?.shares?.map(share => formatQuantity(share * torqueNm.aim, 'torque')).join(', ')
  return `${name}, ${count} × ${thread}, ${formatQuantity(torqueNm.aim, 'torque')}${steps ? ` by ${steps}` : ''}`
}

/** A position with its limits and a blank for each of its values. */
function blanksOf({ name, quantity, limits: { lower, upper }, stations, planes }: Position, stage: string): string {
  const named = (names: readonly string[], one: string, mark: string) => names.length > 1 ? `${one}${mark} ` : ''
  const blanks = stations.map(station =>
    named(stations, station, ':') + planes.map(plane => named(planes, plane, '') + LINE).join(' '))
  return `${name}, ${stage} (${formatRange(lower, upper, quantity) ?? 'no limit'})  ${blanks.join('   ')}`
}
