import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHROMIUM, needDebianPackages, POSTGRES, postgresPrograms } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { run } from './lib/run.mjs'
import { main, say } from './lib/say.mjs'
import { startTestInstallation } from './lib/test-installation.mjs'

const SECONDS = 5
const ROUNDS = 7

// One row like those of the log, as pgbench writes it: same columns, indexes and references, a transaction each, a job a client.
const EQUAL_ROW = `insert into speed_event select gen_random_uuid(), job, nextval('speed_seq'), 'note-added', '{"text": "Looked at, nothing to say."}',
  actor, 'R. Okafor', gen_random_uuid(), now(), now(), repeat('a', 64), repeat('b', 64) from speed_client where client = :client_id;`
const TABLE = `create table speed_event (like job_event including all, foreign key (job_id) references job, foreign key (actor_id) references person);
  create sequence speed_seq;
  create table speed_client as select (row_number() over () - 1)::int as client, job.id as job, (select id from person limit 1) as actor from job limit 8;
  alter table speed_client add primary key (client);`

const median = values => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]

const inMs = ms => `${ms.toFixed(ms < 10 ? 1 : 0)} ms`
const inTime = (what, ms, aimMs) => [what, inMs(ms), `${aimMs} ms`, ms <= aimMs]
const inMemory = (what, mb, aimMb) => [what, `${mb.toFixed(0)} MB`, `${aimMb} MB`, mb <= aimMb]
/** Against the same requests with nobody beside them; on a quiet machine also by the clock. */
const besides = (what, { quiet, busy }, most) => [
  inTime(what, busy, 300),
  [`the same against nobody beside them (${inMs(quiet)})`, `× ${(busy / quiet).toFixed(1)}`, `× ${most}`, busy <= most * quiet],
]
/** Of many rounds: the median is told, the p95 (or the worst) is held against the aim. */
const spread = (what, { median, p95, most }, aimMs, worst = false) => {
  const held = worst ? most : p95
  return [`${what}, ${worst ? 'the worst' : 'p95'} (median ${inMs(median)})`, inMs(held), `${aimMs} ms`, held <= aimMs]
}

/** Rows a second by pgbench and events a second by us, in turn on the same database with the same number of clients. */
async function appendRatio(url) {
  const programs = postgresPrograms()
  const script = join(mkdtempSync(join(tmpdir(), 'needler-speed-')), 'row.sql')
  writeFileSync(script, EQUAL_ROW)
  await run(`${programs}/psql`, [url, '-qc', TABLE], { quiet: true })
  const rounds = []
  for (let round = 0; round < ROUNDS; round++) {
    const printed = await run(
      `${programs}/pgbench`,
      ['-n', '-c', '8', '-j', '2', '-M', 'prepared', '-T', String(SECONDS), '-f', script, url],
      { quiet: true },
    )
    const rows = Number(/tps = ([\d.]+)/.exec(printed)[1])
    await run(`${programs}/psql`, [url, '-qc', 'update job set status = \'closed\' where reason = \'speed\''], { quiet: true })
    const events = Number(
      (
        await run(process.execPath, ['--import', 'tsx', 'tests/speed/append.ts', String(SECONDS)], {
          cwd: ROOT,
          quiet: true,
          env: { DATABASE_URL: url, DATABASE_POOL: '8' },
        })
      )
        .trim()
        .split('\n')
        .pop(),
    )
    rounds.push({ rows, events, share: events / rows })
  }
  return { rows: median(rounds.map(r => r.rows)), events: median(rounds.map(r => r.events)), share: median(rounds.map(r => r.share)) }
}

