import { grouped } from '../../../core/grouped'
import { windowOn } from '../../../core/time/windows'
import type { Links } from '../../../core/plan/forecast'
import type { PlannedWish } from '../../../core/plan/play'
import { meaningOf } from '../../../core/time/zone'
import type { Reader } from '../../store/database'
import { type EventRow, plannedOf, shapeOf } from '../../store/events'
import { draftById } from '../../store/items'
import type { Due } from './due'
import { editionsOfItems } from '../../store/editions'
import { wishOf, type LiveChange } from '../publishing/judging'
import { liveLinks } from '../../store/live'

/** A draft as an event that would put it live, at the moment that it is planned for where it has one. */
export async function draftAsEvent(db: Reader, id: string, now: string): Promise<EventRow | null> {
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

export function plannedWish(change: LiveChange, event: EventRow, loaded: Due['loaded'], ending: ReadonlySet<string>): PlannedWish {
  const wish = wishOf(change, ending)
  const content = loaded && (event.kind === 'put-live' || event.kind === 'window')
  return content ? { ...wish, basedOn: { base: loaded.draft.base_version, accepted: event.accepted_behind } } : wish
}

/** What is odd about a window's hours where the clocks change. */
export function clocksOf(event: EventRow): string[] {
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

/** The editions of a site that items are in, for finding an item in two. */
export async function editionsByItem(db: Reader, site: string): Promise<Map<string, { edition: string; name: string }[]>> {
  const rows = await editionsOfItems(db, site)
  return new Map(
    [...grouped(rows, ({ item }) => item)].map(([item, those]) => [item, those.map(({ edition, name }) => ({ edition, name }))]),
  )
}

export async function linksTo(db: Reader, site: string): Promise<Links> {
  const rows = await liveLinks(db, site)
  const byTarget = new Map<string, { item: string; title: string; version: string }[]>()
  for (const { target, ...from } of rows) {
    const known = byTarget.get(target)
    if (known) known.push(from)
    else byTarget.set(target, [from])
  }
  return { to: (item) => byTarget.get(item) ?? [] }
}
