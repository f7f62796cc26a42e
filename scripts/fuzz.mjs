import { needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { run } from './lib/run.mjs'
import { main, say } from './lib/say.mjs'
import { startTestInstallation } from './lib/test-installation.mjs'

// `npm run fuzz -- --requests N --seed S`: nonsense over all routes; the same seed sends the same.
await main(async () => {
  needNode()
  await needDebianPackages([POSTGRES])
  await needPackages()
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  const installation = await startTestInstallation()
  try {
    await run(process.execPath, ['--import', 'tsx', 'tests/fuzz/fuzz.ts', ...process.argv.slice(2)], { cwd: ROOT, env: installation.env })
  } finally {
    for (const line of installation.faults) say(`FAULT the server said: ${line.slice(0, 400)}`)
    if (installation.faults.length > 0) process.exitCode = 1
    await installation.stop()
  }
})
