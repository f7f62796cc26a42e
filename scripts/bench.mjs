import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHROMIUM, needDebianPackages, POSTGRES, postgresPrograms } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { run } from './lib/run.mjs'
import { main, say } from './lib/say.mjs'
import { startTestBench } from './lib/test-bench.mjs'

const SECONDS = 5
const ROUNDS = 5

// One row like those of the log, as pgbench writes it: same columns, indexes and references, a transaction each, a job a client.
const EQUAL_ROW = `insert into bench_event select gen_random_uuid(), job, nextval('bench_seq'), 'note-added', '{"text": "Looked at, nothing to say."}',
  actor, 'R. Okafor', gen_random_uuid(), now(), now(), repeat('a', 64), repeat('b', 64) from bench_client where client = :client_id;`
const TABLE = `create table bench_event (like job_event including all, foreign key (job_id) references job, foreign key (actor_id) references person);
  create sequence bench_seq;
  create table bench_client as select (row_number() over () - 1)::int as client, job.id as job, (select id from person limit 1) as actor from job limit 8;
  alter table bench_client add primary key (client);`

const median = values => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]

/** Rows a second by pgbench and events a second by us, in turn on the same database with the same number of clients. */
async function appendRatio(url) {
  const programs = postgresPrograms()
  const script = join(mkdtempSync(join(tmpdir(), 'needler-bench-')), 'row.sql')
  writeFileSync(script, EQUAL_ROW)
  await run(`${programs}/psql`, [url, '-qc', TABLE], { quiet: true })
  const rounds = []
  for (let round = 0; round < ROUNDS; round++) {
    const printed = await run(`${programs}/pgbench`, ['-n', '-c', '8', '-j', '2', '-M', 'prepared', '-T', String(SECONDS), '-f', script, url], { quiet: true })
    const rows = Number(/tps = ([\d.]+)/.exec(printed)[1])
    await run(`${programs}/psql`, [url, '-qc', 'update job set status = \'closed\' where reason = \'benchmark\''], { quiet: true })
    const events = Number((await run('npx', ['tsx', 'tests/bench/append.ts', String(SECONDS)], { cwd: ROOT, quiet: true, env: { DATABASE_URL: url, DATABASE_POOL: '8' } })).trim().split('\n').pop())
    rounds.push({ rows, events, share: events / rows })
  }
  return { rows: median(rounds.map(r => r.rows)), events: median(rounds.map(r => r.events)), share: median(rounds.map(r => r.share)) }
}

await main(async () => {
  needNode()
  await needDebianPackages([POSTGRES, CHROMIUM])
  await needPackages()
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  const bench = await startTestBench({ durable: true })
  try {
    const browser = JSON.parse((await run('npx', ['tsx', 'tests/bench/browser.ts'], { cwd: ROOT, quiet: true, env: bench.env })).trim().split('\n').pop())
    const append = await appendRatio(bench.env.DATABASE_URL)
    const rows = [
      ['tick shows its effect, p95', `${browser.shown.toFixed(0)} ms`, '50 ms', browser.shown <= 50],
      ['tick is stored, p95', `${browser.stored.toFixed(0)} ms`, '150 ms', browser.stored <= 150],
      ['job opened from the yard, warm, p95', `${browser.open.toFixed(0)} ms`, '300 ms', browser.open <= 300],
      ['JavaScript of a first visit to the bench', `${browser.scriptKb.toFixed(0)} kB`, '350 kB', browser.scriptKb <= 350],
      [`events a second, 8 clients (pgbench: ${append.rows.toFixed(0)} rows)`, `${append.events.toFixed(0)} = ${(append.share * 100).toFixed(0)} %`, '30 %', append.share >= 0.3],
    ]
    say('')
    for (const [what, measured, aim, met] of rows) say(`${what.padEnd(56)} ${measured.padStart(14)}   aim ${aim.padEnd(7)} ${met ? 'met' : 'MISSED'}`)
  } finally {
    await bench.stop()
  }
})
