import { computeForecast, type Foretold } from '../../../core/plan/forecast'
import { momentsToTry, SEARCHED_MS } from '../../../core/plan/momentsToTry'
import { troublesBetween, type Trouble } from '../../../core/plan/troubles'
import { judge } from '../../../core/plan/judge'
import { play, type PlannedWish, type Unders } from '../../../core/plan/play'
import { SiteAfter, type Site, type SiteAt } from '../../../core/plan/siteAt'
import type { Reader } from '../../store/database'
import { eventsOfEdition } from '../../store/events'
import { changesOf } from './due'
import { wishOf } from '../publishing/judging'
import type { Office } from '../office'
import type { SiteFacts } from '../publishing/siteFacts'
import { KeptPlan } from './keptPlan'
import { MOST_TURNS, TOLD_TURNS, factsOf, turnsOf, withoutTrial, type Planned, type Trial } from './plannedTurns'
import { draftAsEvent } from './plannedChanges'

/** How far ahead recurring windows are followed. */
const AHEAD_MS = 92 * 86_400_000
/** Forecasts made within so long are of one moment. */
const SAME_MS = 60_000

/** What of the site is looked at: a moment, or what an edition or a draft will make of it. */
export type Sight = { shows: 'moment'; at: string } | { shows: 'edition'; edition: string } | { shows: 'draft'; draft: string }

/** Whether someone may see what is worked on in a section. */
export type MayRead = (section: string) => boolean
const everything: MayRead = () => true

/** Knows what will come of what is planned: the site of any moment ahead and the trouble on the way. Kept up with the journal. */
export class Foresight {
  private readonly plan: KeptPlan
  private known: Promise<Foretold> | undefined
  /** The last forecast, from which the next is worked out. */
  private last: Foretold | null = null

  constructor(
    private readonly office: Office,
    private readonly facts: SiteFacts,
  ) {
    this.plan = new KeptPlan(office, facts, () => (this.known = undefined))
  }

  get reader(): Reader {
    return this.office.store.read
  }

  /** The site as it was, is, or will be when all goes as planned; of the plan only what may be read. */
  async siteAt(moment: string, mayRead: MayRead = everything): Promise<Site> {
    const now = this.office.now()
    if (moment <= now) return this.facts.at(moment)
    const planned = await this.plan.get()
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
  async siteOf(sight: Sight, mayRead: MayRead = everything): Promise<{ site: Site; at: string; changed: string[] }> {
    const now = this.office.now()
    if (sight.shows === 'moment') return { site: await this.siteAt(sight.at, mayRead), at: sight.at, changed: [] }
    const db = this.office.store.read
    const events =
      sight.shows === 'edition'
        ? await eventsOfEdition(db, sight.edition)
        : [await draftAsEvent(db, sight.draft, now)].filter((event) => event !== null)
    const first = events[0]?.at ?? null
    const at = first !== null && first > now ? first : now
    // Its own events are left out while the site is played up to it, so that they come once.
    const own = new Set(events.map(({ id }) => id))
    const planned = await this.plan.get()
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
    return { site, at, changed: wishes.map(({ item }) => item) }
  }

  /** The trouble that planned events would meet, in the order of time. */
  async troubles(): Promise<Trouble[]> {
    return (await this.foretold()).troubles
  }

  /**
   * The next moment at which an event or an edition would not meet a trouble that it meets now, nor bring another; `null` where none of
   * those that are tried in the two weeks after its own is such.
   */
  async nextFreeMoment(trouble: string, of: Pick<Trial, 'event' | 'edition'>): Promise<string | null> {
    const { known } = await this.plan.get()
    const mine = known.filter(({ event }) => event.id === of.event || (event.edition_id !== null && event.edition_id === of.edition))
    const own = mine[0]?.event.at
    if (own == null) return null
    const now = Date.parse(this.office.now())
    const notBefore = mine.flatMap(({ wish, facts: { pace } }) => [
      ...(wish?.do === 'put' && wish.embargo !== null ? [wish.embargo] : []),
      ...(pace === null ? [] : [new Date(now + pace).toISOString()]),
    ])
    const earliest = [own, new Date(now).toISOString(), ...notBefore].sort().at(-1)!
    const until = new Date(Date.parse(earliest) + SEARCHED_MS).toISOString()
    const others = known.flatMap(({ event }) =>
      [event.at, event.until_at].filter((at): at is string => at !== null && at >= own && at < until),
    )
    for (const at of momentsToTry(own, earliest, others, await this.zone())) {
      const { come, go } = await this.whatIf({ ...of, at })
      if (!come.length && go.some(({ key }) => key === trouble)) return at
    }
    return null
  }

  /** What a change of moments would bring and mend. */
  async whatIf(trial: Trial): Promise<{ come: Trouble[]; go: Trouble[] }> {
    const before = await this.foretold()
    // Both as of one moment, and of one site: so that only the change makes a difference.
    const after = await this.foretell(await this.plan.get(), before, before.under, trial)
    return troublesBetween(before.troubles, after.troubles)
  }

  private async foretold(): Promise<Foretold> {
    const planned = await this.plan.get()
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
    const asCleared = (trial?.at === null ? withoutTrial(planned, trial) : planned).known.map((one) => ({ ...one, wish: one.cleared }))
    const turns = turnsOf({ ...planned, known: asCleared }, now, new Date(Date.parse(now) + AHEAD_MS).toISOString(), TOLD_TURNS, trial)
    const plan = { turns, facts: factsOf({ ...planned, known: asCleared }, turns), editionsOf: planned.editionsOf }
    return computeForecast(before, plan, planned.links, await this.zone(), now, copyUnders(planned.unders), known)
  }
}

const copyUnders = (unders: Unders): Unders => new Map([...unders].map(([item, open]) => [item, { ...open }]))
