import { closeConnection, database } from '../../server/db/client'
import { isDemonstration } from '../../server/services/demo-people'
import { newSetUpCode } from '../../server/services/people'
import { closePools } from '../../server/work/pools'

/** Prints whether the demonstration is in the database, and a new one-time code for the first admin while nobody is there. */
const db = database()
console.log(JSON.stringify({ isDemonstration: await isDemonstration(db), code: await newSetUpCode(db) }))
await Promise.all([closeConnection(), closePools()])
