import { isStale } from '../../../core/journal/actions'
import { LRUCache } from 'lru-cache'
import { grouped } from '../../../core/grouped'
import { contentRefs, manifestMedia } from '../../../core/content/content'
import { openGates } from '../../../core/flow/draft'
import { windowOn, windowsBetween, type WindowShape } from '../../../core/time/windows'
import { foretell, type Foretold, type Links, type Plan, type PlannedFacts } from '../../../core/plan/forecast'
import { troublesBetween, type Trouble } from '../../../core/plan/troubles'
import { judge } from '../../../core/plan/judge'
import { play, type PlannedWish, type Turn, type Unders } from '../../../core/plan/play'
import { SiteAfter, type Site, type SiteAt } from '../../../core/plan/siteAt'
import { parseRule } from '../../../core/time/recurrence'
import { meaningOf } from '../../../core/time/zone'
import type { Reader } from '../../store/database'
import { type EventRow, eventsOfEdition, plannedEvents, plannedOf, shapeOf } from '../../store/events'
import { draftById, itemsByIds } from '../../store/items'
import { readContent } from '../../store/versions'
import { changesOf, type Due } from './due'
import { editionGate } from './editionGates'
import { editionById, type EditionRow, editionsOfItems } from '../../store/editions'
import { paceLeft, usualPace } from '../reviewing/flow'
import { endingItems, wishOf, type LiveChange } from '../publishing/live'
import type { Office } from '../office'
import type { SiteFacts } from '../publishing/siteFacts'
import { mediaThere } from '../../store/media'
import { isUnindexed } from '../../store/liveIndex'
import { liveLinks } from '../../store/live'

/** Planned events looked at, at most, and how far ahead recurring windows are followed. */
const MOST_EVENTS = 20_000
const AHEAD_MS = 92 * 86_400_000
/** Forecasts made within so long are of one moment. */
const SAME_MS = 60_000

/** What is known of one planned event, whatever its moment is. */
interface Known {
  event: EventRow
  section: string
  wish: PlannedWish | null
  /** The same as if its gates had let it through, as the forecast plays it. */
  cleared: PlannedWish | null
  /** What is known of it alone, and with what keeps its whole edition back where it is the first of that. */
  own: PlannedFacts
  facts: PlannedFacts
}
/** All that is planned, as of now; moments can be tried on it. */
interface Planned {
  known: Known[]
  /** What keeps whole editions back. */
  editions: Map<string, { row: EditionRow; refused: { code: string; detail: string }[] }>
  editionsOf: Plan['editionsOf']
  unders: Unders
  links: Links
  /** Whether texts that went live just now are not among the links yet. */
  linksToCome: boolean
}

/** Another moment for an event or a whole edition, to see what it would bring. */
export interface Trial {
  event?: string | undefined
  edition?: string | undefined
  at: string
}

/** What of the site is looked at: a moment, or what an edition or a draft will make of it. */
export type Sight = { shows: 'moment'; at: string } | { shows: 'edition'; edition: string } | { shows: 'draft'; draft: string }

/** Whether someone may see what is worked on in a section. */
export type MayRead = (section: string) => boolean
const everything: MayRead = () => true

/** Knows what is planned and what will come of it: the site of any moment ahead and the trouble on the way. Kept up with the journal. */
export class Foresight {
  private planned: Promise<Planned> | undefined
  private known: Promise<Foretold> | undefined
  /** The last forecast, from which the next is worked out. */
  private last: Foretold | null = null
  /** Items of which something changed since the plan was read. */
  private readonly stale = new Set<string>()
  private pace: { at: number; usual: Promise<Map<string, number>> } | undefined
  /** What texts link to and show, by version; versions never change. */
  private readonly refs = new LRUCache<string, { links: string[]; media: string[] }>({ max: 20_000 })

