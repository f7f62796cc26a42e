import { database, rowsOf } from './client'

/*
 * What instances tell each other through PostgreSQL. Everything goes over one channel, so that whoever hears his own pulse there hears
 * all the rest too; the first word says what it is.
 */
export const BULLETIN = 'needler'
export type Kind = 'job' | 'fleet' | 'people' | 'pulse'

/** Tells all instances; several of a kind leave in one statement. */
export async function tell(kind: Kind, texts: readonly string[]): Promise<void> {
  const payloads = texts.map(text => `${kind} ${text}`)
  await rowsOf(database(), 'select pg_notify($1, payload) from unnest($2::text[]) as payload', [BULLETIN, payloads], 'tell')
}
