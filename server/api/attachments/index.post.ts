import { rm } from 'node:fs/promises'
import { MOST_ATTACHMENT_BYTES } from '#core'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { countBytes } from '../../http/fair-share'
import { readToFile } from '../../http/read-body'
import { keepAttachment } from '../../services/attachments'
import { photoStore } from '../../services/photo-store'
import { uploadPath } from '../../services/uploads'

export default defineApi({ right: 'sheet:write', share: 'upload' }, async ({ event, person }) => {
  const path = uploadPath()
  try {
    const received = await readToFile(event, path, MOST_ATTACHMENT_BYTES)
    await countBytes(person.id, 'pictures', received.size)
    return await keepAttachment(database(), photoStore(), person, { path, ...received })
  } finally {
    await rm(path, { force: true })
  }
})
