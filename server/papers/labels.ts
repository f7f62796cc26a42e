import { eq } from 'drizzle-orm'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import { accountOf, tagCode } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, unit } from '../db/schema'
import { isDemonstration } from '../services/demo-people'
import { loadLiveJob } from '../services/live-job'
import { Problem } from '../services/problem'

export type LabelPaper = 'a4' | 'tape'

interface Label { isDemo: boolean, tag: string, code: string, unit: string, job: number, contents: string[] }

const MM = 72 / 25.4
const MOST_LINES = 4
/** Labels of one PDF; the rest are asked for as further pages. */
const MOST_LABELS = 48

/** The labels of a job's bags as a PDF: A4 with 3 × 8 labels of 70 × 37 mm, or 62 mm tape with one label of 62 × 29 mm a page. */
export async function labelSheet(
  db: Database,
  person: Person,
  jobId: string,
  { paper, tags, page }: { paper: LabelPaper; tags?: readonly string[] | undefined; page: number },
): Promise<TDocumentDefinitions> {
  const live = await loadLiveJob(db, person, jobId, { fresh: true })
  const [face] = await db
    .select({ job: job.number, unit: unit.tag })
    .from(job)
    .innerJoin(unit, eq(unit.id, job.unitId))
    .where(eq(job.id, jobId))
  const contents = new Map<string, string[]>()
  for (const { part, bagged } of accountOf(live.sheet, live.state)) {
    for (const { tag, count } of bagged) contents.set(tag, [...(contents.get(tag) ?? []), `${count} × ${part.name}`])
  }
  const wanted = [...(tags ?? contents.keys())].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
  if (wanted.length === 0) throw new Problem(409, 'labels.none', 'Nothing is in a bag yet, so there is no label to print.')
  const onPage = wanted.slice((page - 1) * MOST_LABELS, page * MOST_LABELS)
  if (onPage.length === 0)
    throw new Problem(404, 'labels.no-page', `There are ${wanted.length} labels: ${Math.ceil(wanted.length / MOST_LABELS)} pages.`)
  const isDemo = await isDemonstration(db)
  const labels = onPage.map((tag): Label => ({ ...face!, isDemo, tag, code: tagCode(face!.job, tag), contents: contents.get(tag) ?? ['empty'] }))
  return paper === 'a4' ? onA4(labels) : onTape(labels)
}

function print({ isDemo, tag, code, unit, job, contents }: Label): Content {
  const lines
    = contents.length > MOST_LINES ? [...contents.slice(0, MOST_LINES - 1), `and ${contents.length - MOST_LINES + 1} more`] : contents
  return {
    columns: [
      { width: 22 * MM, qr: code, fit: 21 * MM, eccLevel: 'Q', margin: [0, 1 * MM, 0, 0] },
      {
        width: '*', margin: [2 * MM, 0, 0, 0], stack: [
          { text: tag, font: 'Plex', bold: true, fontSize: 19 },
          { text: `${isDemo ? 'DEMO · ' : ''}${unit} · job ${job}`, font: 'Condensed', fontSize: 10, margin: [0, 0, 0, 1] },
          ...lines.map((text): Content => ({ text, fontSize: 7.5, lineHeight: 0.95 })),
        ],
      },
    ],
  }
}

function onA4(labels: readonly Label[]): TDocumentDefinitions {
  const [columns, width, height] = [3, 70 * MM, 37 * MM]
  const rows = Array.from({ length: Math.ceil(labels.length / columns) }, (_, row) =>
    Array.from({ length: columns }, (_, column): Content => {
      const label = labels[row * columns + column]
      return label ? { margin: [3 * MM, 3 * MM, 2 * MM, 0], ...print(label) as object } as Content : ''
    }))
  return {
    ...BASE,
    pageSize: 'A4',
    pageMargins: [0, 0, 0, 0],
    content: [
      {
        layout: 'noBorders',
        table: { widths: Array.from({ length: columns }, () => width), heights: height, dontBreakRows: true, body: rows },
      },
    ],
  }
}

const onTape = (labels: readonly Label[]): TDocumentDefinitions => ({
  ...BASE, pageSize: { width: 62 * MM, height: 29 * MM }, pageMargins: [2 * MM, 2 * MM, 2 * MM, 1 * MM],
  content: labels.map((label, i): Content => ({ ...print(label) as object, ...(i > 0 ? { pageBreak: 'before' } : {}) }) as Content),
})

const BASE = {
  defaultStyle: { font: 'Barlow', fontSize: 8 },
  info: { title: 'Labels', creator: 'Needler' },
} satisfies Partial<TDocumentDefinitions>
