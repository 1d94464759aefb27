import type { Reason } from '../outcome'
import { reason } from '../words/ruleReasons'
import { can } from '../kinds/kinds'
import { fullIn } from '../time/words'
import type { ReviewState } from '../flow/draft'
import type { SiteEntry } from './entry'
import type { Wish } from './judge'
import { playTurn, type Played, type Turn, type Unders } from './play'
import { SiteAfter, type SiteAt } from './siteAt'
import { mendWords, remediesFor } from './remedies'
import type { Trouble } from './troubles'
import { WatchedSite } from './watchedSite'

/** What the forecast knows of a planned change beside its wish. */
export interface PlannedFacts {
  event: string
  edition: string | null
  item: string
  /** The draft that it puts live, with how far that is in review; `null` for what needs none. */
  draft: { id: string; review: ReviewState } | null
  title: string
  does: 'put' | 'withdraw'
  /** What forbids it whatever the site is like then, such as an owner without the right. */
  refused: { code: string; detail: string }[]
  /** Whether its gates have let it through; the rest is foretold as if they will have. */
  cleared: boolean
  /** How long the gates that are open usually take, in milliseconds; `null` where none is open. */
  pace: number | null
  waits: string[]
  /** Items that its text links to. */
  links: string[]
  /** Parts that it shows and that are not there any more, by name. */
  missing: string[]
  /** What is odd about its hours where the clocks change, in words. */
  clocks: string[]
  /** A recurring window's later turns repeat the trouble of its first. */
  repeats: boolean
}

export interface Plan {
  turns: Turn[]
  /** For each turn the facts of its changes, in the order of its wishes; none for the end of a window. */
  facts: ReadonlyMap<string, PlannedFacts[]>
  /** The events of each item in open editions, for finding an item in two. */
  editionsOf: ReadonlyMap<string, { edition: string; name: string }[]>
}

/** What in the site's links is asked for when something leaves it or comes. */
export interface Links {
  /** Live items whose text links to an item, as they are now. */
  to(item: string): readonly { item: string; title: string; version: string }[]
}

/** What a turn met when it was played: what it did, what it asked of the site and the plan, and the troubles that it met. */
export interface Step {
  turn: Turn
  facts: PlannedFacts[]
  /** What it hangs on; `null` where that is more than can be named. */
  reads: string[] | null
  /** What it made other: items and addresses, and the sets of what is below a page and of what links to an item. */
  writes: string[]
  /** What it did to the site. */
  done: Played['changes']
  moved: Played['moved']
  /** Those of its facts whose change took place, each with what readers get of the item then. */
  took: [of: PlannedFacts, now: SiteEntry | null][]
  troubles: Trouble[]
}

/** A forecast with the way to it, from which that of a plan a little different is worked out. */
export interface Foretold {
  troubles: Trouble[]
  steps: Step[]
  under: { before: SiteAt; links: Links; zone: string; now: string; editionsOf: Plan['editionsOf'] }
}

/**
 * Plays what is planned on the site as it is now and tells what trouble each event would meet, in the order of time. What
 * is not cleared yet is said, and played as if it were by then: its own trouble and that of others show at once.
 *
 * With a forecast of the same site that is `known`, only those turns are judged anew that are other than they were, or that
 * whose inputs changed; the answer is the same.
 */
export function computeForecast(
  before: SiteAt,
  plan: Plan,
  links: Links,
  zone: string,
  now: string,
  unders: Unders = new Map(),
  known: Foretold | null = null,
): Foretold {
  const under = { before, links, zone, now, editionsOf: plan.editionsOf }
  const usable = known && Object.entries(under).every(([name, value]) => known.under[name as keyof typeof under] === value) ? known : null
  const player = new Foreteller(new SiteAfter(before), plan, links, zone, now, unders)
  const windows = new Set(unders.keys())
  for (const turn of [...plan.turns, ...(usable?.steps.map((step) => step.turn) ?? [])])
    if (turn.does !== 'change') windows.add(turn.does === 'open' ? turn.wish.item : turn.item)
  const steps = usable ? replay(player, plan, usable.steps, windows) : plan.turns.map((turn) => player.meet(turn))
  const troubles = new Map<string, Trouble>()
  for (const step of steps) for (const trouble of step.troubles) if (!troubles.has(trouble.key)) troubles.set(trouble.key, trouble)
  return { troubles: [...troubles.values()], steps, under }
}

/** The troubles of what is planned; see {@link computeForecast}. */
export const forecast = (...asked: Parameters<typeof computeForecast>): Trouble[] => computeForecast(...asked).troubles

