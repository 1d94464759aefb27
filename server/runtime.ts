import { join } from 'node:path'
import { siteAtHost } from '../core/address/host'
import { isUnclaimed } from './services/people/access'
import { clockFromEnvironment } from './services/clock'
import { firstCode } from './services/people/firstCode'
import { openOffice, type Office } from './services/office'
import { openPictures } from './services/media/pictures'
import { Foresight } from './services/planning/foresight'
import { SiteFacts } from './services/publishing/siteFacts'
import { LiveSite } from './site/answer'
import { MomentSite } from './site/moment'
import { forEachSite } from './jobs/forEachSite'
import { startAddressUseKeeper } from './jobs/addressUseKeeper'
import { startBatchRunner } from './jobs/batchRunner'
import { startDeadlines } from './jobs/deadlines'
import { startCleanup } from './jobs/cleanup'
import { startForecast } from './jobs/forecast'
import { startVersionIndexer } from './jobs/versionIndexer'
import { startListUpdater } from './jobs/listUpdater'
import { startLogCopier } from './jobs/logCopier'
import { startJournalHeads } from './jobs/journalHeads'
import { startNotifier } from './jobs/notifier'
import { startIndexer } from './jobs/searchIndex'
import { startScheduler } from './jobs/scheduler'
import { startZoneUpdater } from './jobs/zoneUpdater'
import { openThreads } from './services/threads'

/** The parts of a running server that are of one site. */
export interface SiteParts {
  office: Office
  live: LiveSite
  facts: SiteFacts
  foresight: Foresight
  moments: MomentSite
}

/** The parts of a running server. */
export interface Runtime {
  office: Office
  /** The parts of the site that is meant at a host, or before the first start is completed of none; `undefined` at a host of no site. */
  at(host: string): Promise<SiteParts | undefined>
  stop(): Promise<void>
}

let started: Promise<Runtime> | undefined

async function start(): Promise<Runtime> {
  const office = await openOffice(process.env.YIELDGATE_DATA ?? join(process.cwd(), '.data'), clockFromEnvironment(), {
    threads: openThreads,
    pictures: openPictures,
  })
  // There before anyone is answered.
  if (await isUnclaimed(office)) await firstCode(office)
  const made = new Map<string | null, SiteParts>()
  const partsOf = (id: string | null): SiteParts => {
    let parts = made.get(id)
    if (!parts) made.set(id, (parts = makeParts(id === null ? office : office.ofSite(id))))
    return parts
  }
  const stops =
    process.env.YIELDGATE_JOBS === 'off'
      ? []
      : [
          forEachSite(office, startScheduler),
          forEachSite(office, startZoneUpdater),
          forEachSite(office, (own) => startAddressUseKeeper(own, () => partsOf(own.siteId).live.uses.keep())),
          startIndexer(office),
          startListUpdater(office),
          startVersionIndexer(office),
          forEachSite(office, startBatchRunner),
          forEachSite(office, startDeadlines),
          startNotifier(office),
          startJournalHeads(office),
          startCleanup(office),
          startLogCopier(office),
          forEachSite(office, (own) => startForecast(own, partsOf(own.siteId).foresight)),
        ]
  return {
    office,
    at: async (host) => {
      const sites = await office.sites()
      const site = siteAtHost(sites, host)
      return site || !sites.length ? partsOf(site?.id ?? null) : undefined
    },
    async stop() {
      for (const stop of stops) await stop()
      await office.close()
    },
  }
}

function makeParts(office: Office): SiteParts {
  const facts = new SiteFacts(office)
  const foresight = new Foresight(office, facts)
  return { office, live: new LiveSite(office), facts, foresight, moments: new MomentSite(office, foresight) }
}

/** The process's runtime, opened at the first call. */
export const runtime = (): Promise<Runtime> => (started ??= start())
