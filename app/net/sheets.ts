import { upgradeSheet, type SheetDocument } from '#core'
import { callApi } from './api'
import { deviceStore } from './device-store'

interface Revision { key: string, revision: number }

const idOf = ({ key, revision }: Revision) => `${key}@${revision}`

/** A released sheet that this device has; undefined when it was never fetched here. */
export async function keptSheet(wanted: Revision): Promise<SheetDocument | undefined> {
  const kept = await (await deviceStore()).get('sheets', idOf(wanted))
  return kept && upgradeSheet(kept.document)
}

/** A released revision never changes, so once it is on the device it is never asked for again. */
export async function fetchSheet(wanted: Revision): Promise<SheetDocument> {
  const kept = await keptSheet(wanted)
  if (kept) return kept
  const document = await callApi<SheetDocument>(`/sheets/${wanted.key}/${wanted.revision}`)
  await (await deviceStore()).put('sheets', { id: idOf(wanted), document })
  return document
}