/** Plays a plan along the steps of an earlier one, judging only what may be other than it was there. */
function replay(player: Foreteller, plan: Plan, old: readonly Step[], windows: ReadonlySet<string>): Step[] {
  /** For each turn the place of the step that it was, where nothing is known of it that was not; −1 for none. */
  const placeOf = finder(old)
  const place = plan.turns.map((turn) => {
    const found = placeOf(turn.id)
    const step = old[found]
    return step && sameTurn(step.turn, turn) && sameFacts(step.facts, player.factsOf(turn)) ? found : -1
  })
  const unchanged = new Uint8Array(old.length)
  for (const found of place) if (found >= 0) unchanged[found] = 1
  /** What is other here than it was in the earlier play at this place. */
  const other = new Set<string>()
  const differs = (step: Step) => step.writes.forEach((key) => other.add(key))
  // What is told from the plan as a whole, such as when a page leaves the site, is other for what other turns are about.
  const told = (facts: readonly PlannedFacts[]) => facts.forEach(({ item }) => other.add(`plan:${item}`))
  old.forEach(({ facts }, index) => unchanged[index] || told(facts))
  plan.turns.forEach((turn, index) => place[index]! < 0 && told(player.factsOf(turn)))

  let at = 0
  /** What the earlier play did up to a place and this one does not. */
  const passOver = (to: number) => {
    for (; at < to; at++) if (!unchanged[at]) differs(old[at]!)
  }
  const steps = plan.turns.map((turn, index): Step => {
    const was = old[place[index]!]
    if (!was) {
      const step = player.meet(turn)
      differs(step)
      return step
    }
    passOver(place[index]!)
    at++
    const inWindow = turn.does === 'end' || (windows.size > 0 && wishesOf(turn).some(({ item }) => windows.has(item)))
    if (!inWindow && was.reads !== null && !hasAny(other, was.reads)) {
      player.repeat(was)
      if (other.size) agree(was, other)
      return was
    }
    const step = player.meet(turn)
    if (sameChanges(was.done, step.done) && sameChanges(was.moved, step.moved)) agree(step, other)
    else {
      differs(was)
      differs(step)
    }
    return step
  })
  passOver(old.length)
  return steps
}

/** Finds steps by the ids of their turns: at once those that are asked for in their order. */
function finder(steps: readonly Step[]): (id: string) => number {
  let next = 0
  let index: Map<string, number> | undefined
  return (id) => {
    if (steps[next]?.turn.id !== id) next = (index ??= new Map(steps.map(({ turn }, at) => [turn.id, at]))).get(id) ?? -1
    return next < 0 ? ((next = 0), -1) : next++
  }
}

const wishesOf = (turn: Turn): readonly Wish[] => (turn.does === 'change' ? turn.wishes : turn.does === 'open' ? [turn.wish] : [])

function sameTurn(a: Turn, b: Turn): boolean {
  if (a === b) return true
  if (a.at !== b.at || a.does !== b.does) return false
  if (a.does === 'change' && b.does === 'change' && (a.together !== b.together || Boolean(a.blocked) !== Boolean(b.blocked))) return false
  const [x, y] = [wishesOf(a), wishesOf(b)]
  return x.length === y.length && x.every((wish, index) => wish === y[index])
}
const sameFacts = (a: readonly PlannedFacts[], b: readonly PlannedFacts[]) =>
  a === b || (a.length === b.length && a.every((of, index) => of === b[index]))

const sameEntry = (a: SiteEntry | null, b: SiteEntry | null): boolean =>
  a === b ||
  (a !== null &&
    b !== null &&
    a.version === b.version &&
    a.path === b.path &&
    a.section === b.section &&
    a.shownDate === b.shownDate &&
    a.firstLive === b.firstLive &&
    a.changed === b.changed)
const sameChanges = (a: Played['changes'], b: Played['changes']): boolean =>
  a.length === b.length && a.every((change, index) => sameEntry(change.was, b[index]!.was) && sameEntry(change.now, b[index]!.now))

function keysOf(facts: PlannedFacts[], done: Played['changes'], moved: Played['moved']): string[] {
  const keys = new Set<string>()
  for (const { was, now } of [...done, ...moved])
    for (const entry of [was, now]) {
      if (!entry) continue
      keys.add(`item:${entry.item}`)
      if (entry.path !== null) keys.add(`path:${entry.path}`)
      if (entry.fields.parent) keys.add(`below:${entry.fields.parent}`)
    }
  for (const { links } of facts) for (const target of links) keys.add(`links:${target}`)
  return [...keys]
}

function hasAny(set: ReadonlySet<string>, keys: readonly string[]): boolean {
  for (const key of keys) if (set.has(key)) return true
  return false
}

/** After a step that did the same in both plays, what it wrote is the same again; sets have other members still. */
function agree({ writes }: Step, other: Set<string>): void {
  for (const key of writes) if (key.startsWith('item:') || key.startsWith('path:')) other.delete(key)
}

