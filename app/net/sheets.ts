import { upgradeSheet, type SheetDocument } from '#core'
import { callApi } from './api'
import { deviceStore } from './device-store'

/** A document as lists and jobs name it: by its content, and by its key and revision for people. */
interface Named { key: string, revision: number, sha256: string }

/** A document that this device has; undefined when it was never fetched here. */
export async function keptSheet({ sha256, key, revision }: Named): Promise<SheetDocument | undefined> {
  const store = await deviceStore()
  // What an earlier version of the app has kept stands under its key and revision.
  const kept = (sha256 && await store.get('sheets', sha256)) || await store.get('sheets', `${key}@${revision}`)
  return kept && upgradeSheet(kept.document)
}

/** A document is named by its content, so once it is on the device it is never asked for again. */
export async function fetchSheet(wanted: Named): Promise<SheetDocument> {
  const kept = await keptSheet(wanted)
  if (kept) return kept
  const document = await callApi<SheetDocument>(`/documents/${wanted.sha256}`)
  await (await deviceStore()).put('sheets', { id: wanted.sha256, document })
  return document
}