  constructor(
    private readonly office: Office,
    private readonly facts: SiteFacts,
  ) {
    office.onNews((rows) => {
      for (const { action, item } of rows) {
        const ofItem = isStale(action, 'plan-of-item')
        if (ofItem && item) this.stale.add(item)
        else if (ofItem || isStale(action, 'plan') || isStale(action, 'editions')) this.planned = this.known = undefined
      }
    })
  }

  get reader(): Reader {
    return this.office.store.read
  }

  /** The site as it was, is, or will be when all goes as planned; of the plan only what may be read. */
  async siteAt(moment: string, mayRead: MayRead = everything): Promise<Site> {
    const now = this.office.now()
    if (moment <= now) return this.facts.at(moment)
    const planned = await this.plan()
    const site = new SiteAfter(await this.facts.present())
    const known = planned.known.filter(({ section }) => mayRead(section))
    const turns = turnsOf({ ...planned, known }, now, moment, MOST_TURNS).filter(({ at }) => at <= moment)
    for (const _ of play(site, turns, await this.zone(), copyUnders(planned.unders)));
    return site
  }

  /**
   * The site as an edition or a draft will make it: at its planned moment, or now. What is not cleared yet is shown too; what
   * else forbids it leaves the site without it.
   */
  async siteOf(sight: Sight, mayRead: MayRead = everything): Promise<{ site: Site; at: string }> {
    const now = this.office.now()
    if (sight.shows === 'moment') return { site: await this.siteAt(sight.at, mayRead), at: sight.at }
    const db = this.office.store.read
    const events =
      sight.shows === 'edition'
        ? await eventsOfEdition(db, sight.edition)
        : [await draftAsEvent(db, sight.draft, now)].filter((event) => event !== null)
    const first = events[0]?.at ?? null
    const at = first !== null && first > now ? first : now
    // Its own events are left out while the site is played up to it, so that they come once.
    const own = new Set(events.map(({ id }) => id))
    const planned = await this.plan()
    const site = new SiteAfter(await this.facts.present())
    const known = planned.known.filter(({ section, event }) => mayRead(section) && !own.has(event.id))
    for (const _ of play(
      site,
      turnsOf({ ...planned, known }, now, at, MOST_TURNS).filter((turn) => turn.at <= at),
      await this.zone(),
      copyUnders(planned.unders),
    ));
    const open = events.filter(({ state }) => state === 'planned' || state === 'held')
    const { asked } = await changesOf(this.office, db, open, { asOwner: false })
    const wishes = asked
      .filter(({ change }) => mayRead(change.item.section_id))
      .map(({ change }): PlannedWish => {
        const wish = wishOf(change, new Set())
        return wish.do === 'put' ? { ...wish, cleared: true, behind: false, ends: true, embargo: null } : wish
      })
    const together = judge(site, wishes, at, await this.zone(), true)
    // Where not all can go together, what can is shown one by one.
    site.take(together.results.every(({ ok }) => ok) ? together : judge(site, wishes, at, await this.zone()))
    return { site, at }
  }

  /** The trouble that planned events would meet, in the order of time. */
  async troubles(): Promise<Trouble[]> {
    return (await this.foretold()).troubles
  }

  /** What a change of moments would bring and mend. */
  async whatIf(trial: Trial): Promise<{ come: Trouble[]; go: Trouble[] }> {
    const before = await this.foretold()
    // Both as of one moment, and of one site: so that only the change makes a difference.
    const after = await this.foretell(await this.plan(), before, before.under, trial)
    return troublesBetween(before.troubles, after.troubles)
  }

  private async foretold(): Promise<Foretold> {
    const planned = await this.plan()
    return (this.known ??= this.facts
      .present()
      .then((before) => this.foretell(planned, this.last, { before, now: this.nowish() }))
      .then((foretold) => (this.last = foretold))
      .catch((error: unknown) => {
        this.known = undefined
        throw error
      }))
  }

