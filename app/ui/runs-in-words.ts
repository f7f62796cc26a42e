import { formatQuantity, thousands } from '#core'
import type { PieceRun } from '#shared/wire/fleet'

/** Where a piece ran before, and how it was found last. */
export const runsInWords = (runs: readonly PieceRun[]): string => runs.map(({ unit, hours, read }) => [
  `${hours === null ? 'ran' : `${thousands(hours)} h`} in ${unit ?? 'a machine of another site'}`,
  read && `${read.name} ${formatQuantity(read.value, read.quantity)} then`,
].filter(Boolean).join(', ')).join('; ')
