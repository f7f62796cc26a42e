import { vi } from 'vitest'

/** Waits for what comes by itself. The limit only ends what never comes: a busy machine is slow, not wrong. */
export const soon = <T>(check: () => T | Promise<T>): Promise<T> => vi.waitFor(check, { timeout: 60_000, interval: 20 })
