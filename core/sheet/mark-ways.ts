import type { MarkWay } from './schema'
import type { Treatment } from './terms'

/** What each way of marking does not survive (general practice; a photo or a punch is the way out). */
export const PERISHES: Readonly<Record<MarkWay, readonly Treatment[]>> = {
  'felt pen': ['wipe', 'solvent', 'wash', 'bath', 'blast', 'oven'],
  'paint': ['solvent', 'wash', 'bath', 'blast', 'oven'],
  'tag': ['bath', 'blast', 'oven'],
  'scribe': ['blast'],
  'punch': [],
}
