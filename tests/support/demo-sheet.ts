import { readFileSync } from 'node:fs'
import { checkSheet, type Sheet } from '#core'

/** A fresh copy of the demonstration's lift pump, free to be spoiled. */
export const liftPumpDocument = (): Sheet =>
  JSON.parse(readFileSync(new URL('../../demo/sheets/split-casing-lift-pump.json', import.meta.url), 'utf8')) as Sheet

export const liftPump: Sheet = checkSheet(liftPumpDocument())
