import { CHROMIUM, needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { run } from './lib/run.mjs'
import { main } from './lib/say.mjs'
import { startTestBench } from './lib/test-bench.mjs'

await main(async () => {
  needNode()
  await needDebianPackages([POSTGRES, CHROMIUM])
  await needPackages()
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  const bench = await startTestBench()
  try {
    await run('npx', ['tsx', 'scripts/take-screenshots.ts'], { cwd: ROOT, env: bench.env })
  } finally {
    await bench.stop()
  }
})