  /** The present, or that of the last forecast while it is not long past: one that is of the same moment is soon worked out. */
  private nowish(): string {
    const now = this.office.now()
    const last = this.last?.under.now
    return last !== undefined && last <= now && Date.parse(now) - Date.parse(last) < SAME_MS ? last : now
  }

  private async zone(): Promise<string> {
    return (await this.office.site())?.zone ?? 'UTC'
  }

  private async foretell(
    planned: Planned,
    known: Foretold | null,
    { before, now }: { before: SiteAt; now: string },
    trial?: Trial,
  ): Promise<Foretold> {
    const asCleared = planned.known.map((one) => ({ ...one, wish: one.cleared }))
    const turns = turnsOf({ ...planned, known: asCleared }, now, new Date(Date.parse(now) + AHEAD_MS).toISOString(), TOLD_TURNS, trial)
    const plan = { turns, facts: factsOf(planned, turns), editionsOf: planned.editionsOf }
    return foretell(before, plan, planned.links, await this.zone(), now, copyUnders(planned.unders), known)
  }

  /** All that is planned; of items that changed since it was read, read again. */
  private async plan(): Promise<Planned> {
    await this.office.settle()
    if (!this.planned) {
      this.stale.clear()
      return (this.planned = this.load().catch((error: unknown) => {
        this.planned = undefined
        throw error
      }))
    }
    const current = this.planned
    const planned = await current
    if (this.planned !== current) return this.plan()
    if (!this.stale.size && !planned.linksToCome) return planned
    const items = [...this.stale]
    this.stale.clear()
    const loading = this.loadAgain(planned, items)
      .then((after) => {
        if (after !== planned) this.known = undefined
        return after
      })
      .catch((error: unknown) => {
        this.planned = undefined
        throw error
      })
    this.planned = loading
    return loading
  }

  private usual(): Promise<Map<string, number>> {
    const now = this.office.clock.now().getTime()
    if (!this.pace || now - this.pace.at > 600_000) this.pace = { at: now, usual: usualPace(this.office) }
    return this.pace.usual
  }

  private async load(): Promise<Planned> {
    const db = this.office.store.read
    const events = await plannedEvents(db, MOST_EVENTS)
    const known = await this.know(db, events)
    return this.gather(db, known, null)
  }

  /** The plan with what changed of some items; the same when that is nothing. */
  private async loadAgain(planned: Planned, items: readonly string[]): Promise<Planned> {
    const db = this.office.store.read
    const of = new Set(items)
    const events = await plannedEvents(db, MOST_EVENTS, items)
    const before = planned.known.filter(({ event }) => of.has(event.item_id))
    if (!events.length && !before.length) return planned.linksToCome ? this.gather(db, planned.known, planned) : planned
    const known = await this.know(db, events)
    const touched = new Set([...before, ...known].flatMap(({ event }) => event.edition_id ?? []))
    const editions = new Map([...planned.editions].filter(([id]) => !touched.has(id)))
    return this.gather(db, [...planned.known.filter(({ event }) => !of.has(event.item_id)), ...known], { ...planned, editions })
  }

