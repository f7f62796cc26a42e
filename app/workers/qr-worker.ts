import jsQR from 'jsqr'
import { serve } from './protocol'

export interface QrTasks {
  read: { input: Pick<ImageData, 'width' | 'height' | 'data'>, result: string | null }
}

serve<QrTasks>({ read: ({ data, width, height }) => jsQR(data, width, height, { inversionAttempts: 'dontInvert' })?.data || null })
