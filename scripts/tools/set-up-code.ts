import { closeConnection, database } from '../../server/db/client'
import { newSetUpCode } from '../../server/services/people'
import { closePools } from '../../server/work/pools'

/** Prints a new one-time code for the first admin of an installation without people; nothing when there are some. */
const code = await newSetUpCode(database())
if (code) console.log(code)
await Promise.all([closeConnection(), closePools()])
