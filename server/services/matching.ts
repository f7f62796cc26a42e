import { and, ilike, or, type SQL } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'

/** Every word of a search stands in one of the columns; what a pattern would mean is taken as it is written. */
export function matching(search: string | undefined, columns: readonly PgColumn[]): SQL | undefined {
  const words = search?.trim().split(/\s+/).filter(Boolean) ?? []
  const like = (word: string) => `%${word.replaceAll(/[\\%_]/g, '\\$&')}%`
  return and(...words.map(word => or(...columns.map(column => ilike(column, like(word))))))
}