  /** What is known of events, asked of the store. */
  private async know(db: Reader, events: EventRow[]): Promise<Known[]> {
    const [{ asked, held }, pace, items] = await Promise.all([
      changesOf(this.office, db, events),
      this.usual(),
      itemsByIds(
        db,
        events.map(({ item_id }) => item_id),
      ),
    ])
    const refs = await this.refsOf(db, asked)
    const ending = await endingItems(
      db,
      asked.map(({ change }) => change),
    )
    const there = await mediaThere(
      db,
      [...refs.values()].flatMap(({ media }) => media),
    )
    const facts = (event: EventRow, more: Partial<PlannedFacts>): PlannedFacts => ({
      event: event.id,
      edition: event.edition_id,
      item: event.item_id,
      title: items.get(event.item_id)?.title ?? '',
      does: event.kind === 'withdraw' ? 'withdraw' : 'put',
      refused: [],
      cleared: true,
      pace: null,
      waits: [],
      links: [],
      missing: [],
      clocks: clocksOf(event),
      repeats: false,
      ...more,
    })
    const known: Known[] = asked.map(({ event, change, loaded }) => {
      const shown = change.do === 'put' ? refs.get(change.version.id) : undefined
      const gone = shown?.media.filter((id) => !there.has(id)).length ?? 0
      const cleared = change.do === 'withdraw' || change.cleared
      const wish = plannedWish(change, event, loaded, ending)
      const own = facts(event, {
        does: change.do,
        cleared,
        title: change.do === 'put' ? (change.manifest.fields.title ?? change.item.title) : change.item.title,
        pace: loaded && !cleared ? paceLeft(pace, loaded) : null,
        waits: loaded && !cleared ? openGates(loaded.route, loaded.state).map(({ name }) => `“${name}”`) : [],
        links: shown?.links ?? [],
        missing: gone ? [gone === 1 ? 'a file' : `${gone} files`] : [],
      })
      return {
        event,
        section: change.item.section_id,
        wish,
        cleared: wish.do === 'put' ? { ...wish, cleared: true } : wish,
        own,
        facts: own,
      }
    })
    for (const { event, reasons } of held) {
      const own = facts(event, { refused: reasons })
      known.push({ event, section: items.get(event.item_id)?.section_id ?? '', wish: null, cleared: null, own, facts: own })
    }
    return known
  }

  /** The whole plan from what is known of its events; what is known of editions, links and the like already is taken over. */
  private async gather(db: Reader, events: Known[], was: Planned | null): Promise<Planned> {
    const sorted = [...events].sort((a, b) => compare(a.event.due_at ?? '', b.event.due_at ?? '') || compare(a.event.id, b.event.id))
    const editions: Planned['editions'] = new Map()
    /** What keeps the whole back is said at its first entry. */
    const saidAt = new Map<Known, PlannedFacts>()
    const byEdition = grouped(
      sorted.filter(({ event }) => event.edition_id !== null),
      ({ event }) => event.edition_id!,
    )
    for (const [id, entries] of byEdition) {
      const rows = entries.map(({ event }) => event)
      const row = was?.editions.get(id)?.row ?? (await editionById(db, id))
      if (!row) continue
      const refused = was?.editions.get(id)?.refused ?? (await editionGate(this.office, db, row, rows))
      editions.set(id, { row, refused })
      const first = inOrder(entries)[0]
      if (refused.length && first) saidAt.set(first, { ...first.own, refused: [...refused, ...first.own.refused] })
    }
    const known = sorted.map((one) => ({ ...one, facts: saidAt.get(one) ?? one.own }))
    const unders: Unders = new Map()
    const now = await this.facts.present()
    for (const { event, wish } of known)
      if (event.state === 'open')
        unders.set(event.item_id, {
          window: event.id,
          under:
            wish?.do === 'put'
              ? { ...wish, path: null, shownDate: null, firstLive: '', changed: '', ...nowPlace(now, event.item_id) }
              : null,
        })
    // Asked before the links are: what is taken in meanwhile is asked for once more.
    const linksToCome = was?.linksToCome === false ? false : await isUnindexed(db)
    const links = was && !was.linksToCome ? was.links : await linksTo(db)
    const inEditions = await editionsByItem(db)
    const editionsOf = was && JSON.stringify([...was.editionsOf]) === JSON.stringify([...inEditions]) ? was.editionsOf : inEditions
    return { known, editions, editionsOf, unders, links, linksToCome }
  }

  private async refsOf(db: Reader, asked: Due[]): Promise<Map<string, { links: string[]; media: string[] }>> {
    const found = new Map<string, { links: string[]; media: string[] }>()
    for (const { change } of asked) {
      if (change.do !== 'put') continue
      const { id } = change.version
      let refs = this.refs.get(id)
      if (!refs) {
        refs = { links: contentRefs(await readContent(db, change.manifest)), media: manifestMedia(change.manifest) }
        this.refs.set(id, refs)
      }
      found.set(id, refs)
    }
    return found
  }
}

