import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, expect, test, type Locator } from '@playwright/test'
import sharp from 'sharp'
import { encode } from 'uqr'
import config from '../../playwright.config'
import { tagCode } from '#core'
import { openBench, openPart, signedIn, stepOf } from './bench'

/** What a camera sees of a label: its code, tilted a little, on a grey table. Frames of one JPEG each, as a video file. */
async function labelVideo(code: string): Promise<Buffer> {
  const { data, size } = encode(code, { ecc: 'Q', border: 3 })
  const dots = Buffer.from(data.flatMap(row => row.map(dark => dark ? 30 : 225)))
  const label = await sharp(dots, { raw: { width: size, height: size, channels: 1 } })
    .resize(260, 260, { kernel: 'nearest' })
    .rotate(7, { background: '#8a8a86' })
    .png()
    .toBuffer()
  const frame = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#8a8a86' } })
    .composite([{ input: label, left: 190, top: 90 }])
    .jpeg()
    .toBuffer()
  return Buffer.concat(Array.from({ length: 20 }, () => frame))
}

test('a label before the camera finds its bag and the step that puts its contents back', async ({ browser }) => {
  const { page } = await signedIn(browser, 'okafor')
  await openBench(page, 'P-104')
  const job = Number(/Job (\d+)/.exec(await page.getByRole('banner').innerText())![1])
  const tray = (on: typeof page) => on.getByRole('complementary', { name: 'Tray' })
  const last: Locator = tray(page).getByRole('list', { name: 'Bags' }).getByRole('listitem').last()
  const tag = (await last.innerText()).split('\n')[0]!

  await test.step('typed, with what does not belong here refused', async () => {
    const field = tray(page).getByLabel('Scan or type a tag')
    for (const [typed, says] of [
      ['seven', 'is no tag'],
      [`N${job + 1}/${tag}`, `belongs to job ${job + 1}`],
      ['B-999', 'Nothing of this job'],
    ] as const) {
      await field.fill(typed)
      await field.press('Enter')
      await expect(tray(page).getByRole('alert')).toContainText(says)
    }
    await field.fill(tagCode(job, tag))
    await field.press('Enter')
    await expect(tray(page).getByRole('alert')).toHaveCount(0)
    await tray(page).getByRole('button', { name: /^Goes back at step \d+/ }).click()
    await expect(stepOf(page)).toContainText(' · On · refit')
    await expect(stepOf(page).getByRole('definition').filter({ hasText: tag })).toBeVisible()
    await expect(tray(page).getByRole('listitem').filter({ hasText: 'for this step' }).first()).toContainText(tag)
  })

  await test.step('pieces do not go into the bag of another job, whose label is scanned by mistake', async () => {
    const part = await openPart(page, 'Casing nuts M20 with washers')
    await part.getByLabel(/^To: washing/).fill(`N${job + 1}/B-01`)
    await part.getByRole('button', { name: 'Move' }).click()
    await expect(part.getByRole('alert')).toContainText(`B-01 belongs to job ${job + 1}, not to this one`)
    await part.getByRole('button', { name: 'Back to the bench' }).click()
  })

  await test.step('a device without a camera says so', async () => {
    await tray(page).getByRole('button', { name: 'Scan with the camera' }).click()
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Type the tag')
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  })

  const folder = await mkdtemp(join(tmpdir(), 'needler-camera-'))
  const video = join(folder, 'label.mjpeg')
  await writeFile(video, await labelVideo(tagCode(job, tag)))
  const launch = config.use!.launchOptions!
  const withCamera = await chromium.launch({
    ...launch,
    args: [
      ...launch.args!,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${video}`,
    ],
  })
  try {
    await test.step('read by the camera', async () => {
      const { page: tablet, faults } = await signedIn(withCamera, 'okafor', {
        baseURL: process.env.NEEDLER_URL!,
        viewport: { width: 768, height: 1024 },
        hasTouch: true,
        serviceWorkers: 'block',
      })
      await openBench(tablet, 'P-104')
      await tray(tablet).getByRole('button', { name: 'Scan with the camera' }).tap()
      await expect(tray(tablet).getByRole('button', { name: /^Goes back at step \d+/ })).toBeVisible()
      await expect(tablet.getByRole('dialog')).toHaveCount(0)
      await expect(tray(tablet).getByRole('listitem').filter({ hasText: tag }).first()).toHaveClass(/found/)
      expect(faults).toEqual([])
    })
  } finally {
    await withCamera.close()
    await rm(folder, { recursive: true })
  }
})
