import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { sendKept } from '../../http/kept-bytes'
import { contentParams } from '../../http/params'
import { readAttachment } from '../../services/attachments'
import { photoStore } from '../../services/photo-store'

export default defineApi({ right: 'sheet:read', params: contentParams, share: 'reading' }, async ({ event, params }) => {
  const { type, bytes } = await readAttachment(database(), photoStore(), params.sha256)
  return sendKept(event, { bytes, sha256: params.sha256 }, {
    'content-type': type,
    // A paper is saved and opened by what the person trusts, never inside this page.
    'x-content-type-options': 'nosniff',
    'content-security-policy': 'sandbox; default-src \'none\'',
    'content-disposition': type === 'application/pdf' ? 'attachment; filename="paper.pdf"' : 'inline',
  })
})
