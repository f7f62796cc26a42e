import { createHash, randomUUID } from 'node:crypto'
import { deflateSync } from 'node:zlib'
import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Attachment, Edit } from '#core'
import type { DraftAnswer } from '#shared/wire/drafts'
import { liftPumpDocument } from '../support/demo-sheet'
import { Client } from './client'

const put = (client: Client, bytes: Uint8Array | string, type = 'application/octet-stream') =>
  client.send<Omit<Attachment, 'name'> & { code: string, detail: string }>('POST', '/attachments', bytes as BodyInit, { 'content-type': type })
const fetchIt = (client: Client, sha256: string) => fetch(`${process.env.NEEDLER_URL}/api/attachments/${sha256}`, { headers: { cookie: client.cookies } })
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
async function paper(change: (pdf: PDFDocument) => unknown = () => {}, hidden = true): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.addPage([595, 842]).drawText(`Torque table ${randomUUID()}`, { x: 50, y: 700 })
  await change(pdf)
  return pdf.save({ useObjectStreams: hidden })
}

describe('pictures and papers beside a sheet', () => {
  let [brandt, varga, guest]: [Client, Client, Client] = [] as never
  beforeAll(async () => {
    ;[brandt, varga, guest] = await Promise.all([Client.as('brandt'), Client.as('varga'), Client.as('guest')])
  })

  it('are kept by what they are, once, and given to whoever reads sheets, never to act inside a page', async () => {
    const picture = await sharp({ create: { width: 3000, height: 40, channels: 3, background: '#345' } }).withExif({ IFD0: { Make: 'Camera' } }).png().toBuffer()
    const kept = await put(brandt, picture, 'text/html')
    expect(kept.body).toMatchObject({ type: 'image/jpeg' })
    expect((await put(varga, picture)).body.sha256).toBe(kept.body.sha256)
    const shown = await fetchIt(guest, kept.body.sha256)
    const bytes = Buffer.from(await shown.arrayBuffer())
    expect([shown.status, sha256(bytes), bytes.length]).toEqual([200, kept.body.sha256, kept.body.bytes])
    expect(await sharp(bytes).metadata()).toMatchObject({ width: 2048, format: 'jpeg' })
    expect((await sharp(bytes).metadata()).exif).toBeUndefined()

    const leaf = await paper()
    const { body: { sha256: name, type } } = await put(brandt, leaf, 'image/png')
    expect([name, type]).toEqual([(await put(varga, leaf)).body.sha256, 'application/pdf'])
    const { headers } = await fetchIt(guest, name)
    // A browser keeps it, and asks each time whether who asks may see it.
    const again = await fetch(`${process.env.NEEDLER_URL}/api/attachments/${name}`, {
      headers: { 'cookie': guest.cookies, 'if-none-match': headers.get('etag')! },
    })
    expect([again.status, headers.get('cache-control')]).toEqual([304, 'private, no-cache'])
    expect(headers.get('content-disposition')).toMatch(/^attachment/)
    expect(headers.get('content-security-policy')).toContain('sandbox')
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect((await fetchIt(guest, '0'.repeat(64))).status).toBe(404)
    expect((await fetchIt(guest, '../secrets')).status).toBeGreaterThanOrEqual(400)
  })

  it.each<[string, () => Promise<Uint8Array>]>([
    ['a script in an object that a later one of its number hides', async () => {
      const leaf = Buffer.from(await paper(undefined, false)).toString('latin1')
      return Buffer.from(leaf.replace('1 0 obj', '1 0 obj\n<< /S /JavaScript /JS (app.alert\\(1\\)) >>\nendobj\n1 0 obj'), 'latin1')
    }],
    ['an address that is opened with it', () => paper((pdf) => {
      pdf.catalog.set(PDFName.of('OpenAction'), pdf.context.obj({ S: 'URI', URI: PDFString.of('http://elsewhere.example/') }))
      pdf.getPage(0).node.set(PDFName.of('AA'), pdf.context.obj({ O: { S: 'URI', URI: PDFString.of('http://elsewhere.example/') } }))
    }, false)],
    ['bytes that stand at an address', () => paper((pdf) => {
      const own = pdf.context.stream('', { F: { FS: 'URL', F: PDFString.of('http://elsewhere.example/') } } as never)
      pdf.getPage(0).node.setXObject(PDFName.of('Far'), pdf.context.register(own))
    }, false)],
  ])('are written anew without %s', async (_name, make) => {
    const sent = await make()
    const { status, body } = await put(brandt, sent)
    expect(status).toBe(200)
    const kept = new Uint8Array(await (await fetchIt(guest, body.sha256)).arrayBuffer())
    const pages = await PDFDocument.load(kept, { updateMetadata: false })
    expect(pages.getPageCount()).toBe(1)
    // What is packed is looked through too.
    const plain = Buffer.from(await pages.save({ useObjectStreams: false })).toString('latin1')
    expect(plain).toContain('/Contents')
    expect(Buffer.from(sent).toString('latin1')).toMatch(/JavaScript|elsewhere/)
    expect(plain).not.toMatch(/JavaScript|elsewhere|OpenAction|\/AA/)
  })

  it.each<[string, RegExp, () => Promise<Uint8Array | string>]>([
    ['a drawing made of text', /SVG/, async () => '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'],
    ['nothing', /empty/, async () => ''],
    ['words', /Only pictures/, async () => 'the torque is 80'],
    ['half a picture', /no picture/, async () => (await sharp({ create: { width: 900, height: 900, channels: 3, background: '#123', noise: { type: 'gaussian', mean: 90, sigma: 40 } } }).jpeg().toBuffer()).subarray(0, 4000)],
    ['half a paper', /cannot be read/, async () => (await paper()).subarray(0, 300)],
    ['a paper with a script in a packed object', /a script/, () => paper(pdf => pdf.addJavaScript('start', 'app.alert(1)'))],
    ['a paper with a file inside', /files inside/, () => paper(pdf => pdf.attach(new Uint8Array([77, 90]), 'setup.exe'))],
    ['a small paper that unpacks to more than any memory', /cannot be read/, async () => {
      const packed = deflateSync(Buffer.alloc(200_000_000, 32))
      return Buffer.concat([
        Buffer.from(`%PDF-1.7\n1 0 obj\n<< /Type /ObjStm /N 1 /First 4 /Filter /FlateDecode /Length ${packed.length} >>\nstream\n`), packed,
        Buffer.from('\nendstream\nendobj\ntrailer\n<< /Root 2 0 R >>\n%%EOF'),
      ])
    }],
    ['a paper whose packed objects are packed twice', /cannot be read/, async () => {
      const leaf = Buffer.from(await paper()).toString('latin1')
      return Buffer.from(leaf.replace(/\/Filter \/FlateDecode(?=[^>]*\/ObjStm|[^>]*\/N )/, '/Filter [/ASCII85Decode /FlateDecode]'), 'latin1')
    }],
    ['a paper of more things than any has', /cannot be read/, () => paper((pdf) => {
      for (let i = 0; i < 80_000; i++) pdf.context.register(pdf.context.obj([i]))
    }, false)],
    ['a paper with notes over its pages', /notes over its pages/, () => paper((pdf) => {
      pdf.getPage(0).node.addAnnot(pdf.context.register(pdf.context.obj({ Type: 'Annot', Subtype: 'FreeText', Rect: [0, 0, 9, 9] })))
    }, false)],
    ['a paper that starts a program', /starts programs/, () => paper((pdf) => {
      pdf.catalog.set(PDFName.of('OpenAction'), pdf.context.obj({ S: 'Launch', F: PDFString.of('cmd.exe') }))
    }, false)],
  ])('are not taken: %s', async (_name, sentence, make) => {
    const { status, body } = await put(brandt, await make())
    expect([status, body.detail]).toEqual([422, expect.stringMatching(sentence)])
  })

  it('stand in a draft, and hold back its release where nobody has put them in', async () => {
    const { body: kept } = await put(brandt, await paper())
    const own = { ...liftPumpDocument(), key: `pump-${randomUUID()}` }
    const { body: { ids: [id] } } = await brandt.post<{ ids: string[] }>('/drafts', { from: 'import', documents: [own] })
    const write = (after: unknown) => brandt.post(`/drafts/${id}/deeds`, { id: randomUUID(), edits: [
      { list: 'steps', key: own.steps[0]!.key, field: 'attachments', after },
    ] satisfies Edit[] })
    const elsewhere = { name: 'Leaf 12', sha256: 'f'.repeat(64), type: 'application/pdf', bytes: 900 }
    expect((await write([elsewhere])).status).toBe(200)
    const release = () => varga.post<{ code: string, detail: string }>(`/drafts/${id}/release`, { seq: 1, note: 'read with the manual' })
    expect((await release()).body).toMatchObject({ code: 'release.attachment', detail: expect.stringContaining('Leaf 12') as string })
    expect((await brandt.post(`/drafts/${id}/deeds`, { id: randomUUID(), undoes: 1 })).status).toBe(200)
    await write([{ name: 'Leaf 12', sha256: kept.sha256, type: kept.type, bytes: kept.bytes }])
    const { seq, document } = (await brandt.get<DraftAnswer>(`/drafts/${id}`)).body
    expect(document.steps[0]!.attachments).toEqual([expect.objectContaining({ sha256: kept.sha256 })])
    expect((await varga.post(`/drafts/${id}/release`, { seq, note: 'read with the manual' })).status).toBe(200)
  })
})
