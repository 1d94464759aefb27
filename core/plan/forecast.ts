import { fullIn } from '../time/words'
import type { SiteEntry } from './entry'
import { play, type Turn, type Unders } from './play'
import { SiteAfter, type SiteAt } from './siteAt'

/** Trouble that a planned event would meet. What `stops` it holds it at its time; what `warns` lets it happen. */
export interface Trouble {
  /** Its kind, an event and an item: the same trouble has the same key after a change elsewhere. */
  key: string
  weight: 'stops' | 'warns'
  code: string
  at: string
  event: string
  edition: string | null
  item: string
  title: string
  detail: string
  /** What would mend it. */
  remedy: string
}

/** What the forecast knows of a planned change beside its wish. */
export interface PlannedFacts {
  event: string
  edition: string | null
  item: string
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

const REMEDIES: Record<string, string> = {
  'not-cleared': 'Have it cleared, or move it to a later time',
  pace: 'Ask its gates to hurry, hand it on, or move it to a later time',
  'segment-taken': 'Give one of the two another address segment',
  'parent-not-live': 'Put its parent page live before it, or choose another parent',
  'parent-loop': 'Choose another parent page',
  'title-missing': 'Give it a title',
  'children-live': 'Move or withdraw the pages below it first',
  'not-live': 'Put it live before, or take this event out',
  behind: 'Bring the draft up to date with what will be live then',
  embargo: 'Move it past the embargo, or lift that',
  'owner-right-missing': 'Let someone with the right take the event over',
  'draft-over': 'Plan another draft, or take this event out',
  'link-off': 'Change the link, or keep the other on the site',
  'link-not-yet': 'Put the other live first, or change the link',
  'linked-from': 'Change the links, or keep it on the site',
  'two-at-once': 'Move one of the two',
  'window-over-window': 'Move one of the two windows',
  'in-two-editions': 'Take it out of one of the two',
  'clock-change': 'Choose an hour that comes once',
  'part-missing': 'Put another in its place',
  unreached: 'Put it in a menu, or link to it',
  'edition-held': 'Mend what holds the edition, or take that out of it',
  'edition-not-cleared': 'Have the edition cleared as a whole',
  'end-missing': 'Set when it leaves the site again',
}
const remedyFor = (code: string): string => REMEDIES[code] ?? 'Look at it, and mend or move it'

/**
 * Plays what is planned on the site as it is now and tells what trouble each event would meet, in the order of time. What
 * is not cleared yet is said, and played as if it were by then: its own trouble and that of others show at once.
 */
export function forecast(before: SiteAt, plan: Plan, links: Links, zone: string, now: string, unders: Unders = new Map()): Trouble[] {
  const site = new SiteAfter(before)
  const troubles = new Map<string, Trouble>()
  const add = (of: PlannedFacts, at: string, weight: Trouble['weight'], code: string, detail: string, about = '') => {
    const key = [code, of.event, of.item, about].join(' ')
    if (troubles.has(key)) return
    const { event, edition, item, title } = of
    troubles.set(key, { key, weight, code, at, event, edition, item, title, detail, remedy: remedyFor(code) })
  }
  /** What links to what among the texts that are planned and live then. */
  const plannedLinks = new Map<string, Map<string, PlannedFacts>>()
  const live = new Map<string, { version: string; of: PlannedFacts }>()
  const leaves = leavingTimes(plan)
  const arrives = arrivingTimes(plan)
  const titles = new Map([...plan.facts.values()].flat().map(({ item, title }) => [item, title]))
  const lastAt = new Map<string, { at: string; event: string }>()

  const afterPut = (of: PlannedFacts, at: string, entry: SiteEntry) => {
    live.set(of.item, { version: entry.version, of })
    for (const target of of.links) {
      const from = plannedLinks.get(target)
      if (from) from.set(of.item, of)
      else plannedLinks.set(target, new Map([[of.item, of]]))
      const there = site.entry(target)
      const off = leaves.get(target)?.find((moment) => moment > at)
      if (!there) {
        const coming = arrives.get(target)?.find((moment) => moment > at)
        const title = titles.get(target)
        const other = title === undefined ? 'an item' : `“${title}”`
        const why = coming
          ? `goes live only ${fullIn(coming, zone)}`
          : leaves.get(target)?.some((moment) => moment <= at)
            ? 'leaves the site by then'
            : 'is not on the site'
        add(of, at, 'warns', 'link-not-yet', `It links to ${other}, which ${why}`, target)
      } else if (off) add(of, at, 'warns', 'link-off', `It links to “${there.title}”, which leaves the site ${fullIn(off, zone)}`, target)
    }
    if (entry.kind === 'page' && !reached(entry)) add(of, at, 'warns', 'unreached', 'No menu shows it and nothing links to it')
  }
  const reached = (entry: SiteEntry): boolean => {
    if (links.to(entry.item).some(({ item }) => site.entry(item)) || plannedLinks.get(entry.item)?.size) return true
    for (let at: SiteEntry | null = entry, level = 0; at; at = at.fields.parent ? site.entry(at.fields.parent) : null)
      if (!at.fields.inMenus || ++level > 100) return false
    return true
  }
  const afterWithdraw = (of: PlannedFacts, at: string) => {
    live.delete(of.item)
    for (const linker of links.to(of.item)) {
      const entry = site.entry(linker.item)
      if (!entry || linker.item === of.item) continue
      // Its text of then may not hold the link any more.
      if (entry.version !== linker.version && !live.get(linker.item)?.of.links.includes(of.item)) continue
      add(of, at, 'warns', 'linked-from', `“${entry.title}” links to it`, linker.item)
    }
    for (const [item, linker] of plannedLinks.get(of.item) ?? [])
      if (
        site.entry(item)?.version === live.get(item)?.version &&
        live.has(item) &&
        !links.to(of.item).some((known) => known.item === item)
      )
        add(of, at, 'warns', 'linked-from', `“${linker.title}” links to it`, item)
  }

  for (const { turn, results, changes } of play(site, plan.turns, zone, unders)) {
    const facts = plan.facts.get(turn.id) ?? []
    for (const [index, of] of facts.entries()) {
      if (of.repeats) continue
      for (const reason of of.refused) add(of, turn.at, 'stops', reason.code, reason.detail)
      const last = lastAt.get(of.item)
      if (last?.at === turn.at && last.event !== of.event)
        add(of, turn.at, 'warns', 'two-at-once', 'Another event of this item has the same moment', last.event)
      lastAt.set(of.item, { at: turn.at, event: of.event })
      const result = results[index]
      if (result && !result.ok) for (const reason of result.reasons) add(of, turn.at, 'stops', reason.code, reason.detail)
      if (!of.cleared && !of.refused.length) {
        const waits = of.waits.length ? `. It waits for ${of.waits.join(' and ')}` : ''
        add(of, turn.at, 'stops', 'not-cleared', `It is not cleared${waits}`)
        if (of.pace !== null && Date.parse(now) + of.pace > Date.parse(turn.at))
          add(of, turn.at, 'warns', 'pace', 'At the usual pace of its gates it is not cleared in time')
      }
      for (const part of of.missing) add(of, turn.at, 'warns', 'part-missing', `It shows ${part}, which is not there any more`, part)
      for (const words of of.clocks) add(of, turn.at, 'warns', 'clock-change', words, words)
      for (const other of plan.editionsOf.get(of.item) ?? [])
        if (other.edition !== of.edition)
          add(of, turn.at, 'warns', 'in-two-editions', `It is in the edition “${other.name}” too`, other.edition)
    }
    if (turn.does === 'open') {
      const [of] = facts
      const under = unders.get(turn.wish.item)
      if (of && under && under.window !== turn.window)
        add(of, turn.at, 'warns', 'window-over-window', 'Another window of this item is open then')
    }
    const took = new Map(changes.map(({ was, now: after }) => [(after ?? was)!.item, after]))
    for (const of of facts) {
      if (!took.has(of.item)) continue
      const after = took.get(of.item)
      if (after && of.does === 'put') afterPut(of, turn.at, after)
      else if (!after) afterWithdraw(of, turn.at)
    }
  }
  return [...troubles.values()]
}

function momentsWhere(plan: Plan, which: (of: PlannedFacts) => boolean): Map<string, string[]> {
  const moments = new Map<string, string[]>()
  const add = (item: string, at: string) => {
    const known = moments.get(item)
    if (known) known.push(at)
    else moments.set(item, [at])
  }
  for (const turn of plan.turns) for (const of of plan.facts.get(turn.id) ?? []) if (which(of)) add(of.item, turn.at)
  return moments
}
const leavingTimes = (plan: Plan) => momentsWhere(plan, ({ does }) => does === 'withdraw')
const arrivingTimes = (plan: Plan) => momentsWhere(plan, ({ does }) => does === 'put')

/** What a change of the plan would bring and what it would mend: the troubles of one forecast against those of another. */
export function troublesBetween(before: readonly Trouble[], after: readonly Trouble[]): { come: Trouble[]; go: Trouble[] } {
  const [known, now] = [new Set(before.map(({ key }) => key)), new Set(after.map(({ key }) => key))]
  return { come: after.filter(({ key }) => !known.has(key)), go: before.filter(({ key }) => !now.has(key)) }
}
