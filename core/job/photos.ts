import { refuse } from './refusal'
import type { Stamp } from './stamp'
import { intoList, STANDS_ALONE, type CloseBlocker, type Subject } from './subject'

export interface PhotoEvents {
  'photo-added': { photo: string, step?: string, part?: string, mark?: string, caption?: string }
  /** The picture of a photo has arrived and is kept; SHA-256 of what is kept, in hex. Made by the server. */
  'photo-kept': { photo: string, sha256: string }
}

export interface Photo extends Stamp { photo: string, step?: string, part?: string, mark?: string, caption?: string }
export interface PhotoState {
  photos: Photo[]
  /** Photos whose picture is kept, with its SHA-256. What is kept is never taken back. */
  kept: Record<string, string>
}

export interface PhotoDuty { kind: 'photo', what: string }

/** Photos: announced at the bench, kept when their picture has arrived. */
export const photos: Subject<PhotoEvents, PhotoState, PhotoDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ photos: [], kept: {} }),
  events: {
    'photo-added': { name: 'Photo', right: 'job:work', ...intoList('photos'), guard: () => null },
    'photo-kept': {
      name: 'Photo arrived',
      right: 'job:work',
      fold: (state, _stamp, { photo, sha256 }) => {
        state.kept[photo] = sha256
      },
      guard: ({ state }, { photo }) =>
        Object.hasOwn(state.kept, photo) ? refuse('photo.kept-already', 'This picture is kept already.') : null,
    },
  },
  duties: {
    photo: {
      turn: 'evidence',
      asks: ['photo', 'removes'],
      // Where the sheet wants one; in a failure analysis also of everything that comes out.
      of: (_sheet, state, step) => {
        const what
          = step.photo
            ?? (state.opened?.depth === 'failure-analysis' && step.removes ? 'What comes out, as it lies in the machine' : undefined)
        return what ? [{ duty: { kind: 'photo', what }, met: state.photos.some(photo => photo.step === step.key) }] : []
      },
      say: ({ what }) => `take a photo: ${what}`,
    },
  },
  blockers: (_sheet, state) => {
    const missing = state.photos.filter(photo => !Object.hasOwn(state.kept, photo.photo))
    return missing.length > 0 ? [{ code: 'photo-missing', message: sayMissing(missing) } satisfies CloseBlocker] : []
  },
}

function sayMissing(missing: readonly Photo[]): string {
  const who = [...new Set(missing.map(photo => photo.by))].join(', ')
  return missing.length === 1
    ? `A photo of ${who} has not arrived. It is sent from the device that took it; without that device, take the photo back.`
    : `${missing.length} photos of ${who} have not arrived. They are sent from the devices that took them; without those, take the photos back.`
}
