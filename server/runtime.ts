import { join } from 'node:path'
import { isUnclaimed } from './services/people/access'
import { clockFromEnvironment } from './services/clock'
import { firstCode } from './services/people/firstCode'
import { openOffice, type Office } from './services/office'
import { openPictures } from './services/media/pictures'
import { Foresight } from './services/planning/foresight'
import { SiteFacts } from './services/publishing/siteFacts'
import { LiveSite } from './site/answer'
import { MomentSite } from './site/moment'
import { startBatchRunner } from './jobs/batchRunner'
import { startDeadlines } from './jobs/deadlines'
import { startForgetter } from './jobs/forgetter'
import { startForeteller } from './jobs/foreteller'
import { startHistorian } from './jobs/historian'
import { startLister } from './jobs/lister'
import { startLogCopier } from './jobs/logCopier'
import { startJournalHeads } from './jobs/journalHeads'
import { startPostOffice } from './jobs/postOffice'
import { startIndexer } from './jobs/searchIndex'
import { startScheduler } from './jobs/scheduler'
import { startZoneKeeper } from './jobs/zoneKeeper'
import { openThreads } from './services/threads'

/** The parts of a running server. */
export interface Runtime {
  office: Office
  live: LiveSite
  facts: SiteFacts
  foresight: Foresight
  moments: MomentSite
  stop(): Promise<void>
}

/** The one place that decides whether this process is the demo: only a start by `npm run demo` sets it. */
export const isDemo = process.env.YIELDGATE_DEMO === '1'

let started: Promise<Runtime> | undefined

async function start(): Promise<Runtime> {
  const office = await openOffice(process.env.YIELDGATE_DATA ?? join(process.cwd(), '.data'), clockFromEnvironment(), {
    threads: openThreads,
    pictures: openPictures,
  })
  // There before anyone is answered.
  if (await isUnclaimed(office)) await firstCode(office)
  const live = new LiveSite(office)
  const facts = new SiteFacts(office)
  const foresight = new Foresight(office, facts)
  const moments = new MomentSite(office, foresight)
  const stops =
    process.env.YIELDGATE_JOBS === 'off'
      ? []
      : [
          startScheduler(office),
          startZoneKeeper(office),
          startIndexer(office),
          startLister(office),
          startHistorian(office),
          startBatchRunner(office),
          startDeadlines(office),
          startPostOffice(office),
          startJournalHeads(office),
          startForgetter(office),
          startLogCopier(office),
          startForeteller(office, foresight),
        ]
  return {
    office,
    live,
    facts,
    foresight,
    moments,
    async stop() {
      for (const stop of stops) await stop()
      await office.close()
    },
  }
}

/** The process's runtime, opened at the first call. */
export const runtime = (): Promise<Runtime> => (started ??= start())
