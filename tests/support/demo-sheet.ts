import { readFileSync, readdirSync } from 'node:fs'
import { checkSheet, sheetForJob, type Sheet, type SheetDocument } from '#core'

const folder = new URL('../../demo/sheets/', import.meta.url)
const read = (file: string) => JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as SheetDocument

/** A fresh copy of the demonstration's lift pump, free to be spoiled. */
export const liftPumpDocument = (): SheetDocument => read('split-casing-lift-pump.json')

/** The lift pump as a job has it. */
export const liftPump: Sheet = sheetForJob(checkSheet(liftPumpDocument()))

/** Every sheet of the demonstration, as it comes. */
export const demoDocuments: readonly SheetDocument[] = readdirSync(folder)
  .filter(name => name.endsWith('.json'))
  .map(name => checkSheet(read(name)))

/** One sheet of the demonstration by its key. */
export const demoSheet = (key: string): SheetDocument => demoDocuments.find(document => document.key === key)!
