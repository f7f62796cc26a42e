import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url'
import { serve } from './protocol'

export interface QrTasks {
  read: { input: ImageData, result: string | null }
}

interface Detector { detect: (picture: ImageData) => Promise<{ rawValue: string }[]> }
interface DetectorClass {
  new(options: { formats: ['qr_code'] }): Detector
  getSupportedFormats: () => Promise<string[]>
}

/** The browser's own reader of codes where it has one, else the one that ships with us. */
async function makeDetector(): Promise<Detector> {
  const own = (globalThis as { BarcodeDetector?: DetectorClass }).BarcodeDetector
  if (own && (await own.getSupportedFormats()).includes('qr_code')) return new own({ formats: ['qr_code'] })
  const { BarcodeDetector, prepareZXingModule } = await import('barcode-detector/ponyfill')
  prepareZXingModule({ overrides: { locateFile: () => wasm } })
  return new BarcodeDetector({ formats: ['qr_code'] })
}

let detector: Promise<Detector> | undefined
serve<QrTasks>({
  read: async (picture) => {
    detector ??= makeDetector()
    return (await (await detector).detect(picture))[0]?.rawValue || null
  },
})
