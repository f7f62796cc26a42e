import { v5 as idFrom } from 'uuid'
import type { EventDraft } from '#shared/wire/types'

/** So that the event that says a photo is kept has one number, however often it is sent. */
const KEPT_EVENTS = '4f0d7c1e-8d0a-4c7e-9a1b-5f1f3f8f9a61'

/** The entry that puts the picture of a photo into the chain. */
export const entryOfPhoto = (photo: string, sha256: string): EventDraft<'photo-kept'> =>
  ({ id: idFrom(photo, KEPT_EVENTS), type: 'photo-kept', happenedAt: new Date().toISOString(), body: { photo, sha256 } })
