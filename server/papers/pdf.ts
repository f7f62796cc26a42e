import { readFileSync } from 'node:fs'
import pdfMake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'

const family = (name: string, normal: string, bold: string) => ({ normal: `${name}_${normal}.ttf`, bold: `${name}_${bold}.ttf` })
const FONTS = {
  Barlow: family('Barlow', '400Regular', '600SemiBold'),
  Condensed: family('BarlowCondensed', '500Medium', '600SemiBold'),
  Plex: family('IBMPlexMono', '400Regular', '600SemiBold'),
}

interface PdfMake {
  virtualfs: { writeFileSync: (name: string, bytes: Buffer) => void }
  setFonts: (fonts: object) => void
  setUrlAccessPolicy: (allow: () => boolean) => void
  setLocalAccessPolicy: (allow: () => boolean) => void
  createPdf: (document: TDocumentDefinitions) => { getBuffer: () => Promise<Buffer> }
}

let ready: PdfMake | undefined

/** Whole fonts lie beside the built workers (those of the browser come in pieces); a document may fetch nothing. */
function prepare(): PdfMake {
  const maker = pdfMake as unknown as PdfMake
  for (const file of Object.values(FONTS).flatMap(({ normal, bold }) => [normal, bold])) {
    const bytes = readFileSync(new URL(`./fonts/${file}`, import.meta.url))
    // The font reader looks a little past the end of some tables.
    maker.virtualfs.writeFileSync(file, Buffer.concat([bytes, Buffer.alloc(64)]))
  }
  maker.setFonts(FONTS)
  maker.setUrlAccessPolicy(() => false)
  maker.setLocalAccessPolicy(() => false)
  return maker
}

/** At the foot of every page of the demonstration. */
export const DEMO_LINE: Content = { text: 'DEMONSTRATION · every figure is made up', alignment: 'center', fontSize: 8, margin: [0, 8, 0, 0] }

/** A document as PDF bytes. */
export async function makePdf(document: TDocumentDefinitions): Promise<Buffer> {
  ready ??= prepare()
  return ready.createPdf(document).getBuffer()
}