/** A draft as an event that would put it live, at the moment that it is planned for where it has one. */
async function draftAsEvent(db: Reader, id: string, now: string): Promise<EventRow | null> {
  const draft = await draftById(db, id)
  if (!draft || draft.closed_at !== null) return null
  const planned = await plannedOf(db, id)
  const kind = draft.change === 'content' ? 'put-live' : 'carry-out'
  return {
    ...NO_EVENT,
    id: planned?.id ?? id,
    kind,
    item_id: draft.item_id,
    draft_id: id,
    at: planned?.at ?? now,
    owner_id: planned?.owner_id ?? draft.created_by,
  }
}

const NO_EVENT = {
  site_id: '',
  created_at: '',
  done_at: null,
  resumes: 0,
  pinned_version: null,
  wall_date: null,
  wall_time: null,
  zone: null,
  fold: null,
  state: 'planned',
  reasons: null,
  accepted_behind: null,
  edition_id: null,
  until_at: null,
  until_date: null,
  until_time: null,
  until_fold: null,
  rule: null,
  occurrence: 0,
  first_date: null,
  version_id: null,
  late: 'do',
  late_after: 0,
  due_at: null,
} as const

const nowPlace = (site: SiteAt, item: string) => {
  const entry = site.entry(item)
  return entry ? { path: entry.path, shownDate: entry.shownDate, firstLive: entry.firstLive, changed: entry.changed } : {}
}
const copyUnders = (unders: Unders): Unders => new Map([...unders].map(([item, open]) => [item, { ...open }]))

function plannedWish(change: LiveChange, event: EventRow, loaded: Due['loaded'], ending: ReadonlySet<string>): PlannedWish {
  const wish = wishOf(change, ending)
  const content = loaded && (event.kind === 'put-live' || event.kind === 'window')
  return content ? { ...wish, basedOn: { base: loaded.draft.base_version, accepted: event.accepted_behind } } : wish
}

/** What is odd about a window's hours where the clocks change. */
function clocksOf(event: EventRow): string[] {
  const shape = shapeOf(event)
  if (!shape || event.wall_date === null) return []
  const odd = (date: string, time: string, fold: string | null) =>
    fold === null && meaningOf({ date, time, zone: shape.zone }).kind !== 'exact'
  const turn = windowOn(shape, event.wall_date)
  return [
    ...(odd(turn.date, shape.time, event.fold) ? ['It opens in an hour that the clocks skip or repeat'] : []),
    ...(odd(turn.untilDate, shape.untilTime, event.until_fold) ? ['It ends in an hour that the clocks skip or repeat'] : []),
  ]
}

/** The editions that items are in, for finding an item in two. */
async function editionsByItem(db: Reader): Promise<Map<string, { edition: string; name: string }[]>> {
  const rows = await editionsOfItems(db)
  return new Map(
    [...grouped(rows, ({ item }) => item)].map(([item, those]) => [item, those.map(({ edition, name }) => ({ edition, name }))]),
  )
}

async function linksTo(db: Reader): Promise<Links> {
  const rows = await liveLinks(db)
  const byTarget = new Map<string, { item: string; title: string; version: string }[]>()
  for (const { target, ...from } of rows) {
    const known = byTarget.get(target)
    if (known) known.push(from)
    else byTarget.set(target, [from])
  }
  return { to: (item) => byTarget.get(item) ?? [] }
}

/** The facts of a turn's changes: those that have a wish first, in their order. */
const inOrder = (known: Known[]): Known[] => [...known.filter(({ wish }) => wish), ...known.filter(({ wish }) => !wish)]

/** Of a window that comes again, so many turns are looked at for trouble, which is the same in each. */
const TOLD_TURNS = 60
/** The site of a moment knows every turn before it: of a daily window those of a hundred years. */
const MOST_TURNS = 40_000

