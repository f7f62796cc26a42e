import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { CHROMIUM, needDebianPackages, POSTGRES, PYTHON } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { capture } from './lib/run.mjs'
import { main, say } from './lib/say.mjs'
import { seededFolder, startTestInstallation } from './lib/test-installation.mjs'

const RESULTS = join(ROOT, 'test-results')
const total = { passed: 0, failed: 0 }

/** Runs one suite; what it has counted is added up, and a suite that breaks before it can count is one failure. */
async function suite(name, command, args, { env = {}, countedIn } = {}) {
  say(`\n── ${name}`)
  const started = Date.now()
  const { code } = await capture(command, args, { cwd: ROOT, env: { ...env, FORCE_COLOR: '0' }, show: true })
  const counted = countedIn ? count(join(RESULTS, countedIn)) : undefined
  const { passed, failed } = counted ?? { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 }
  total.passed += passed
  total.failed += failed + (code !== 0 && failed === 0 ? 1 : 0)
  say(`── ${name}: ${passed} passed, ${failed} failed, ${Math.round((Date.now() - started) / 1000)} s`)
}

function count(file) {
  try {
    const { numPassedTests, numFailedTests, stats } = JSON.parse(readFileSync(file, 'utf8'))
    if (stats) return { passed: stats.expected + stats.flaky, failed: stats.unexpected + stats.skipped }
    return { passed: numPassedTests, failed: numFailedTests }
  } catch {
    return undefined
  }
}

/** The servers of a suite have said nothing that nobody has thought of. */
function clean(name, { faults }) {
  total[faults.length === 0 ? 'passed' : 'failed'] += 1
  say(`── ${name}: ${faults.length === 0 ? 'no error of the server was left alone' : `the server said:\n${faults.join('\n')}`}`)
}

const vitest = project => [
  'vitest',
  'run',
  '--project',
  project,
  '--reporter=dot',
  '--reporter=json',
  `--outputFile.json=${join(RESULTS, `${project}.json`)}`,
]

/** What asks a real server, with a database of its own. */
async function onInstallation(seeded, name, args, env = {}) {
  const installation = await startTestInstallation({ output: 'inherit', seeded })
  try {
    await suite(name, 'npx', args, { env: { ...installation.env, ...env }, countedIn: `${name}.json` })
    clean(name, installation)
  } finally {
    await installation.stop()
  }
}

const journeys = (seeded, part) =>
  onInstallation(seeded, `journeys-${part}`, ['playwright', 'test', `--shard=${part}/2`], { NEEDLER_SHARD: `journeys-${part}` })

await main(async () => {
  rmSync(RESULTS, { recursive: true, force: true })
  mkdirSync(RESULTS, { recursive: true })
  needNode()
  const isQuick = process.argv.includes('--quick')
  await needDebianPackages(isQuick ? [PYTHON] : [POSTGRES, CHROMIUM, PYTHON])
  await needPackages()

  // Neither has use for a second core; together they take as long as the longer one.
  await Promise.all([
    suite('lint', 'npx', ['eslint', '.', '--max-warnings', '0']),
    suite('types', 'npm', ['run', '--silent', 'typecheck']),
  ])
  // For the inner loop: what needs no build, no database and no browser.
  if (isQuick) {
    await suite('core', 'npx', vitest('core'), { countedIn: 'core.json' })
    await suite('interface', 'npx', vitest('interface'), { countedIn: 'interface.json' })
    return
  }
  // The build waits for disks and single threads; what it makes is asked for by the servers below.
  await Promise.all([
    suite('core', 'npx', vitest('core'), { countedIn: 'core.json' }),
    needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' }),
  ])
  const [seeded] = await Promise.all([
    seededFolder(),
    suite('sheets', 'npm', ['run', '--silent', 'audit-sheets']).then(() =>
      suite('interface', 'npx', vitest('interface'), { countedIn: 'interface.json' })),
  ])
  // What starts whole installations has the machine to itself, but for the whole jobs that are walked in its gaps; browsers and their
  // servers wait for each other, so there are two lanes of them.
  await Promise.all([
    suite('walks', 'nice', ['-n', '19', 'npx', ...vitest('walks'), '--maxWorkers=1'], { countedIn: 'walks.json' }),
    onInstallation(seeded, 'api', vitest('api')).then(() => Promise.all([journeys(seeded, 1), journeys(seeded, 2)])),
  ])
  rmSync(seeded, { recursive: true, force: true })
})
if (process.exitCode) total.failed += 1
say(`\n${total.passed} passed, ${total.failed} failed`)
process.exitCode = total.failed > 0 ? 1 : 0
