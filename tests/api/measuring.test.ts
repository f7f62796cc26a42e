import { eq } from 'drizzle-orm'
import { afterAll, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { InstrumentRow, UnitAnswer } from '#shared/wire/types'
import { positionOf, turnOf } from '#core'
import { closeConnection, database } from '../../server/db/client'
import { reading } from '../../server/db/schema'
import { benchOf } from './bench-of'
import { Client, draft } from './client'

afterAll(closeConnection)

const typed = (values: number[][]) => values.map(row => row.map(String))
const take = (position: string, values: number[][], more: object = {}) =>
  draft('reading-taken', { position, stage: 'as-found', values, typed: typed(values), ...more })
const steel = { alphaPart: 11.5e-6, alphaInstrument: 11.5e-6 }

describe('instruments', () => {
  it('are told to everybody who may see a job, with range, uncertainty and calibration', async () => {
    const { body } = await (await Client.as('guest')).get<InstrumentRow[]>('/instruments')
    expect(body.length).toBeGreaterThan(10)
    expect(body.find(one => one.tag === 'MIC-13')).toMatchObject({
      kind: 'micrometer',
      quantity: 'length',
      rangeFrom: 50,
      rangeTo: 75,
      uncertainty: 0.002,
      step: 0.001,
    })
    const today = new Date().toISOString().slice(0, 10)
    expect(body.filter(one => one.calibratedUntil < today && one.serial === null).map(one => one.tag)).toEqual(['MIC-14', 'TW-07'])
  })
})

describe('a reading', () => {
  it('carries with what and how warm it was taken, is judged at 20 °C, and says so in the record and to the fleet', async () => {
    const client = await Client.as('duarte')
    const id = await client.openJobOf('DCM-581')
    const { body: register } = await client.get<InstrumentRow[]>('/instruments')
    const { calibratedUntil } = register.find(one => one.tag === 'MIC-13')!
    const conditions = {
      instrument: { tag: 'MIC-13', uncertainty: 0.002, calibratedUntil },
      temperature: { partC: 40, instrumentC: 20, ...steel },
    }
    // 55.032 is out of 55.011 … 55.030; 20 K warmer than the micrometer it is 55.0193 at 20 °C.
    const warm = take('seat-de', Array.from({ length: 3 }, () => [55.032, 55.032]), { conditions })
    expect((await client.append(id, [warm])).body.results[0]).toMatchObject({ outcome: 'recorded' })
    const { body: dossier } = await client.get<Dossier>(`/jobs/${id}/dossier`)
    const kept = dossier.readings.findLast(one => one.position === 'seat-de')!
    expect(kept).toMatchObject({
      verdict: 'in',
      conditions,
      values: Array.from({ length: 3 }, () => [55.032, 55.032]),
      value: expect.closeTo(55.032 / (1 + 11.5e-6 * 20), 9) as number,
    })
    const [row] = await database().select().from(reading).where(eq(reading.eventId, warm.id))
    expect(row).toMatchObject({ verdict: 'in', value: kept.value })
    const { body: unit } = await client.get<UnitAnswer>('/units/DCM-581')
    expect(unit.readings.find(one => one.position === 'seat-de')?.value).toBe(kept.value)
  })

  it('with an instrument past its calibration is never better than doubtful', async () => {
    const client = await Client.as('okafor')
    const id = await client.openJobOf('P-102')
    const old = { instrument: { tag: 'MIC-14', uncertainty: 0.001, calibratedUntil: '2020-01-31' } }
    const seat = take('seat-de', Array.from({ length: 3 }, () => [70.012, 70.012]), { conditions: old })
    expect((await client.append(id, [seat])).status).toBe(200)
    const [row] = await database().select().from(reading).where(eq(reading.eventId, seat.id))
    expect(row!.verdict).toBe('doubtful')
    expect((await client.append(id, [draft('undone', { event: seat.id })])).status).toBe(200)
  })

  it('of a run-out is kept turn by turn and stands for its greatest total reading', async () => {
    const { client, id, sheet, workTo } = await benchOf('G-412')
    await workTo('run-out', 'duties')
    const position = positionOf(sheet, 'wheel-run-out')
    const turns = [turnOf(position, 0.002, 10), turnOf(position, 0.02, 75), turnOf(position, 0.004, 90)]
    const event = take('wheel-run-out', turns)
    expect((await client.append(id, [event])).status).toBe(200)
    const [row] = await database().select().from(reading).where(eq(reading.eventId, event.id))
    expect(row!.value).toBeGreaterThan(0.0185)
    expect(row!.value).toBeLessThanOrEqual(0.02)
    const { body } = await client.append(id, [take('wheel-run-out', turns.map(turn => turn.slice(1)))])
    expect(body).toMatchObject({ status: 409, code: 'reading.shape' })
  })

  it.each<[string, object, number, string]>([
    ['an instrument without a calibration', { conditions: { instrument: { tag: 'MIC-13', uncertainty: 0.002 } } }, 422, 'input.bad'],
    [
      'a tag that is none',
      { conditions: { instrument: { tag: 'mike', uncertainty: 0.002, calibratedUntil: '2099-01-31' } } },
      422,
      'input.bad',
    ],
    [
      'a negative uncertainty',
      { conditions: { instrument: { tag: 'MIC-13', uncertainty: -1, calibratedUntil: '2099-01-31' } } },
      422,
      'input.bad',
    ],
    ['conditions that say nothing', { conditions: {} }, 422, 'input.bad'],
    ['half a temperature', { conditions: { temperature: { partC: 30, ...steel } } }, 422, 'input.bad'],
    ['below absolute zero', { conditions: { temperature: { partC: -300, instrumentC: 20, ...steel } } }, 422, 'input.bad'],
    ['a part nobody can hold', { conditions: { temperature: { partC: 700, instrumentC: 20, ...steel } } }, 409, 'temperature.input'],
  ])('with %s is refused and loses nothing', async (_name, more, status, code) => {
    const client = await Client.as('okafor')
    const id = await client.openJobOf('P-102')
    const before = await client.seqOf(id)
    const answer = await client.append(id, [
      take(
        'seat-de',
        Array.from({ length: 3 }, () => [70.012, 70.012]),
        more,
      ),
    ])
    expect(answer.body).toMatchObject({ status, code })
    expect(await client.seqOf(id)).toBe(before)
  })
})
