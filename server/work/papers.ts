import type { TDocumentDefinitions } from 'pdfmake/interfaces'
import workerpool from 'workerpool'
import { database } from '../db/client'
import { dossierCsv } from '../papers/dossier-csv'
import { jobCard, type CardOf } from '../papers/job-card'
import { makePdf } from '../papers/pdf'
import { readDossier, type Page } from '../services/dossier'
import { giveWay } from './give-way'

giveWay()

/** Bytes go over to the other thread, they are not copied. */
function handOver(bytes: Uint8Array): unknown {
  const own = Uint8Array.from(bytes)
  return new workerpool.Transfer(own, [own.buffer])
}

workerpool.worker({
  card: async (of: CardOf) => handOver(await makePdf(jobCard(of))),
  pdf: async (document: TDocumentDefinitions) => handOver(await makePdf(document)),
  async dossier(jobId: string, as: 'json' | 'csv', page: Page) {
    const dossier = await readDossier(database(), jobId, page)
    return handOver(Buffer.from(as === 'csv' ? dossierCsv(dossier) : JSON.stringify(dossier)))
  },
})
