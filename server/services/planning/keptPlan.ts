import { contentRefs, manifestMedia } from '../../../core/content/content'
import { openGates } from '../../../core/flow/draft'
import { grouped } from '../../../core/grouped'
import { isStale } from '../../../core/journal/actions'
import type { PlannedFacts } from '../../../core/plan/forecast'
import type { Unders } from '../../../core/plan/play'
import type { SiteAt } from '../../../core/plan/siteAt'
import { LRUCache } from 'lru-cache'
import type { Reader } from '../../store/database'
import { editionById } from '../../store/editions'
import { plannedEvents, type EventRow } from '../../store/events'
import { itemsByIds } from '../../store/items'
import { isUnindexed } from '../../store/liveIndex'
import { mediaThere } from '../../store/media'
import { readContent } from '../../store/versions'
import { siteId, type Office } from '../office'
import { endingItems } from '../publishing/judging'
import type { SiteFacts } from '../publishing/siteFacts'
import { paceLeft, usualPace } from '../reviewing/flow'
import { changesOf, type Due } from './due'
import { editionGate } from './editionGates'
import { clocksOf, editionsByItem, linksTo, plannedWish } from './plannedChanges'
import { compare, inOrder, type Known, type Planned } from './plannedTurns'

/** Planned events looked at, at most. */
const MOST_EVENTS = 20_000

/** All that is planned on a site, kept in memory and up with the journal: of items that changed since it was read, it is read again. */
export class KeptPlan {
  private planned: Promise<Planned> | undefined
  /** Items of which something changed since the plan was read. */
  private readonly stale = new Set<string>()
  private pace: { at: number; usual: Promise<Map<string, number>> } | undefined
  /** What texts link to and show, by version; versions never change. */
  private readonly refs = new LRUCache<string, { links: string[]; media: string[] }>({ max: 20_000 })

  /** `changed` is called when the plan is another than it was. */
  constructor(
    private readonly office: Office,
    private readonly facts: SiteFacts,
    private readonly changed: () => void,
  ) {
    office.onNews((rows) => {
      for (const { action, item } of rows) {
        const ofItem = isStale(action, 'plan-of-item')
        if (ofItem && item) this.stale.add(item)
        else if (ofItem || isStale(action, 'plan') || isStale(action, 'editions')) {
          this.planned = undefined
          changed()
        }
      }
    })
  }

  /** All that is planned; of items that changed since it was read, read again. */
  async get(): Promise<Planned> {
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
    if (this.planned !== current) return this.get()
    if (!this.stale.size && !planned.linksToCome) return planned
    const items = [...this.stale]
    this.stale.clear()
    const loading = this.loadAgain(planned, items)
      .then((after) => {
        if (after !== planned) this.changed()
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
      draft: null,
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
        draft: loaded && { id: loaded.draft.id, review: loaded.draft.review },
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