/** The plan as it is played: the site of the moment, what has come so far and links to what. */
class Foreteller {
  private readonly watched: WatchedSite
  /** The texts that have come so far, in their order; those of them that are looked through, by what they link to. */
  private readonly came: PlannedFacts[] = []
  private readonly linked = new Map<string, Map<string, PlannedFacts>>()
  private lookedThrough = 0
  private readonly toRepeat: Step[] = []
  private readonly live = new Map<string, Coming>()
  /** The events of the moment at hand, by their items. */
  private readonly atOnce = { at: '', events: new Map<string, string>() }
  private about: ReadonlyMap<string, PlannedItem> | undefined

  constructor(
    private readonly site: SiteAfter,
    private readonly plan: Plan,
    private readonly links: Links,
    private readonly zone: string,
    private readonly now: string,
    private readonly unders: Unders,
  ) {
    this.watched = new WatchedSite(site)
  }

  factsOf = (turn: Turn): PlannedFacts[] => this.plan.facts.get(turn.id) ?? NO_FACTS

  /** Plays a turn and tells what it meets. */
  meet(turn: Turn): Step {
    for (const step of this.toRepeat) this.doAgain(step)
    this.toRepeat.length = 0
    const facts = this.factsOf(turn)
    const troubles: Trouble[] = []
    const add: Add = (of, weight, { code, detail }, about = '', mend = code) => {
      const { event, edition, item, title, does } = of
      const key = [code, event, item, about].join(' ')
      const remedy = { remedy: mendWords(mend), remedies: remediesFor(mend, of, about) }
      troubles.push({ key, weight, code, at: turn.at, event, edition, item, title, does, detail, ...remedy })
    }
    this.watched.begin()
    const { results, changes, moved } = playTurn(this.site, this.watched, turn, this.zone, this.unders)
    for (const [index, of] of facts.entries()) {
      if (of.repeats) continue
      this.watched.note(`plan:${of.item}`)
      for (const met of of.refused) add(of, 'stops', met)
      const last = this.eventsAt(turn.at).get(of.item)
      if (last !== undefined && last !== of.event) add(of, 'warns', reason('two-at-once'), last)
      this.eventsAt(turn.at).set(of.item, of.event)
      const result = results[index]
      if (result && !result.ok) for (const met of result.reasons) add(of, 'stops', met)
      if (!of.cleared && !of.refused.length) {
        add(of, 'stops', reason('not-cleared', { what: 'planned', waits: of.waits.join(' and ') }))
        if (of.pace !== null && Date.parse(this.now) + of.pace > Date.parse(turn.at)) add(of, 'warns', reason('pace'))
      }
      for (const part of of.missing) add(of, 'warns', reason('part-missing', { part }), part)
      for (const words of of.clocks) add(of, 'warns', reason('clock-change', { what: words }), words)
      for (const other of this.plan.editionsOf.get(of.item) ?? [])
        if (other.edition !== of.edition) add(of, 'warns', reason('in-two-editions', { edition: other.name }), other.edition)
    }
    if (turn.does === 'open') {
      const [of] = facts
      const under = this.unders.get(turn.wish.item)
      if (of && under && under.window !== turn.window) add(of, 'warns', reason('window-over-window'))
    }
    const took = tookPlace(facts, changes, moved)
    // What a turn changes changes at once: each is looked at when all of them are known.
    this.took(took)
    for (const [of, after] of took)
      if (!after) this.lookAtLeaving(of, add)
      else if (of.does === 'put') this.lookAtComing(of, turn.at, after, add)
    return { turn, facts, reads: this.watched.reads(), writes: keysOf(facts, changes, moved), done: changes, moved, took, troubles }
  }

  /** Takes note of a step that would meet the same as it met; it is done again once a turn is played that comes after it. */
  repeat(step: Step): void {
    this.toRepeat.push(step)
  }

  private doAgain({ turn, facts, done, moved, took }: Step): void {
    this.site.take({ done, moved })
    for (const of of facts) if (!of.repeats) this.eventsAt(turn.at).set(of.item, of.event)
    this.took(took)
  }

  private eventsAt(at: string): Map<string, string> {
    if (this.atOnce.at !== at) {
      this.atOnce.at = at
      this.atOnce.events.clear()
    }
    return this.atOnce.events
  }

  /** Takes note of which planned texts are on the site from now on, and which not any more. */
  private took(changes: Step['took']): void {
    for (const [of, after] of changes)
      if (!after) this.live.delete(of.item)
      else if (of.does === 'put') {
        this.live.set(of.item, [of, after])
        if (of.links.length) this.came.push(of)
      }
  }

