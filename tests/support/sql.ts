import pg from 'pg'

/** Runs statements on a connection of their own, past everything the program guards; gives the rows of the last. */
export async function runSql<T = Record<string, unknown>>(
  url: string, ...statements: (string | [text: string, ...values: unknown[]])[]
): Promise<T[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    let rows: T[] = []
    for (const statement of statements) {
      const [text, ...values] = typeof statement === 'string' ? [statement] : statement
      rows = (await client.query(text, values)).rows as T[]
    }
    return rows
  } finally {
    await client.end()
  }
}
