import { randomUUID } from 'node:crypto'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { closeConnection, database } from '../../server/db/client'
import { person } from '../../server/db/schema'
import { isAlone, readFirstDay } from '../../server/services/first-day'
import { addPerson, makeFirstAdmin, newSetUpCode } from '../../server/services/people'
import { proveSigner, signIn } from '../../server/services/sign-in'
import { closePools } from '../../server/work/pools'
import { runSql } from '../support/sql'

const name = `empty_${randomUUID().replaceAll('-', '')}`
const shared = process.env.DATABASE_URL!

beforeAll(async () => {
  await runSql(shared, `create database ${name}`)
  process.env.DATABASE_URL = shared.replace(/\/[^/]+$/, `/${name}`)
  await migrate(database(), { migrationsFolder: new URL('../../server/db/migrations', import.meta.url).pathname })
})
afterAll(async () => {
  await Promise.all([closeConnection(), closePools()])
  process.env.DATABASE_URL = shared
  await runSql(shared, `drop database ${name}`)
})

describe('an empty installation', () => {
  it('has nobody, and its first admin is made once, by whoever has the code that was printed', async () => {
    const db = database()
    expect(await db.select().from(person)).toEqual([])
    const code = (await newSetUpCode(db))!
    expect(code).toMatch(/^([a-z2-9]{4}-){4}[a-z2-9]{4}$/)
    const make = (with_: string, login: string, secrets: object = {}) =>
      makeFirstAdmin(db, { code: with_, login, name: 'F. Irst', password: 'seven dry gaskets', pin: '805319', address: '127.0.0.1', ...secrets })
    await expect(make('aaaa-aaaa-aaaa-aaaa-aaaa', 'thief')).rejects.toMatchObject({ status: 403, code: 'set-up.wrong' })
    await expect(make(code, 'first', { pin: '123456' })).rejects.toMatchObject({ status: 422, code: 'pin.weak' })
    await expect(make(code, 'first', { password: 'first gaskets' })).rejects.toMatchObject({ status: 422, code: 'password.weak' })
    const fresh = (await newSetUpCode(db))!
    await expect(make(code, 'late')).rejects.toMatchObject({ status: 403 })
    const made = await Promise.allSettled(['primary', 'second', 'third'].map(login => make(fresh, login)))
    expect(made.filter(one => one.status === 'fulfilled').length).toBe(1)
    const [admin, ...others] = await db.select().from(person)
    expect([admin!.role, others]).toEqual(['admin', []])
    expect(await newSetUpCode(db)).toBeNull()
    const place = { device: null, address: '203.0.113.9', isLoopback: false }
    expect(await signIn(db, { login: admin!.login, password: 'seven dry gaskets', place })).toMatchObject({ role: 'admin' })
    expect(await proveSigner(db, { login: admin!.login, pin: '805319', place, sender: 'x' })).toMatchObject({ id: admin!.id })
  })

  it('tells its lone admin that a hold point wants somebody else, until there is somebody who could release one', async () => {
    const db = database()
    const [row] = await db.select().from(person)
    const admin = { ...row!, sites: null }
    expect((await readFirstDay(db, admin)).steps.map(({ step, isDone }) => [step, isDone])).toEqual(
      [['sites', false], ['people', false], ['machines', false], ['instruments', false], ['overhaul', false]],
    )
    await addPerson(db, admin, { login: 'hand', name: 'A. Hand', role: 'technician', sites: null })
    expect(await isAlone(db, admin)).toBe(true)
    await addPerson(db, admin, { login: 'lead', name: 'A. Lead', role: 'lead', sites: null })
    expect(await isAlone(db, admin)).toBe(false)
    expect((await readFirstDay(db, admin)).steps.find(({ step }) => step === 'people')).toEqual({ step: 'people', isDone: true, isLeftOut: false })
  })
})
