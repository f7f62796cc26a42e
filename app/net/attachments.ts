import { attachmentsOf, type Attachment, type SheetDocument } from '#core'
import { fetchBytes } from './api'
import { SHELF } from './device-store'

/** The oldest go when there are more on one device. */
const MOST = 400
const addressOf = ({ sha256 }: Pick<Attachment, 'sha256'>) => `/api/attachments/${sha256}`
/** None where the page has no safe link of its own (http in the shop): then everything is asked from the server. */
const shelf = (): Promise<Cache | undefined> => 'caches' in globalThis ? caches.open(SHELF) : Promise.resolve(undefined)

/** A picture or paper of a sheet: from this device where it is kept, else from the server, and kept then. */
export async function fetchAttachment(wanted: Pick<Attachment, 'sha256'>): Promise<Blob> {
  const kept = await (await shelf())?.match(addressOf(wanted))
  if (kept) return kept.blob()
  const bytes = await fetchBytes(`/attachments/${wanted.sha256}`)
  await (await shelf())?.put(addressOf(wanted), new Response(bytes))
  return bytes
}

/** Fetches everything that lies beside a sheet, for work without a link; stops quietly where there is none. */
export async function keepAttachments(sheet: SheetDocument): Promise<void> {
  const kept = await shelf()
  if (!kept) return
  try {
    for (const { attachment } of attachmentsOf(sheet)) await fetchAttachment(attachment)
  } catch {
    return
  }
  const old = (await kept.keys()).slice(0, -MOST)
  await Promise.all(old.map(request => kept.delete(request)))
}
