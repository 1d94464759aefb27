import { pino, stdSerializers, type Logger } from 'pino'
import { v7 } from 'uuid'
import type { Rights } from '../../core/access/rights'
import { isOfAccounts, isStale, newFact, type DataOf, type JournalAction, type NewFact } from '../../core/journal/actions'
import type { JournalRow } from '../../core/journal/chain'
import { hashWithNode } from '../hashing'
import { picturesHere, type Pictures } from './media/pictures'
import { openStore, type Store, type Tx } from '../store/database'
import { appendJournal, journalAfter, journalHead, type JournalHead } from '../store/journal'
import { loadRights } from '../store/people'
import { listSites, type SiteRow } from '../store/sites'
import { inThisThread, type Threads } from './threads'
import type { Clock } from './clock'
import { openSecurityLog, type SecurityLog } from './securityLog'

/**
 * All that a service needs: the store, the clock, new ids, who may do what, threads for long work, what makes pictures, and news of what
 * happened. It is the office of one site (`ofSite`); one that was only opened is that of the only site of its file.
 */
export interface Office {
  /** The site that it is of; `null` for the only one of its file. */
  siteId: string | null
  store: Store
  clock: Clock
  log: Logger
  security: SecurityLog
  threads: Threads
  pictures: Pictures
  /** The present as an ISO 8601 instant. */
  now(): string
  newId(): string
  /** All sites of the file, the first made before. */
  sites(): Promise<SiteRow[]>
  /** The office of one of them. */
  ofSite(id: string): Office
  /** Its site, or undefined before the first start was completed. Throws where the file has several and the office is of none. */
  site(): Promise<SiteRow | undefined>
  /** Who may do what on its site. */
  rights(): Promise<Rights>
  /** Hears every journal row of its site and of accounts, of this process at once and of others within a quarter of a second. */
  onNews(listener: (rows: JournalRow[]) => void): () => void
  /** Waits until the listeners have been told all that is committed now. */
  settle(): Promise<void>
  close(): Promise<void>
}

hashWithNode()

const POLL_MS = 100

/** How an office is opened; a server's own has threads and processes beside it, what else opens one answers nobody meanwhile. */
interface Opening {
  /** The demo's seeding brings ids of its own, so that it repeats. */
  newId?: () => string
  /** Whether a commit waits for the disk. */
  durable?: boolean
  threads?: (folder: string) => Threads
  pictures?: () => Pictures
}

/** Opens the office on a data folder. */
export async function openOffice(
  folder: string,
  clock: Clock,
  { newId = () => v7() as string, durable = true, threads: beginThreads, pictures: beginPictures }: Opening = {},
): Promise<Office> {
  const store = await openStore(folder, durable)
  const threads = beginThreads?.(folder) ?? inThisThread(store.read)
  const pictures = beginPictures?.() ?? picturesHere()
  const listeners = new Set<(rows: JournalRow[]) => void>()
  let lastRead = (await journalHead(store.read)).seq
  const rights = new Map<string, Promise<Rights>>()
  let sites: Promise<SiteRow[]> | undefined
  let listening: Promise<void> = Promise.resolve()

  const readJournal = async () => {
    for (;;) {
      const rows = await journalAfter(store.read, lastRead, 1_000)
      if (!rows.length) return
      lastRead = rows.at(-1)!.seq
      if (rows.some(({ action }) => isStale(action, 'rights'))) {
        rights.clear()
        sites = undefined
      }
      for (const listener of listeners) listener(rows)
      if (rows.length < 1_000) return
    }
  }
  const settle = () => (listening = listening.then(readJournal))
  // Errors with their message and stack, under the name that we give them.
  const log = pino({ level: process.env.YIELDGATE_LOG ?? 'warn', serializers: { error: stdSerializers.err } })
  let closed = false
  const safely = () =>
    closed || settle().catch((error: unknown) => ((listening = Promise.resolve()), log.error({ error }, 'reading the journal failed')))
  const timer = setInterval(safely, POLL_MS)
  timer.unref()
  // After whoever waits for the commit has gone on.
  store.onCommit(() => void setImmediate(safely))

  const onNews: Office['onNews'] = (listener) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }
  const security = openSecurityLog(folder, onNews, (error) => log.error({ error }, 'the security log could not be written'))

  const allSites = () => {
    const reading = (sites ??= listSites(store.read))
    // What could not be read, or is not there before the first start is completed, is not remembered.
    const forget = () => void (sites === reading && (sites = undefined))
    reading.then((rows) => rows.length || forget(), forget)
    return reading
  }
  const siteOf = async (id: string | null): Promise<SiteRow | undefined> => {
    const all = await allSites()
    if (id !== null) return all.find((site) => site.id === id)
    if (all.length > 1) throw new Error('The file has several sites, and the office is of none of them')
    return all[0]
  }
  const rightsOf = async (id: string | null): Promise<Rights> => {
    const site = await siteOf(id)
    const key = site?.id ?? ''
    let known = rights.get(key)
    if (!known) {
      known = loadRights(store.read, key)
      if (site) rights.set(key, known)
      known.catch(() => rights.delete(key))
    }
    return known
  }

  const office = (id: string | null): Office => ({
    siteId: id,
    store,
    clock,
    log,
    security,
    threads,
    pictures,
    now: () => clock.now().toISOString(),
    newId,
    sites: allSites,
    ofSite: office,
    site: () => siteOf(id),
    rights: () => rightsOf(id),
    onNews: (listener) =>
      onNews((rows) => {
        const own = id === null ? rows : rows.filter(({ site }) => site === null || site === id)
        if (own.length) listener(own)
      }),
    settle,
    async close() {
      closed = true
      clearInterval(timer)
      await listening
      security.close()
      pictures.close()
      await threads.close()
      await store.close()
    },
  })
  return office(null)
}

/** The data of an action; left out where there may be none. */
type Data<A extends JournalAction> = null extends DataOf<A> ? [data?: DataOf<A>] : [data: DataOf<A>]

/** Writes one fact of the journal with the office's clock. */
export const writeFact = <A extends JournalAction>(
  office: Office,
  tx: Tx,
  person: string | null,
  action: A,
  item: string | null,
  ...data: Data<A>
): Promise<void> => writeFacts(office, tx, [fact(office, person, action, item, ...data)])

/** Writes facts of the journal as those of the office's site, after `end` where the transaction has read it and written none since. */
export const writeFacts = async (office: Office, tx: Tx, facts: readonly NewFact[], end?: JournalHead): Promise<void> =>
  appendJournal(tx, facts.every(({ action }) => isOfAccounts(action)) ? null : ((await office.site())?.id ?? null), facts, end)

export const fact = <A extends JournalAction>(
  office: Office,
  person: string | null,
  action: A,
  item: string | null,
  ...[data]: Data<A>
): NewFact => newFact(office.now(), person, action, item, (data ?? null) as DataOf<A>)

/** The id of the office's site. Throws before the first start was completed. */
export async function siteId(office: Office): Promise<string> {
  const site = await office.site()
  if (!site) throw new Error('There is no site yet')
  return site.id
}