await main(async () => {
  needNode()
  await needDebianPackages([POSTGRES, CHROMIUM])
  await needPackages()
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  const installation = await startTestInstallation({ durable: true })
  try {
    const script = async (...args) =>
      JSON.parse((await run(process.execPath, ['--import', 'tsx', ...args], { cwd: ROOT, quiet: true, env: installation.env })).trim().split('\n').pop())
    const jobs = await script('tests/speed/long-jobs.ts')
    const browser = await script('tests/speed/browser.ts', jobs.long, jobs.tall)
    const core = await script('tests/speed/core.ts')
    const instruments = await script('tests/speed/instruments.ts')
    const clock = await script('tests/speed/clock.ts')
    const desk = await script('tests/speed/desk.ts')
    const benches = await script('tests/speed/benches.ts')
    const abuse = await script('tests/speed/abuse.ts')
    const append = await appendRatio(installation.env.DATABASE_URL)
    // Its ten thousand units come last: what is measured before is a shop of the usual size.
    const yard = await script('tests/speed/yard.ts')
    const rows = [
      spread('tick shows its effect', browser.tick.shown, 50),
      spread('tick is stored', browser.tick.stored, 150),
      spread('tick in a job of 5,000 events shows its effect', browser.long.shown, 50),
      spread('tick in a job of 5,000 events is stored', browser.long.stored, 150),
      spread('tick is seen at another bench', browser.seen, 1000),
      inTime(`shortest way in, ${core.steps} steps with ${core.ways} ways`, core.wayIn, 50),
      [`a tick in a grown job of ${core.grownSteps} steps, against the same as a sheet`, `× ${(core.ofGrown / core.ofSheet).toFixed(2)}`, '× 1.2',
        core.ofGrown <= 1.2 * core.ofSheet],
      inTime('folding 5,000 events', jobs.fold, 30),
      spread('a frame of the V of 140 steps while scrolling', browser.frame, 16),
      inTime('contact picture of 12 megapixels, in its worker', browser.contact.ms, 1500),
      inTime('longest frame meanwhile', browser.contact.longestFrame, 50),
      inTime('operating clearance, 100,000 draws', core.clearance, 100),
      inTime('32 bolts, 4 passes, 1,000 draws', core.tightening, 1000),
      inTime('trend and pooling of 500 units with 8 readings each', core.wear, 200),
      spread('yard of 10,000 units answers', yard.answered, 150),
      spread('slowed 4 times: yard of 10,000 units shows, in the app', yard.shown, 1000),
      spread('slowed 4 times: the app starts with the yard of 10,000 units', yard.started, 1500),
      inTime('causes ranked from 200 findings', core.diagnosis, 50),
      spread(`clock of ${clock.rings} rings and ${clock.arcs} arcs drawn`, clock.drawn, 100),
      spread('a frame of it while a ring is turned', clock.turned, 33),
      spread('slowed 4 times: a frame while a ring is turned', clock.slow.turned, 33),
      spread(`slowed 4 times: a sheet of ${desk.steps} steps opens at the desk, its screen full`, desk.opened, 1500),
      spread('slowed 4 times: all its steps stand', desk.whole, 1500),
      spread('slowed 4 times: the checker has read it after the last key', desk.audited, 150),
      spread('value of an instrument on the screen after its sending', instruments.shown, 100),
      spread('slowed 4 times: value of an instrument on the screen', instruments.slow, 100),
      ['20 instruments, 10 values a second each: of a core', `${(instruments.share * 100).toFixed(1)} %`, '10 %', instruments.share < 0.1],
      ['limits of ISO 286 a second', `${(core.limitsASecond / 1e6).toFixed(1)} million`, '1 million', core.limitsASecond >= 1e6],
      spread('job opened from the yard, warm', browser.open.job, 300),
      spread('yard opened anew, warm', browser.open.yard, 600),
      spread('first paint of the bench, nothing cached, 1.6 Mbit/s', browser.firstPaint, 2500),
      spread('slowed 4 times: tick shows its effect', browser.slow.tick.shown, 50),
      spread('slowed 4 times: a frame of the V of 140 steps', browser.slow.frame, 32, true),
      spread('slowed 4 times: job opened from the yard', browser.slow.open.job, 600),
      spread('slowed 4 times: yard opened anew', browser.slow.open.yard, 1000),
      ['JavaScript of a first visit to the bench', `${browser.scriptKb.toFixed(0)} kB`, '320 kB', browser.scriptKb <= 320],
      [
        `events a second, 8 clients (pgbench: ${append.rows.toFixed(0)} rows)`,
        `${append.events.toFixed(0)} = ${(append.share * 100).toFixed(0)} %`,
        '40 %',
        append.share >= 0.4,
      ],
    ]
    rows.push(
      inTime(`${benches.benches} benches with an entry a second each: the answer, p95 (one alone ${inMs(benches.alone.p95)})`, benches.together.p95, 150),
      inMemory('memory of the server meanwhile', benches.memory, 700),
      ...besides(`health while ten abusers send ${abuse.requests} requests, p95`, abuse.health, 3),
      ...besides('tick of another person meanwhile, stored, p95', abuse.tick, 4),
      inMemory('memory of the server meanwhile, with its workers', abuse.memory, 600),
    )
    say('')
    const pace = ({ pace: { median, p95 } }) => `${inMs(median)} (p95 ${inMs(p95)})`
    say(`The same work each time, by which two runs are compared: ${pace(browser)}, slowed 4 times ${pace(browser.slow)}.`)
    for (const [what, measured, aim, met] of rows)
      say(`${what.padEnd(72)} ${measured.padStart(14)}   aim ${aim.padEnd(9)} ${met ? 'met' : 'MISSED'}`)
  } finally {
    await installation.stop()
  }
})
