import pdfMake from 'pdfmake'
import type { TDocumentDefinitions } from 'pdfmake/interfaces'

const family = (folder: string, name: string, normal: string, bold: string) =>
  ({ normal: `${folder}:${normal}:${name}_${normal}.ttf`, bold: `${folder}:${bold}:${name}_${bold}.ttf` })
const FONTS = {
  Barlow: family('barlow', 'Barlow', '400Regular', '600SemiBold'),
  Condensed: family('barlow-condensed', 'BarlowCondensed', '500Medium', '600SemiBold'),
  Plex: family('ibm-plex-mono', 'IBMPlexMono', '400Regular', '600SemiBold'),
}

interface PdfMake {
  virtualfs: { writeFileSync: (name: string, bytes: Buffer) => void }
  setFonts: (fonts: object) => void
  setUrlAccessPolicy: (allow: () => boolean) => void
  setLocalAccessPolicy: (allow: () => boolean) => void
  createPdf: (document: TDocumentDefinitions) => { getBuffer: () => Promise<Buffer> }
}

let ready: Promise<PdfMake> | undefined

/** Fonts come from the server's own assets; a document may fetch nothing. */
async function prepare(): Promise<PdfMake> {
  const maker = pdfMake as unknown as PdfMake
  for (const file of Object.values(FONTS).flatMap(({ normal, bold }) => [normal, bold])) {
    const bytes = await useStorage('assets:fonts').getItemRaw<Uint8Array>(file)
    // The font reader looks a little past the end of some tables.
    maker.virtualfs.writeFileSync(file, Buffer.concat([Buffer.from(bytes!), Buffer.alloc(64)]))
  }
  maker.setFonts(FONTS)
  maker.setUrlAccessPolicy(() => false)
  maker.setLocalAccessPolicy(() => false)
  return maker
}

/** A document as PDF bytes. */
export async function makePdf(document: TDocumentDefinitions): Promise<Buffer> {
  ready ??= prepare()
  return (await ready).createPdf(document).getBuffer()
}
