import { join } from 'node:path'
import { clockFromEnvironment } from './services/clock'
import { openOffice, type Office } from './services/office'
import { LiveSite } from './site/answer'
import { startBinKeeper } from './jobs/binKeeper'
import { startDeadlines } from './jobs/deadlines'
import { startJournalHeads } from './jobs/journalHeads'
import { startPostOffice } from './jobs/postOffice'
import { startIndexer } from './jobs/searchIndex'
import { startScheduler } from './jobs/scheduler'

/** The parts of a running server. */
export interface Runtime {
  office: Office
  live: LiveSite
  stop(): Promise<void>
}

/** The one place that decides whether this process is the demo: only a start by `npm run demo` sets it. */
export const isDemo = process.env.YIELDGATE_DEMO === '1'

let started: Promise<Runtime> | undefined

async function start(): Promise<Runtime> {
  const office = await openOffice(process.env.YIELDGATE_DATA ?? join(process.cwd(), '.data'), clockFromEnvironment())
  const live = new LiveSite(office)
  const stops =
    process.env.YIELDGATE_JOBS === 'off'
      ? []
      : [
          startScheduler(office),
          startIndexer(office),
          startDeadlines(office),
          startPostOffice(office),
          startJournalHeads(office),
          startBinKeeper(office),
        ]
  return {
    office,
    live,
    async stop() {
      for (const stop of stops) await stop()
      await office.close()
    },
  }
}

/** The process's runtime, opened at the first call. */
export const runtime = (): Promise<Runtime> => (started ??= start())
