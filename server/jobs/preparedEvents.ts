import { randomUUID } from 'node:crypto'
import { describedAction, type LiveData, type NewFact } from '../../core/journal/actions'
import type { JournalFact } from '../../core/journal/chain'
import { lateness, type LateWay } from '../../core/plan/events'
import { dateIn } from '../../core/time/date'
import { runStatements, statementsOf, type Bind, type Reader, type Statement, type Tx } from '../store/database'
import { crowdedMoment, dueIds, eventsByIds, idsOfMoment, type EventRow } from '../store/events'
import { addJournalRows, chained, journalAfter, journalHead } from '../store/journal'
import type { SiteRow } from '../store/sites'
import { changesOf } from '../services/planning/due'
import { goesUnderWindow } from '../services/publishing/live'
import { instantFor, judgeAt, type Judged, type LiveChange } from '../services/publishing/judging'
import { wideTags } from '../services/publishing/touched'
import { liveFacts, writeLive } from '../services/publishing/writeLive'
import type { Office } from '../services/office'

/** So many events of a moment are prepared at most. */
const MOST_EVENTS = 20_000
/** So many new facts are looked through for what they change; above, all is judged anew. */
const MOST_FACTS = 2_000
/** Stands for the instant at which it is done, which nobody knows before; like nothing that a person writes. */
const AT = `at ${randomUUID()}`

/** Events that follow each other. Those that are not ready are judged when their moment has come. */
interface Piece {
  ids: string[]
  ready: Ready | null
}
/** What events of one moment do when nothing changes until then that their judgement rests on. */
interface Ready {
  statements: Statement[]
  facts: NewFact[]
  /** The items and addresses that the judgement rests on. */
  reads: string[]
  /** Their moment, and its day on the site's wall. */
  due: string
  day: string
  policies: { late: LateWay; lateAfter: number }[]
  /** Before this instant none of it may be done: readers got something of it then. */
  notBefore: string
}

/**
 * What many events of one moment will do, judged within the minute before it: the moment itself then only writes. Each fact
 * of the journal since says whose judgement it may change, and that is made anew. Only drafts that simply go live are
 * prepared; a few events, and all others, are judged when they are due.
 */
export class PreparedEvents {
  /** By their first event. */
  private readonly pieces = new Map<string, Piece>()
  /** The first events of those that rest on an item or an address. */
  private readonly readers = new Map<string, string[]>()
  private moment: string | null = null
  /** All facts up to this one are taken into account. */
  private seq = 0
  private listedAt = -1

  private readonly crowd: number
  private readonly size: number
  private readonly ahead: number

  /** `crowd` is the least number of events that are prepared, `size` how many at a time, `ahead` how many milliseconds before. */
  constructor(
    private readonly office: Office,
    { crowd = 200, size = 500, ahead = 60_000 } = {},
  ) {
    this.crowd = crowd
    this.size = size
    this.ahead = ahead
  }

  /** Judges the next events of a crowded moment that is near. Returns whether there may be more to judge. */
  async prepare(): Promise<boolean> {
    const { office } = this
    const db = office.store.read
    const site = await office.site()
    const now = office.now()
    const until = new Date(Date.parse(now) + this.ahead).toISOString()
    const moment = site ? await crowdedMoment(db, site.id, { after: now, until, least: this.crowd }) : null
    if (!site || moment === null || moment !== this.moment) {
      this.forget()
      this.moment = moment
      if (!site || moment === null) return false
      this.seq = (await journalHead(db)).seq
    }
    await this.readNews(db)
    if (this.listedAt === this.seq) return false
    const seq = this.seq
    const ids = await idsOfMoment(db, site.id, moment, MOST_EVENTS)
    for (let at = 0; at < ids.length;) {
      const known = this.pieces.get(ids[at]!)
      if (known && begins(ids, at, known)) at += known.ids.length
      else {
        const next = ids.slice(at + 1, at + this.size).findIndex((id) => this.pieces.has(id))
        const piece = await this.judge(site, moment, ids.slice(at, at + (next < 0 ? this.size : next + 1)))
        this.keep(piece)
        return true
      }
    }
    this.listedAt = seq
    return false
  }

  /** Does what is due and was prepared, up to a number of events; returns how many were done. Nothing where the next is not ready. */
  async run(tx: Tx, site: SiteRow, now: string, most: number): Promise<number> {
    let done = 0
    if (this.pieces.size) await this.readNews(tx)
    while (done < most && this.pieces.size) {
      const due = await dueIds(tx, site.id, now, this.size)
      const piece = due.length ? this.pieces.get(due[0]!) : undefined
      if (!piece) break
      this.pieces.delete(due[0]!)
      if (!begins(due, 0, piece) || !(await this.carryOut(tx, site, now, piece))) break
      done += piece.ids.length
    }
    return done
  }

  private keep(piece: Piece): void {
    const [first] = piece.ids
    this.pieces.set(first!, piece)
    for (const key of piece.ready?.reads ?? []) {
      const readers = this.readers.get(key)
      if (readers) readers.push(first!)
      else this.readers.set(key, [first!])
    }
  }

  /** Whether events of a moment are prepared. */
  isFor(moment: string): boolean {
    return this.moment === moment && this.pieces.size > 0
  }

  /** Whether prepared events begin with this one. */
  begins(id: string): boolean {
    return Boolean(this.pieces.get(id)?.ready)
  }

