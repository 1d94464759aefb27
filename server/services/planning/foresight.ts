import { isStale } from '../../../core/journal/actions'
import { LRUCache } from 'lru-cache'
import { grouped } from '../../../core/grouped'
import { contentRefs, manifestMedia } from '../../../core/content/content'
import { openGates } from '../../../core/flow/draft'
import { foretell, type Foretold, type PlannedFacts } from '../../../core/plan/forecast'
import { troublesBetween, type Trouble } from '../../../core/plan/troubles'
import { judge } from '../../../core/plan/judge'
import { play, type PlannedWish, type Unders } from '../../../core/plan/play'
import { SiteAfter, type Site, type SiteAt } from '../../../core/plan/siteAt'
import type { Reader } from '../../store/database'
import { type EventRow, eventsOfEdition, plannedEvents } from '../../store/events'
import { itemsByIds } from '../../store/items'
import { readContent } from '../../store/versions'
import { changesOf, type Due } from './due'
import { editionGate } from './editionGates'
import { editionById } from '../../store/editions'
import { paceLeft, usualPace } from '../reviewing/flow'
import { endingItems, wishOf } from '../publishing/judging'
import { siteId, type Office } from '../office'
import type { SiteFacts } from '../publishing/siteFacts'
import { mediaThere } from '../../store/media'
import { isUnindexed } from '../../store/liveIndex'
import { MOST_TURNS, TOLD_TURNS, compare, factsOf, inOrder, turnsOf, type Known, type Planned, type Trial } from './plannedTurns'
import { clocksOf, draftAsEvent, editionsByItem, linksTo, plannedWish } from './plannedChanges'

/** Planned events looked at, at most, and how far ahead recurring windows are followed. */
const MOST_EVENTS = 20_000
const AHEAD_MS = 92 * 86_400_000
/** Forecasts made within so long are of one moment. */
const SAME_MS = 60_000

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
    const events = await plannedEvents(db, await siteId(this.office), MOST_EVENTS)
    const known = await this.know(db, events)
    return this.gather(db, known, null)
  }

  /** The plan with what changed of some items; the same when that is nothing. */
  private async loadAgain(planned: Planned, items: readonly string[]): Promise<Planned> {
    const db = this.office.store.read
    const of = new Set(items)
    const events = await plannedEvents(db, await siteId(this.office), MOST_EVENTS, items)
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
      await siteId(this.office),
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
    const site = await siteId(this.office)
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
      const row = was?.editions.get(id)?.row ?? (await editionById(db, site, id))
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
    const links = was && !was.linksToCome ? was.links : await linksTo(db, site)
    const inEditions = await editionsByItem(db, site)
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

const nowPlace = (site: SiteAt, item: string) => {
  const entry = site.entry(item)
  return entry ? { path: entry.path, shownDate: entry.shownDate, firstLive: entry.firstLive, changed: entry.changed } : {}
}
const copyUnders = (unders: Unders): Unders => new Map([...unders].map(([item, open]) => [item, { ...open }]))
