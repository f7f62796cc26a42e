import jsQR from 'jsqr'

export type QrRequest = Pick<ImageData, 'width' | 'height' | 'data'>

self.addEventListener('message', ({ data: { data, width, height } }: MessageEvent<QrRequest>) => {
  const found = jsQR(data, width, height, { inversionAttempts: 'dontInvert' });
  (self as unknown as { postMessage: (text: string | null) => void }).postMessage(found?.data || null)
})