/** The turns that what is planned takes, at most so many of one window, in the order in which the scheduler does them. */
function turnsOf({ known, editions }: Planned, now: string, until: string, most: number, trial?: Trial): Turn[] {
  const keyed: { turn: Turn; edition: string | null }[] = []
  const byEdition = new Map<string, Known[]>()
  for (const one of known) {
    const { event, wish } = one
    if (event.edition_id !== null && event.state !== 'open') {
      const entries = byEdition.get(event.edition_id)
      if (entries) entries.push(one)
      else byEdition.set(event.edition_id, [one])
      continue
    }
    const moved = trial?.event === event.id ? trial.at : undefined
    if (event.kind !== 'window') {
      const wishes = wish ? [wish] : []
      keyed.push({ turn: { id: event.id, at: moved ?? event.at!, does: 'change', wishes, together: false }, edition: null })
      continue
    }
    for (const [n, { at, until: end }] of windowTurns(event, now, until, most, moved).entries()) {
      const id = n ? `${event.id} ${n}` : event.id
      if (n > 0 || event.state !== 'open')
        keyed.push({
          turn:
            wish?.do === 'put' ? { id, at, does: 'open', window: event.id, wish } : { id, at, does: 'change', wishes: [], together: false },
          edition: null,
        })
      keyed.push({ turn: { id: `${id} end`, at: end, does: 'end', window: event.id, item: event.item_id }, edition: null })
    }
  }
  for (const [id, entries] of byEdition) {
    const at = trial?.edition === id ? trial.at : (editions.get(id)?.row.at ?? entries[0]!.event.at!)
    const wishes = inOrder(entries).flatMap(({ wish }) => wish ?? [])
    const blocked = wishes.length < entries.length || Boolean(editions.get(id)?.refused.length)
    keyed.push({ turn: { id, at, does: 'change', wishes, together: true, blocked }, edition: id })
  }
  return keyed
    .sort(
      (a, b) => compare(a.turn.at, b.turn.at) || Number(a.edition === null) - Number(b.edition === null) || compare(a.turn.id, b.turn.id),
    )
    .map(({ turn }) => turn)
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

/** The stretches in which a window shows, from the one at hand on. */
function windowTurns(event: EventRow, now: string, until: string, most: number, moved?: string): { at: string; until: string }[] {
  const shape: WindowShape | null = shapeOf(event)
  const [at, end] = [event.at!, event.until_at!]
  if (moved !== undefined) return [{ at: moved, until: new Date(Date.parse(end) + Date.parse(moved) - Date.parse(at)).toISOString() }]
  const rule = event.rule === null ? null : parseRule(event.rule)
  if (!shape || !rule?.ok || event.first_date === null) return [{ at, until: end }]
  const later = windowsBetween(rule.value, event.first_date, shape, now, until, most).filter((turn) => turn.at > at)
  return [{ at, until: end }, ...later]
}

/** The facts by turn. */
function factsOf({ known }: Planned, turns: Turn[]): Map<string, PlannedFacts[]> {
  const facts = new Map<string, PlannedFacts[]>()
  for (const { event, facts: own } of inOrder(known)) {
    if (event.state === 'open') continue
    const key = event.edition_id ?? event.id
    const those = facts.get(key)
    if (those) those.push(own)
    else facts.set(key, [own])
  }
  for (const { id } of turns) {
    const [event, n] = id.split(' ')
    const first = n && n !== 'end' && !facts.has(id) ? facts.get(event!) : undefined
    if (first) facts.set(id, first.map(repeated))
  }
  return facts
}

const repeats = new WeakMap<PlannedFacts, PlannedFacts>()
/** The facts of a later turn of a window: its troubles are those of the first. */
function repeated(of: PlannedFacts): PlannedFacts {
  let made = repeats.get(of)
  if (!made) repeats.set(of, (made = { ...of, repeats: true }))
  return made
}
