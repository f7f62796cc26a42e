import { randomUUID } from 'node:crypto'
import { emptyState, foldJob, growOff, randomFrom, standingSheet, type SheetDocument } from '#core'
import type { JobBundle, YardAnswer } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { photoStore } from '../../server/services/photo-store'
import { verifyAll } from '../../server/services/verify'
import { Client, draft } from '../api/client'
import { demoDocuments } from '../support/demo-sheet'
import { apiRoutes } from '../support/routes'

/*
 * Nonsense, half sense and sense over all routes, as several people and as nobody. What must not happen: an answer of 500 or more, no
 * answer, or a record with a fault in it afterwards. The same seed asks the same things; only the numbers of new things differ.
 */

const option = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`)
  return at > 0 ? Number(process.argv[at + 1]) : otherwise
}
const [REQUESTS, SEED, AT_ONCE, PATIENCE_MS] = [option('requests', 2000), option('seed', 1), 12, 30_000]
const random = randomFrom(SEED)
const below = (n: number) => Math.floor(random() * n)
const pick = <T>(list: readonly T[]): T => list[below(list.length)]!

const people = await Promise.all(
  ['okafor', 'lindqvist', 'brandt', 'varga', 'admin', 'guest', 'duarte', 'pike', 'osei'].map(login => Client.as(login)),
)
const nobody = new Client()
const { body: yard } = await people[0]!.get<YardAnswer>('/yard?show=open&limit=500')
const jobs = yard.units.map(unit => unit.openJob!.id)
const tags = [...yard.units.map(unit => unit.tag), 'P-151', 'X-1', '../../etc', '%00', 'P-101\u0000']
const { body: bundle } = await people[0]!.get<JobBundle>(`/jobs/${jobs[0]}`)
const sheet = demoDocuments.find(document => document.key === bundle.sheet.key)!
const keys = [...sheet.steps, ...sheet.parts, ...sheet.positions, ...sheet.marks].map(item => item.key)

const [{ body: rules }, { body: catalogue }, { body: items }] = await Promise.all([
  people[0]!.get<{ document: { revision: number } }>('/rules'), people[0]!.get<{ document: { revision: number } }>('/catalogue'),
  people[0]!.get<{ id: string }[]>('/stores/items'),
])
/** What can be written in: a draft at the desk, and a job without a sheet that has its first additions still to come. */
const { body: { ids: drafts } } = await people[2]!.post<{ ids: string[] }>('/drafts', {
  from: 'import', documents: Array.from({ length: 12 }, (_, i) => ({ ...sheet, key: `fuzzed-${i}` })),
})
const { body: { id: growing } } = await people[0]!.post<{ id: string }>('/units/B-551/jobs', {
  reason: 'fuzz', device: randomUUID(), without: { from: 'nothing', energies: ['electric'], family: 'fan' },
})
jobs.push(growing)
const { body: grown } = await people[0]!.get<JobBundle>(`/jobs/${growing}`)
const { body: frame } = await people[0]!.get<SheetDocument>(`/documents/${grown.sheet.sha256}`)
const state = foldJob(frame, grown.events, grown.snapshot?.state ?? emptyState())
const bench = { sheet: standingSheet(frame, state), state, personId: state.opened!.byId, bench: randomUUID(), newId: randomUUID }
/** One tap of a bench that says what comes off. */
const off = () => {
  const deed = randomUUID()
  return growOff(bench, { name: pick(['Cover screws', 'Belt', '']), count: below(12), lifted: 'by hand' }).drafts.map(one => ({ ...draft(one.type, one.body), deed }))
}

/** An edit as a desk makes it, by somebody who has seen the field as it was first, or as this made it. */
const edit = () => {
  const [step, field] = [pick(sheet.steps), pick(['title', 'why'] as const)]
  return { list: 'steps', key: step.key, field, before: pick([step[field], 'Fuzzed']), after: below(2) ? 'Fuzzed' : junk() }
}

const JUNK: readonly (() => unknown)[] = [
  () => null,
  () => true,
  () => 0,
  () => -1,
  () => 1e308,
  () => -0,
  () => Number.MAX_SAFE_INTEGER,
  () => '',
  () => ' ',
  () => 'a\u0000b',
  () => '\ud800',
  () => '💥'.repeat(50),
  () => 'x'.repeat(3000),
  () => [],
  () => [[]],
  () => ({}),
  () => ({ __proto__: 1 }),
  () => JSON.parse('{"__proto__":{"admin":true},"constructor":{"prototype":1}}') as object,
  () => 'constructor',
  () => '__proto__',
  () => 'toString',
  () => randomUUID(),
  () => randomUUID().toUpperCase(),
  () => new Date(below(4e12)).toISOString(),
  () => '1/0"',
  () => '9'.repeat(40),
  () => '\'; drop table job; --',
  () => Array.from({ length: 300 }, () => 'x'),
  () => pick(keys),
]
const junk = () => pick(JUNK)()

const EVENTS: readonly (() => { type: string; body: object })[] = [
  () => draft('note-added', { text: 'fuzz' }),
  () => draft('note-added', { text: 'fuzz ä 💥', step: pick(keys) }),
  () => draft('step-done', { step: pick(keys) }),
  () => draft('hold-released', { step: pick(keys) }),
  () => draft('mark-made', { mark: pick(keys), way: 'punch', angleDeg: below(400) }),
  () => draft('part-bagged', { part: pick(keys), count: below(9), tag: `B-${below(40)}` }),
  () =>
    draft('part-moved', {
      part: pick(keys),
      count: 1,
      from: 'loose',
      to: pick(['washing', 'outside', 'scrapped', 'kit', 'B-01']),
      reason: 'fuzz',
    }),
  () => draft('part-disposed', { part: pick(keys), disposition: 'replace' }),
  () => draft('undone', { event: randomUUID() }),
  () => draft('gone-back', { step: pick(keys), reason: 'fuzz' }),
  () =>
    draft('reading-taken', {
      position: pick(keys),
      stage: 'as-found',
      values: [[below(100)]],
      typed: [[String(below(100))]],
      conditions: { instrument: { tag: 'MIC-13', uncertainty: 0.1, calibratedUntil: '2099-01-01' } },
    }),
  () => draft('photo-added', { photo: randomUUID(), step: pick(keys) }),
  () => draft('wait-cut', { step: pick(keys), reason: 'fuzz' }),
  () => draft('job-closed', {}),
  () => ({ ...draft('hold-released', { step: pick(keys) }), sealed: { key: 'AAAA', iv: 'AAAA', text: 'AAAA' } }),
  () => draft('gap-signed', { thing: pick(keys), field: 'torque', reason: 'fuzz' }),
  () => draft('numbers-reserved', { bench: randomUUID(), marks: { from: below(90), to: below(90) }, bags: { from: 1, to: below(60) } }),
  () => draft('limit-bent', { position: pick(keys), lower: null, upper: below(9), source: 'fuzz' }),
  () => ({ type: 'photo-kept', body: { photo: randomUUID(), sha256: 'a'.repeat(64) } }),
]
const BODIES: Record<string, () => unknown> = {
  '/session': () => ({ login: pick(['okafor', 'nobody']), password: 'fuzz' }),
  '/set-up': () => ({ code: 'aaaa', login: 'fuzz', name: 'Fuzz', password: 'fuzz fuzz fuzz', pin: '480231' }),
  '/entry': () => ({ code: 'aaaa-aaaa', password: 'fuzz fuzz fuzz', pin: '480231' }),
  '/entry/greeting': () => ({ code: pick(['aaaa-aaaa', '', 'x'.repeat(60)]) }),
  '/house/entry': () => ({ badge: 'NB-AAAA-AAAA', pin: '480231', challenge: 'x', proof: 'AAAA' }),
  '/house/devices': () => ({ name: `Fuzz ${below(1e6)}`, site: pick(['intake', 'moon']), bay: pick([null, 'Bay 1', 'x']), restMinutes: below(300), publicKey: { kty: 'EC', crv: 'P-256', x: 'A'.repeat(43), y: 'A'.repeat(43) } }),
  '/sites': () => ({ key: pick([`fuzz-${below(1e6)}`, 'INTAKE', '1', '']), name: pick(['Fuzz', 'intake station', 'x']), timeZone: pick(['UTC', 'Moon/Sea']), bays: pick([[], ['a', 'A'], ['b']]) }),
  '/sites/[key]': () => ({ version: below(4), change: { [pick(['name', 'timeZone', 'bays', 'place', 'isClosed'])]: junk() } }),
  '/people/[id]/badges': () => ({ name: 'fuzz', code: pick(['0004711815', 'x']) }),
  '/first-steps/[step]': () => ({ isLeftOut: pick([true, false, 1]) }),
  '/jobs/[id]/events': () => ({
    device: randomUUID(),
    events: below(6) ? Array.from({ length: 1 + below(2) }, () => pick(EVENTS)()) : off(),
    ...(below(8) ? {} : { enteredFor: { id: randomUUID(), name: 'Fuzz' } }),
  }),
  '/jobs/[id]/sign': () => ({
    device: randomUUID(),
    event: pick(EVENTS)(),
    login: pick(['brandt', 'nobody']),
    pin: String(100_000 + below(899_999)),
  }),
  '/units/[tag]/jobs': () => ({ reason: 'fuzz', device: randomUUID(), depth: pick(['routine', 'failure-analysis', 'x']) }),
  '/drafts': () => ({ from: 'import', documents: [{ ...sheet, key: `fuzz-${below(1e6)}` }] }),
  '/drafts/[id]/deeds': () => ({ id: randomUUID(), ...below(4) ? { edits: [edit()] } : { undoes: 1 + below(5) } }),
  '/drafts/[id]/review': () => ({ seq: below(3), says: pick(['ready', 'back']), remark: 'fuzz' }),
  '/drafts/[id]/release': () => ({ seq: below(3), note: 'fuzz', units: [] }),
  '/rules': () => ({ document: { ...rules.document, revision: rules.document.revision + 1 }, note: 'fuzz' }),
  '/rules/dry-run': () => ({ document: rules.document }),
  '/catalogue': () => ({ document: { ...catalogue.document, revision: catalogue.document.revision + 1 }, note: 'fuzz' }),
  '/stores/entries': () => ({ entries: Array.from({ length: 1 + below(5) }, () => ({
    id: randomUUID(), item: pick(items).id, site: pick(['intake', 'sludge', 'moon']), lot: pick(['', 'FZ-1', 'FZ-2']),
    deed: pick(['received', 'released', 'issued', 'scrapped', 'counted', 'reserved']), count: below(9),
    ...below(3) ? {} : { cured: new Date(below(2e12)).toISOString().slice(0, 10) },
  })) }),
  '/stores/orders': () => ({ id: randomUUID(), item: pick(items).id, site: 'intake', count: below(9), expected: '2027-03-01' }),
  '/stores/items': () => ({ number: `FZ-${below(1e6)}`, name: 'Fuzz', shelfLifeMonths: pick([null, 12, -1]), contents: [], kitOf: null }),
  '/stores/extend': () => ({ item: pick(items).id, site: 'intake', lot: 'FZ-1', to: '2030-01-01', why: 'fuzz' }),
  '/people': () => ({
    login: `fuzz${below(1e6)}`,
    name: 'Fuzz',
    role: pick(['viewer', 'trainee', 'x']),
    sites: pick([null, ['intake'], ['moon'], []]),
  }),
  '/people/[id]': () => ({ [pick(['name', 'role', 'sites', 'active'])]: junk() }),
  '/me/password': () => ({ present: 'not this', password: 'fuzz fuzz fuzz' }),
  '/me/pin': () => ({ present: 'not this', pin: '480231' }),
}

/** Spoils a thing somewhere: a value replaced, a key left out or added, at any depth. */
function spoil(thing: unknown, depth = 0): unknown {
  if (below(5) === 0 || typeof thing !== 'object' || thing === null) return depth === 0 && below(3) ? thing : junk()
  const copy: Record<string, unknown> | unknown[] = Array.isArray(thing) ? [...thing as unknown[]] : { ...thing }
  const names = Object.keys(copy)
  if (names.length === 0) return junk()
  const name = pick(names)
  const box = copy as Record<string, unknown>
  const deed = below(4)
  if (deed === 0) Reflect.deleteProperty(box, name)
  else if (deed === 1) box[pick(['extra', '__proto__x', 'constructor', 'then'])] = junk()
  else box[name] = spoil(box[name], depth + 1)
  return copy
}

const segment = (name: string, path: string) => {
  const right
    = {
      id: () => path.startsWith('/drafts') ? pick(drafts) : pick([...jobs, randomUUID()]),
      tag: () => pick(tags),
      key: () => pick([sheet.key, 'sludge', 'none', '..']),
      step: () => pick(['sites', 'overhaul', 'none']),
      revision: () => pick(['1', '0', '-1', '1e3', 'x']),
      photo: () => randomUUID(),
    }[name] ?? (() => 'x')
  const text = below(6) ? right() : JSON.stringify(junk())?.slice(0, 200) ?? ''
  return encodeURIComponent(text.replaceAll(/[\ud800-\udfff]/g, '�')).replaceAll('%2F', '/')
}
const QUERIES = [
  '',
  '',
  '?after=0',
  '?after=-1',
  '?after=1e99',
  '?after[]=1',
  '?limit=500&show=open',
  '?search=%25%27%5C',
  '?as=csv',
  '?as=json&after=3',
  '?paper=tape&page=2',
  '?tags=B-01,B-02',
  '?%',
  '?a=%E0%A4%A',
  '?__proto__[x]=1',
]

/** What is written and stays is where nonsense could hurt most: it is asked more often, by people who may, and half of it is sense. */
const LASTING = ['/drafts/[id]/deeds', '/stores/entries', '/rules', '/catalogue', ...Array.from({ length: 4 }, () => '/jobs/[id]/events')]
const ROUTES = [...apiRoutes, ...LASTING.flatMap(path => Array.from({ length: 3 }, () => ({ method: 'POST', path })))]
const WRITERS = [people[2]!, people[3]!, people[4]!]

interface Ask { who: Client, method: string, path: string, route: string, body?: string, headers: Record<string, string> }
function nextAsk(): Ask {
  const { method, path } = pick(ROUTES)
  const isLasting = LASTING.includes(path)
  const who = isLasting && below(4) ? pick(WRITERS) : below(8) ? pick(people) : nobody
  const address = path.replaceAll(/\[(\w+)\]/g, (_all, name: string) => segment(name, path)) + pick(QUERIES)
  const asked = below(12) ? method : pick(['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'])
  const made = BODIES[path]?.() ?? (path.includes('[photo]') ? 'ffd8ffe0' : {})
  // Nobody ends the sign-ins that this run needs.
  if ((asked === 'DELETE' && /^\/session$/.test(path)) || path.endsWith('/reset') || path === '/session/lock' || path === '/me/sessions')
    return { who: nobody, method: 'GET', path: address, route: path, headers: {} }
  if (asked === 'GET' || asked === 'DELETE' || asked === 'OPTIONS') return { who, method: asked, path: address, route: path, headers: {} }
  const text = JSON.stringify(below(isLasting ? 2 : 4) ? spoil(made) : made) ?? ''
  return {
    who,
    method: asked,
    path: address,
    route: path,
    body: below(20) ? text : text.slice(0, below(text.length + 1)),
    headers: {
      'content-type': below(15)
        ? 'application/json'
        : pick(['text/plain', 'application/json; charset=utf-7', 'multipart/form-data', 'image/jpeg']),
    },
  }
}

const before = (await verifyAll(database(), photoStore())).faults.length
const statuses = new Map<number, number>()
/** What was taken of what would change something, by route: a run that nothing of stands has proved little. */
const stood = new Map<string, number>()
const faults: string[] = []
let sent = 0
async function lane(): Promise<void> {
  while (sent < REQUESTS) {
    sent += 1
    const { who, method, path, route, body, headers } = nextAsk()
    const said = `${method} ${path} ${body?.slice(0, 200) ?? ''}`
    const answer = await Promise.race([
      who
        .send(method, path, body, headers)
        .catch((error: unknown) => ({ status: 0, body: { code: String((error as { cause?: unknown }).cause ?? error) } })),
      new Promise<{ status: number; body: { code: string } }>((resolve) => {
        setTimeout(() => resolve({ status: -1, body: { code: 'no answer' } }), PATIENCE_MS).unref()
      }),
    ])
    if (method !== 'GET' && answer.status >= 200 && answer.status < 300) stood.set(route, (stood.get(route) ?? 0) + 1)
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
    if (answer.status >= 500 || answer.status <= 0) faults.push(`${answer.status} ${(answer.body as { code?: string }).code} to ${said}`)
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, lane))
const { faults: found, ...walked } = await verifyAll(database(), photoStore())
if (found.length > before) faults.push(...found.map(fault => `audit: job ${fault.job}: ${fault.sentence}`))
console.log(
  JSON.stringify({
    requests: sent, seed: SEED, statuses: Object.fromEntries([...statuses].sort(([a], [b]) => a - b)), ...walked,
    stood: Object.fromEntries(stood),
  }),
)
for (const fault of faults.slice(0, 30)) console.log(`FAULT ${fault}`)
console.log(`${faults.length} faults`)
process.exitCode = faults.length > 0 ? 1 : 0
await closeConnection()
