import type { SheetDocument, Step } from '../schema'
import type { Found, Rule } from './finding'

const GAUGE = /\bplastic gauge\b/i
const TRACE = /\b(trace|film|breath|wiped)\b/i
const STILL = /\b(not|never|nothing|without)\b[^.;]*\bturn/i
const MIXED = /\bold\b[^.;]*\b(with|beside|and)\b[^.;]*\bnew\b|\bnew\b[^.;]*\b(with|beside|and)\b[^.;]*\bold\b/i

function ofStep(sheet: SheetDocument, step: Step, at: number, part: string): Found[] {
  const says = [step.title, step.why ?? '', step.orientation ?? '', ...step.cautions?.map(({ text }) => text) ?? []].join('. ')
  const found = (severity: Found['severity'], field: string, sentence: string): Found => ({ list: 'steps', key: step.key, field, severity, sentence })
  const mates = new Set([part, ...sheet.assemblies?.find(({ parts }) => parts.includes(part))?.parts ?? []])
  const before = sheet.steps.slice(0, at + 1)
  const fits = before.filter(one => one.refits?.some(piece => mates.has(piece.part)))
  const wet = fits.find(one => one !== step && one.lubricant?.kind === 'oil' && !TRACE.test(one.lubricant.text))
  const closed = before.find(one => one.tightens && one.refits?.some(piece => mates.has(piece.part)))
  const list: Found[] = []
  if (closed)
    list.push(found('wrong', 'reads', `"${step.title}": the strip lies in a bearing that "${closed.title}" has closed for good; it needs a trial before.`))
  if (!step.lubricant) list.push(found('doubtful', 'lubricant', `"${step.title}" does not say whether the strip lies bone dry or on a trace of oil.`))
  else if (step.lubricant.kind === 'oil' && !TRACE.test(step.lubricant.text))
    list.push(found('wrong', 'lubricant', `"${step.title}": a strip on an oiled journal floats; a trace of oil, or bone dry.`))
  if (wet && !/\bwiped?\b/i.test(`${says} ${step.lubricant?.text ?? ''}`))
    list.push(found('wrong', 'lubricant', `"${step.title}": "${wet.title}" has flooded the journal before the strip goes in.`))
  if (/\bturn(s|ed|ing)?\b/i.test(says) && !STILL.test(says)) list.push(found('wrong', 'why', `"${step.title}" turns the shaft while the strip lies in.`))
  else if (!STILL.test(says)) list.push(found('doubtful', 'why', `"${step.title}" does not say that nothing is turned while the strip lies in.`))
  if (MIXED.test(says)) list.push(found('wrong', 'why', `"${step.title}" measures old and new parts together.`))
  return list
}

/** A plastic strip is pressed in a trial: on a journal that is not flooded, that nobody turns, before the final closing. */
export const plasticGauge: Rule = {
  name: 'plastic-gauge',
  source: 'general practice (both schools of the strip: bone dry, or a trace of oil against sticking)',
  find: sheet => sheet.steps.flatMap((step, at) => {
    const read = step.reads?.map(({ position }) => sheet.positions.find(({ key }) => key === position)).find(one => one && GAUGE.test(`${one.name} ${one.instrument}`))
    return read ? ofStep(sheet, step, at, read.part) : []
  }),
}
