import { afterAll, describe, expect, it } from 'vitest'
import type { InstrumentHistory, InstrumentRow } from '#shared/wire/types'
import { closeConnection } from '../../server/db/client'
import { Client, draft } from './client'

afterAll(closeConnection)

const dayOff = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
const calibration = (more: object = {}) =>
  ({ day: dayOff(-10), until: dayOff(355), certificate: 'MS-1', result: 'in tolerance', uncertainty: 0.002, ...more })
const micrometer = (tag: string, more: object = {}) => ({
  tag, kind: 'micrometer', name: 'Micrometer 50–75 mm', serial: '4471', site: null, quantity: 'length', rangeFrom: 50, rangeTo: 75,
  step: 0.001, alphaPerK: 11.5e-6, calibration: calibration(), ...more,
})
const history = async (client: Client, tag: string) => (await client.get<InstrumentHistory>(`/instruments/${tag}`)).body

describe('the register of instruments', () => {
  it('takes an instrument once, counts what was read with it by its newest calibration, and lists what is doubtful when it was found out',
    async () => {
      const engineer = await Client.as('varga')
      expect((await engineer.post('/instruments', micrometer('MIC-801'))).status).toBe(200)
      const again = await engineer.post('/instruments', micrometer('MIC-801'))
      expect(again.body).toMatchObject({ status: 409, code: 'instrument.tag-taken' })
      const bench = await Client.as('okafor')
      const { body: register } = await bench.get<InstrumentRow[]>('/instruments')
      expect(register.find(({ tag }) => tag === 'MIC-801')).toMatchObject({ calibratedUntil: dayOff(355), uncertainty: 0.002, serial: '4471',
        retired: false })

      const job = await bench.openJobOf('P-102')
      const values = Array.from({ length: 3 }, () => [70.012, 70.012])
      const reading = draft('reading-taken', {
        position: 'seat-de', stage: 'as-found', values, typed: values.map(row => row.map(String)),
        conditions: { instrument: { tag: 'MIC-801', uncertainty: 1e-9, calibratedUntil: '2099-01-01' } },
      })
      const { body: { results: [kept] } } = await bench.append(job, [reading])
      expect(kept).toMatchObject({ outcome: 'recorded',
        body: { conditions: { instrument: { uncertainty: 0.002, calibratedUntil: dayOff(355) } } } })

      expect(await history(engineer, 'MIC-801')).toMatchObject({ suspectTotal: 0,
        calibrations: [{ certificate: 'MS-1', enteredBy: expect.any(String) as string }] })
      const found = await engineer.post('/instruments/MIC-801/calibrations',
        calibration({ day: dayOff(0), certificate: 'MS-2', result: 'out of tolerance', note: 'spindle worn' }))
      expect(found.status).toBe(200)
      const { calibrations, suspect, suspectTotal, instrument } = await history(engineer, 'MIC-801')
      expect(calibrations.map(({ certificate }) => certificate)).toEqual(['MS-2', 'MS-1'])
      expect(instrument.calibratedUntil).toBe(dayOff(-1))
      expect([suspectTotal, suspect[0]]).toMatchObject([1, { event: reading.id, unit: 'P-102', what: 'seat-de' }])
      // An older calibration that is written down late changes nothing of what holds now.
      expect((await engineer.post('/instruments/MIC-801/calibrations',
        calibration({ day: dayOff(-400), until: dayOff(-35), certificate: 'MS-0' }))).status).toBe(200)
      expect((await history(engineer, 'MIC-801')).instrument.calibratedUntil).toBe(dayOff(-1))
      expect((await bench.append(job, [draft('undone', { event: reading.id })])).status).toBe(200)
    })

  it('lists what the demonstration had measured with the gauge that came back out of tolerance', async () => {
    const { suspectTotal, suspect } = await history(await Client.as('varga'), 'BG-04')
    expect(suspectTotal).toBeGreaterThan(0)
    expect(suspect.every(({ unit }) => unit.length > 2)).toBe(true)
  })

  it('retires an instrument and takes it back, and refuses the same calibration twice at once', async () => {
    const engineer = await Client.as('varga')
    await engineer.post('/instruments', micrometer('MIC-802'))
    for (const retired of [true, false]) {
      expect((await engineer.patch('/instruments/MIC-802', { retired })).status).toBe(200)
      expect((await history(engineer, 'MIC-802')).instrument.retired).toBe(retired)
    }
    const answers = await Promise.all(Array.from({ length: 8 },
      () => engineer.post('/instruments/MIC-802/calibrations', calibration({ day: dayOff(-1) }))))
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array.from({ length: 7 }, () => 409)])
  })

  it.each<[string, object, string]>([
    ['a tag that is none', micrometer('mike'), 'input.bad'],
    ['a range turned round', micrometer('MIC-803', { rangeFrom: 75, rangeTo: 50 }), 'instrument.range'],
    ['no step', micrometer('MIC-803', { step: 0 }), 'input.bad'],
    ['a quantity that is none', micrometer('MIC-803', { quantity: 'luck' }), 'input.bad'],
    ['a site that there is not', micrometer('MIC-803', { site: 'moon' }), 'site.unknown'],
    ['a calibration of tomorrow', micrometer('MIC-803', { calibration: calibration({ day: dayOff(2) }) }), 'calibration.to-come'],
    ['a calibration that ends before it begins', micrometer('MIC-803', { calibration: calibration({ until: dayOff(-20) }) }),
      'calibration.until'],
    ['the thirtieth of February', micrometer('MIC-803', { calibration: calibration({ day: '2026-02-30' }) }), 'input.bad'],
    ['a negative uncertainty', micrometer('MIC-803', { calibration: calibration({ uncertainty: -1 }) }), 'input.bad'],
    ['a key of its own', micrometer('MIC-803', { owner: 'me' }), 'input.bad'],
  ])('refuses %s', async (_what, body, code) => {
    const engineer = await Client.as('varga')
    expect((await engineer.post('/instruments', body)).body).toMatchObject({ status: 422, code })
    expect((await engineer.get('/instruments/MIC-803')).status).toBe(404)
  })

  it('says what is not there', async () => {
    const engineer = await Client.as('varga')
    expect((await engineer.post('/instruments/MIC-999/calibrations', calibration())).body).toMatchObject({ status: 404,
      code: 'instrument.unknown' })
    expect((await engineer.patch('/instruments/MIC-999', { retired: true })).body).toMatchObject({ status: 404,
      code: 'instrument.unknown' })
  })
})
