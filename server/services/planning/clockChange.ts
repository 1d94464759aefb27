import { canonical, sha256Hex } from '../../../core/content/canonical'
import { onNewClock, type ClockMoment, type HourThere, type OnNewClock, type Stays } from '../../../core/plan/clockChange'
import type { EventKind } from '../../../core/plan/events'
import { isZone, wallTimeOf } from '../../../core/time/zone'
import type { NewFact } from '../../../core/journal/actions'
import type { Reader, Tx } from '../../store/database'
import { setEdition } from '../../store/editions'
import { changeEvent } from '../../store/events'
import { changeItem, syncItems } from '../../store/items'
import { plannedOnClock, timedItems, type PlannedRow } from '../../store/siteClock'
import { changeSite, siteById, type SiteRow } from '../../store/sites'
import { may, must, type Actor } from '../people/access'
import { fact, siteId, writeFacts, type Office } from '../office'
import { found, refusal } from '../refusal'

/** So many moments are named; the others are counted. */
const MOST_NAMED = 200

/** Another zone for the site’s clock, and what of the plan stays. */
export interface ClockChange {
  zone: string
  stays: Stays
}

/** A planned moment before and after; `until` of a window. What keeps a clock of its own is as before. */
export interface MomentOnClock {
  what: PlannedRow['what']
  kind: EventKind | null
  title: string
  item: string | null
  edition: string | null
  before: { at: string; until: string | null }
  after: { at: string; until: string | null }
  outcome: HourThere | 'past' | 'own-clock'
}

/** What a change of the site’s clock would do to all that is planned. */
export interface ClockPreview extends ClockChange {
  was: string
  /** The first of them by their moments, those that would be past before all; only what the person may see is named. */
  moments: MomentOnClock[]
  count: number
  past: number
  /** How many live items hold parts that are shown for a time: these go by the site’s clock whatever stays. */
  timedItems: number
  /** Stands for the plan that this was worked out from; the change asks for it. */
  mark: string
}

interface Worked {
  row: PlannedRow
  after: OnNewClock
}

const momentOf = (at: string, date: string | null, time: string | null, fold: ClockMoment['fold'], zone: string): ClockMoment =>
  date !== null && time !== null ? { at, date, time, fold } : { ...wallTimeOf(at, zone), at, fold: null }

/** Works out all that is planned by the new clock, as of now. */
async function workOut(office: Office, db: Reader, site: SiteRow, { zone, stays }: ClockChange): Promise<Worked[]> {
  const now = office.now()
  const change = { from: site.zone, to: zone, stays, now }
  return (await plannedOnClock(db, site.id, now)).map((row) => {
    const planned = {
      id: row.id,
      zone: row.zone ?? site.zone,
      start: momentOf(row.at, row.wall_date, row.wall_time, row.fold, site.zone),
      end: row.until_at === null ? null : momentOf(row.until_at, row.until_date, row.until_time, row.until_fold, site.zone),
      repeats: row.repeats === 1,
      open: row.open === 1,
    }
    return { row, after: onNewClock(planned, change) }
  })
}

const isPast = ({ after }: Worked) => after.keeps === 'site-clock' && after.past

const markOf = (worked: Worked[]): string =>
  sha256Hex(
    canonical(worked.map(({ row, after }) => [row.what, row.id, row.at, row.until_at, after.keeps === 'site-clock' && after.start.at])),
  )

function shown({ row, after }: Worked): MomentOnClock {
  const before = { at: row.at, until: row.until_at }
  const onSite = after.keeps === 'site-clock'
  return {
    what: row.what,
    kind: row.kind,
    title: row.title,
    item: row.item,
    edition: row.what === 'edition' ? row.id : null,
    before,
    after: onSite ? { at: after.start.at, until: after.end?.at ?? null } : before,
    outcome: onSite ? (after.past ? 'past' : after.hour) : 'own-clock',
  }
}

function mustChange(actor: Actor, zone: string): void {
  must(actor, 'section.change', null)
  if (!isZone(zone)) throw refusal('refused', 'zone-unknown', { at: 'zone' })
}

