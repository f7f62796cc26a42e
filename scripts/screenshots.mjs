import { CHROMIUM, needDebianPackages, POSTGRES } from './lib/debian.mjs'
import { needBuild, needNode, needPackages, ROOT } from './lib/prepare.mjs'
import { run } from './lib/run.mjs'
import { main } from './lib/say.mjs'
import { startTestInstallation } from './lib/test-installation.mjs'

await main(async () => {
  needNode()
  await needDebianPackages([POSTGRES, CHROMIUM])
  await needPackages()
  await needBuild({ NUXT_SESSION_PASSWORD: 'only needed while building, never used' })
  const installation = await startTestInstallation()
  try {
    await run(process.execPath, ['--import', 'tsx', 'scripts/take-screenshots.ts'], { cwd: ROOT, env: installation.env })
  } finally {
    await installation.stop()
  }
})