  /** Lets go of all that was prepared; what is due is then judged at its moment. */
  forget(): void {
    this.drop()
    this.moment = null
    this.listedAt = -1
  }

  private drop(): void {
    this.pieces.clear()
    this.readers.clear()
  }

  private async carryOut(tx: Tx, site: SiteRow, now: string, { ids, ready }: Piece): Promise<boolean> {
    if (!ready?.policies.every((policy) => lateness(policy, ready.due, now) === 'do')) return false
    const possible = await instantFor(this.office, tx, [])
    const at = [possible, ready.notBefore, ready.due].sort().at(-1)!
    // What has no date of its own takes that of the day.
    if (dateIn(at, site.zone) !== ready.day) return false
    const head = await journalHead(tx)
    const written = runStatements(
      tx,
      ready.statements.map(({ sql, bind }) => ({ sql, bind: timed(bind, at) })),
    )
    // Worked out while the store is at the first of them.
    const rows = chained(
      site.id,
      ready.facts.map((fact) => ({ ...fact, at })),
      head,
    )
    await written
    await addJournalRows(tx, rows)
    for (const fact of ready.facts) this.invalidate(fact)
    this.seq += ids.length
    return true
  }

  private async judge(site: SiteRow, due: string, ids: string[]): Promise<Piece> {
    const { office } = this
    const db = office.store.read
    // So that the rights asked are those after all facts that were heard.
    await office.settle()
    const events = await eventsByIds(db, ids)
    const changes = await simpleChanges(office, events)
    const first = changes.findIndex((change) => change !== null)
    if (first !== 0) return { ids: first < 0 ? ids : ids.slice(0, first), ready: null }
    const gap = changes.indexOf(null)
    let some = (gap < 0 ? changes : changes.slice(0, gap)).filter((change) => change !== null)
    for (;;) {
      const { judged, asked } = await judgeAt(db, site, some, due)
      const { items, paths, tree } = asked.known()
      if (tree || judged.moved.length) return { ids: ids.slice(0, some.length), ready: null }
      const good = judged.results.findIndex(({ ok }) => ok)
      if (good !== 0) return { ids: ids.slice(0, good < 0 ? some.length : good), ready: null }
      const refused = judged.results.findIndex(({ ok }) => !ok)
      if (refused > 0) {
        // It and what comes after it are judged with the next.
        some = some.slice(0, refused)
        continue
      }
      const own = some.map(({ item }) => item.id)
      const timeless = withoutInstant(judged)
      return {
        ids: ids.slice(0, some.length),
        ready: {
          statements: await statementsOf((writer) => writeLive(writer, site, timeless)),
          facts: liveFacts(timeless, wideTags(judged)),
          reads: [...new Set([...items, ...own, ...paths])],
          due,
          day: dateIn(due, site.zone),
          policies: policiesOf(events.slice(0, some.length)),
          notBefore: await instantFor(office, db, own),
        },
      }
    }
  }

  private async readNews(db: Reader): Promise<void> {
    const facts = await journalAfter(db, this.seq, MOST_FACTS)
    if (facts.length === MOST_FACTS) {
      this.drop()
      this.seq = (await journalHead(db)).seq
      return
    }
    for (const fact of facts) this.invalidate(fact)
    this.seq += facts.length
  }

  /** Lets go of what a fact may judge otherwise. */
  private invalidate({ item, action, data }: JournalFact): void {
    if (item === null) {
      if (describedAction(action).stale.some((stale) => stale !== 'editions')) this.drop()
      return
    }
    const { path = null, was = null } = (data ?? {}) as LiveData
    // With a page that leaves its address those below it change theirs.
    if (was?.path != null && was.path !== path) this.drop()
    for (const key of [item, path]) for (const first of (key !== null && this.readers.get(key)) || []) this.pieces.delete(first)
  }
}

const begins = (ids: readonly string[], at: number, piece: Piece): boolean => piece.ids.every((id, n) => ids[at + n] === id)

/** The change that each event asks for, where it simply puts a draft live that nothing forbids and no window covers; else `null`. */
async function simpleChanges(office: Office, events: EventRow[]): Promise<(LiveChange | null)[]> {
  const seen = new Set<string>()
  const simple = events.filter(({ kind, state, edition_id, pinned_version, item_id }) => {
    // What happens twice to an item has to see what the first time made.
    const again = seen.has(item_id)
    seen.add(item_id)
    return !again && kind === 'put-live' && state === 'planned' && edition_id === null && pinned_version === null
  })
  const { asked } = await changesOf(office, office.store.read, simple)
  const byEvent = new Map(asked.map(({ event, change }) => [event, change]))
  return events.map((event) => {
    const change = byEvent.get(event)
    return change && !goesUnderWindow(change) ? change : null
  })
}

/** A judgement in which the instant at which it is done stands open. */
const withoutInstant = (judged: Judged): Judged => ({
  ...judged,
  at: AT,
  done: judged.done.map(({ index, was, now }) => ({
    index,
    was,
    now: now && { ...now, changed: AT, firstLive: was === null ? AT : now.firstLive },
  })),
})
const timed = (bind: Bind, at: string): Bind =>
  Object.fromEntries(Object.entries(bind).map(([name, value]) => [name, typeof value === 'string' ? value.replaceAll(AT, at) : value]))

const policiesOf = (events: EventRow[]): Ready['policies'] => [
  ...new Map(events.map(({ late, late_after }) => [`${late} ${late_after}`, { late, lateAfter: late_after }])).values(),
]