/** Every planned moment before and after the site’s clock goes by another zone. */
export async function clockPreview(office: Office, actor: Actor, change: ClockChange): Promise<ClockPreview> {
  mustChange(actor, change.zone)
  const site = found(await office.site(), 'site')
  const worked = await workOut(office, office.store.read, site, change)
  // What goes with an edition goes at its moment.
  const own = worked.filter(({ row }) => row.in_edition === 0)
  const readable = own.filter(({ row }) => row.section === null || may(actor, 'item.read', row.section))
  const first = [...readable.filter(isPast), ...readable.filter((one) => !isPast(one))]
  return {
    ...change,
    was: site.zone,
    moments: first.slice(0, MOST_NAMED).map(shown),
    count: own.length,
    past: own.filter(isPast).length,
    timedItems: await timedItems(office.store.read, site.id),
    mark: markOf(worked),
  }
}

/**
 * Sets the site’s clock to another zone, with all that is planned by it, in one transaction. Refused where something would be
 * past, and where the plan is not the one that `mark` stands for.
 */
export async function changeClock(office: Office, actor: Actor, change: ClockChange & { mark: string }): Promise<void> {
  mustChange(actor, change.zone)
  await office.store.write(async (tx) => {
    const site = found(await siteById(tx, await siteId(office)), 'site')
    if (change.zone === site.zone) throw refusal('conflict', 'unchanged', { what: 'so' })
    const worked = await workOut(office, tx, site, change)
    if (markOf(worked) !== change.mark) throw refusal('conflict', 'plan-changed')
    const past = worked.filter((one) => one.row.in_edition === 0 && isPast(one)).length
    if (past) throw refusal('refused', 'clock-past', { count: past, at: 'stays' })
    const facts: NewFact[] = []
    for (const one of worked) facts.push(...(await setOnClock(office, tx, actor, change.zone, one)))
    await syncItems(tx, [...new Set(worked.flatMap(({ row }) => row.item ?? []))])
    await changeSite(tx, site.id, { zone: change.zone })
    const set = fact(office, actor.id, 'site.clock-set', null, { zone: change.zone, was: site.zone, stays: change.stays })
    await writeFacts(office, tx, [set, ...facts])
  })
  await office.settle()
}

/** Writes one planned moment as it is by the new clock; answers what the journal tells of it, where its instants moved. */
async function setOnClock(office: Office, tx: Tx, actor: Actor, zone: string, { row, after }: Worked): Promise<NewFact[]> {
  if (after.keeps === 'own-clock') return []
  const { start, end } = after
  const moved = start.at !== row.at || (end?.at ?? null) !== row.until_at
  const kept = { at: start.at, wall_date: start.date, wall_time: start.time, zone, fold: start.fold }
  switch (row.what) {
    case 'event': {
      const until = end && { until_at: end.at, until_date: end.date, until_time: end.time, until_fold: end.fold }
      // What was planned for an instant, and for no hour of a clock, stays at it.
      if (row.zone === null) return []
      await changeEvent(tx, row.id, { ...kept, ...until })
      const wall = { date: start.date, time: start.time, zone }
      return moved
        ? [
            fact(office, actor.id, 'event.moved', row.item, {
              event: row.id,
              from: row.at,
              at: start.at,
              wall,
              ...(end && { until_at: end.at }),
            }),
          ]
        : []
    }
    case 'edition':
      await setEdition(tx, row.id, kept)
      return moved && row.in_edition === 0
        ? [fact(office, actor.id, 'edition.changed', null, { edition: row.id, name: row.title, at: start.at, was: row.at })]
        : []
    case 'embargo':
      if (!moved) return []
      await changeItem(tx, row.id, { embargo_at: start.at })
      return [fact(office, actor.id, 'item.embargoed', row.id, { at: start.at, was: row.at })]
  }
}

/** Sets the language of the site’s own words; what its items are written in stays as it is said of each. */
export async function changeLanguage(office: Office, actor: Actor, language: string): Promise<void> {
  must(actor, 'section.change', null)
  await office.store.write(async (tx) => {
    const site = found(await siteById(tx, await siteId(office)), 'site')
    if (language === site.language) throw refusal('conflict', 'unchanged', { what: 'so' })
    await changeSite(tx, site.id, { language })
    await writeFacts(office, tx, [fact(office, actor.id, 'site.language-set', null, { language, was: site.language })])
  })
  await office.settle()
}
