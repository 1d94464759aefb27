import type { EventKind, EventState, LateWay } from '../../../core/plan/events'
import { integer, text } from './column'

/** Something that happens to an item at a moment. Of an edition without a moment it has none either. */
export const planned_event = {
  id: text().key(),
  site_id: text(),
  kind: text<EventKind>(),
  item_id: text().references('item'),
  draft_id: text().nullable(),
  pinned_version: text().nullable(),
  at: text().nullable(),
  wall_date: text().nullable(),
  wall_time: text().nullable(),
  zone: text().nullable(),
  owner_id: text().references('person'),
  state: text<EventState>(),
  done_at: text().nullable(),
  /** JSON of why it is held. */
  reasons: text().nullable(),
  accepted_behind: text().nullable(),
  created_at: text(),
  edition_id: text().references('edition').nullable(),
  fold: text<'earlier' | 'later'>().nullable(),
  until_at: text().nullable(),
  until_date: text().nullable(),
  until_time: text().nullable(),
  until_fold: text<'earlier' | 'later'>().nullable(),
  rule: text().nullable(),
  occurrence: integer().default(0),
  first_date: text().nullable(),
  version_id: text().nullable(),
  late: text<LateWay>().default('do'),
  late_after: integer().default(0),
  due_at: text().generated(),
  /** Cancelled with the bin, and planned again when it is taken out. */
  resumes: integer().default(0),
}

/** Changes that go live together. */
export const edition = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  note: text().default(''),
  owner_id: text().references('person'),
  at: text().nullable(),
  wall_date: text().nullable(),
  wall_time: text().nullable(),
  zone: text().nullable(),
  fold: text<'earlier' | 'later'>().nullable(),
  late: text<LateWay>().default('do'),
  late_after: integer().default(0),
  route_id: text().nullable(),
  /** `open` is being built or waits for its moment, `held` was due and something forbade it, `dropped` was given up. */
  state: text<'open' | 'held' | 'live' | 'dropped'>().default('open'),
  reasons: text().nullable(),
  live_at: text().nullable(),
  undone_by: text().references('edition').nullable(),
  created_at: text(),
  created_by: text().references('person'),
}

export const edition_clearance = {
  edition_id: text().key().references('edition'),
  gate: text().key(),
  person_id: text().key().references('person'),
  fingerprint: text(),
  groups: text().nullable(),
  note: text(),
  at: text(),
}

/** Working hours by name. */
export const work_calendar = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  week: text(),
  holidays: text(),
}
