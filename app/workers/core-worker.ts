import {
  auditSheet, compareSchools, draftChecker, fixesOf, operatingClearance, passesForEvenness, proposalsFor, rowsToEdits,
  simulateTightening, walkJobs, type Catalogue, type Checked, type DraftNews, type EvenPasses, type Finding, type Fix,
  type OperatingClearance, type OperatingClearanceInput, type PasteInput, type PasteResult, type Proposal, type School,
  type SchoolsInput, type SheetDocument, type SimulatedTightening, type TighteningModel, type WalkedJobs,
} from '#core'
import { v4 as newId } from 'uuid'
import { serve } from './protocol'

export interface CoreTasks {
  operatingClearance: { input: OperatingClearanceInput, result: OperatingClearance }
  auditSheet: { input: SheetDocument, result: Finding[] }
  /** The worker keeps the draft: it is told the whole once, and then what was written. */
  checkDraft: { input: DraftNews, result: Checked }
  proposals: { input: { sheet: SheetDocument, shop: Catalogue }, result: Proposal[] }
  fixes: { input: { sheet: SheetDocument, checked: Checked, shop: Catalogue, of?: { list: string, key: string } }, result: Fix[] }
  walkJobs: { input: { sheet: SheetDocument, jobs: number }, result: WalkedJobs }
  /** Keys are made here: a function does not cross over. */
  readTable: { input: { sheet: SheetDocument } & Omit<PasteInput, 'newId'>, result: PasteResult }
  compareSchools: { input: SchoolsInput, result: School[] }
  simulateTightening: { input: TighteningModel, result: SimulatedTightening }
  passesForEvenness: { input: Parameters<typeof passesForEvenness>[0], result: EvenPasses }
}

serve<CoreTasks>({
  operatingClearance: input => operatingClearance(input),
  auditSheet: sheet => auditSheet(sheet),
  checkDraft: draftChecker(),
  proposals: ({ sheet, shop }) => proposalsFor(sheet, newId, shop),
  fixes: ({ sheet, checked, shop, of }) => fixesOf(sheet, checked, newId, shop, of),
  walkJobs: ({ sheet, jobs }, { progress }) => walkJobs(sheet, jobs, (walked) => {
    progress(walked / jobs)
    return true
  }),
  readTable: ({ sheet, ...input }) => rowsToEdits(sheet, { ...input, newId }),
  compareSchools: input => compareSchools(input),
  simulateTightening: input => simulateTightening(input),
  passesForEvenness: input => passesForEvenness(input),
})