  /** What links to an item among the texts that were planned and have come by now. */
  private linkedTo(item: string): ReadonlyMap<string, PlannedFacts> {
    for (; this.lookedThrough < this.came.length; this.lookedThrough++) {
      const of = this.came[this.lookedThrough]!
      for (const target of of.links) {
        const from = this.linked.get(target)
        if (from) from.set(of.item, of)
        else this.linked.set(target, new Map([[of.item, of]]))
      }
    }
    return this.linked.get(item) ?? NOTHING
  }

  /** What the plan as a whole says of an item. */
  private planned(item: string): PlannedItem | undefined {
    return (this.about ??= itemsOf(this.plan)).get(item)
  }

  private lookAtComing(of: PlannedFacts, at: string, entry: SiteEntry, add: Add): void {
    for (const target of of.links) {
      this.watched.note(`plan:${target}`)
      const there = this.watched.entry(target)
      const planned = this.planned(target)
      const off = planned?.leaves.find((moment) => moment > at)
      if (!there) {
        const coming = planned?.arrives.find((moment) => moment > at)
        const left = planned?.leaves.some((moment) => moment <= at)
        const [why, mend] = coming
          ? [`goes live only ${fullIn(coming, this.zone)}`, 'link-not-yet' as const]
          : left
            ? ['leaves the site by then', 'link-off' as const]
            : ['is not on the site', 'link-unplanned' as const]
        add(of, 'warns', reason('link-not-yet', { title: planned?.title ?? null, why }), target, mend)
      } else if (off) add(of, 'warns', reason('link-off', { title: there.title, leaves: fullIn(off, this.zone) }), target)
    }
    if (can(entry.kind, 'tree') && !this.isReached(entry)) add(of, 'warns', reason('unreached'))
  }

  private isReached(entry: SiteEntry): boolean {
    this.watched.note(`links:${entry.item}`)
    // A menu that stands nowhere leads nobody.
    const leads = ({ item }: { item: string }) => {
      const from = this.watched.entry(item)
      return from !== null && from.fields.menuPlace !== 'none'
    }
    if (this.links.to(entry.item).some(leads) || this.linkedTo(entry.item).size) return true
    for (let at: SiteEntry | null = entry, level = 0; at; at = at.fields.parent ? this.watched.entry(at.fields.parent) : null)
      if (!at.fields.inMenus || ++level > 100) return false
    return true
  }

  private lookAtLeaving(of: PlannedFacts, add: Add): void {
    this.watched.note(`links:${of.item}`)
    const linkers = this.links.to(of.item)
    for (const linker of linkers) {
      const entry = this.watched.entry(linker.item)
      if (!entry || linker.item === of.item) continue
      // Its text of then may not hold the link any more.
      if (entry.version !== linker.version && !this.live.get(linker.item)?.[0].links.includes(of.item)) continue
      add(of, 'warns', reason('linked-from', { title: entry.title }), linker.item)
    }
    for (const [item, linker] of this.linkedTo(of.item))
      if (
        this.watched.entry(item)?.version === this.live.get(item)?.[1].version &&
        this.live.has(item) &&
        !linkers.some((known) => known.item === item)
      )
        add(of, 'warns', reason('linked-from', { title: linker.title }), item)
  }
}

/** A text that has come by plan, with what readers get of it. */
type Coming = [of: PlannedFacts, now: SiteEntry]
type Add = (of: PlannedFacts, weight: Trouble['weight'], met: Pick<Reason, 'code' | 'detail'>, about?: string, mend?: string) => void
const NO_FACTS: PlannedFacts[] = []
const NONE: Step['took'] = []
const NOTHING: ReadonlyMap<string, PlannedFacts> = new Map()

/** Those of a turn's changes that took place, each with what readers get of its item then. */
function tookPlace(facts: PlannedFacts[], changes: Played['changes'], moved: Played['moved']): Step['took'] {
  if (!facts.length || !(changes.length + moved.length)) return NONE
  const took = new Map<string, SiteEntry | null>()
  for (const { was, now } of changes) took.set((now ?? was)!.item, now)
  for (const { now } of moved) took.set(now.item, now)
  return facts.flatMap((of): [PlannedFacts, SiteEntry | null][] => (took.has(of.item) ? [[of, took.get(of.item)!]] : []))
}

/** When an item comes and leaves by plan, and what it is called there. */
interface PlannedItem {
  title: string
  arrives: string[]
  leaves: string[]
}

function itemsOf({ turns, facts }: Plan): Map<string, PlannedItem> {
  const items = new Map<string, PlannedItem>()
  for (const { id, at } of turns)
    for (const { item, title, does } of facts.get(id) ?? []) {
      let known = items.get(item)
      if (!known) items.set(item, (known = { title, arrives: [], leaves: [] }))
      known.title = title
      ;(does === 'put' ? known.arrives : known.leaves).push(at)
    }
  return items
}
