import type { NewsKind } from '../../../core/flow/news'
import { integer, text } from './column'

/** Everything that anybody did, each row chained to the one before. */
export const journal = {
  seq: integer().key(),
  at: text(),
  person_id: text().nullable(),
  action: text(),
  item_id: text().nullable(),
  /** JSON. */
  data: text(),
  hash: text(),
  /** `null` where it is about accounts, which all sites share. */
  site_id: text().references('site').nullable(),
}

/** How far into the journal somebody has read: a job by its name. */
export const heard = {
  name: text().key(),
  seq: integer(),
}

/** When a job was last at work. */
export const heartbeat = {
  name: text().key(),
  at: text(),
}

export const notification = {
  id: text().key(),
  site_id: text().references('site'),
  person_id: text().references('person'),
  at: text(),
  kind: text<NewsKind>(),
  item_id: text().references('item').nullable(),
  draft_id: text().nullable(),
  gate: text().nullable(),
  by_id: text().references('person').nullable(),
  note: text(),
  seen_at: text().nullable(),
  mailed_at: text().nullable(),
}

/** A mail that waits to be sent, or was. */
export const mail = {
  id: text().key(),
  /** The site that it tells of; `null` where it is about an account. */
  site_id: text().references('site').nullable(),
  person_id: text().references('person').nullable(),
  address: text(),
  subject: text(),
  text: text(),
  made_at: text(),
  /** When it is tried next; `null` once it was sent or given up. */
  next_at: text().nullable(),
  sent_at: text().nullable(),
  tries: integer().default(0),
  error: text().nullable(),
  /** For so many hours a link for a password is good, which is made as the mail goes out. */
  link_hours: integer().nullable(),
  link_by: text().references('person').nullable(),
  /** The member whom it is to, where it is to one. */
  member_id: text().references('member').nullable(),
}

/** A setting of a person's own, as JSON. */
export const preference = {
  person_id: text().key().references('person'),
  name: text().key(),
  value: text(),
}

/** A list that was kept under a name; without a group it is its owner's alone. */
export const saved_view = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  q: text(),
  sort: text(),
  columns: text().nullable(),
  owner_id: text().references('person'),
  group_id: text().references('person_group').nullable(),
  made_at: text(),
}

/** A block that a person kept to use again, as JSON. */
export const kept_block = {
  id: text().key(),
  site_id: text().references('site'),
  person_id: text().references('person'),
  block: text(),
  at: text(),
  draft_id: text().nullable(),
}

/** Who has a draft open in which tab, and in which block. */
export const presence = {
  draft_id: text().key(),
  person_id: text().key(),
  tab: text().key(),
  place: text().nullable(),
  at: text(),
}

/** A link by which somebody without an account sees a draft, an edition or the site at a moment. */
export const share_link = {
  token_hash: text().key(),
  site_id: text().references('site'),
  id: text(),
  shows: text<'moment' | 'edition' | 'draft'>(),
  target: text().nullable(),
  at: text().nullable(),
  made_by: text().references('person'),
  made_at: text(),
  ends_at: text(),
  revoked_at: text().nullable(),
  opened: integer().default(0),
}

/** An address under which somebody's calendar program reads the plan. */
export const calendar_feed = {
  token_hash: text().key(),
  site_id: text().references('site'),
  person_id: text().references('person'),
  made_at: text(),
  revoked_at: text().nullable(),
}

/** What a command answered, by the key that its caller gave it. */
export const answer = {
  person_id: text().key(),
  key: text().key(),
  request: text(),
  status: integer(),
  body: text(),
  at: text(),
}

/** Something that is done to many items at once. */
export const batch = {
  id: text().key(),
  site_id: text().references('site'),
  person_id: text().references('person'),
  /** JSON of the roles that the person used, or null for all. */
  roles: text().nullable(),
  /** JSON of what is done to each, or `null` JSON where each has its own. */
  action: text(),
  /** `trying` finds out what would happen, `tried` waits for the word to run; `failed` is a fault of ours. */
  state: text<'trying' | 'tried' | 'running' | 'done' | 'cancelled' | 'failed'>(),
  total: integer(),
  made_at: text(),
  ended_at: text().nullable(),
  undoes: text().references('batch').nullable(),
  beat_at: text(),
  /** What was done, where each has its own action. */
  words: text().nullable(),
}

export const batch_entry = {
  batch_id: text().key().references('batch'),
  seq: integer().key(),
  item_id: text().references('item'),
  draft_id: text().nullable(),
  action: text().nullable(),
  tried: text().nullable(),
  outcome: text().nullable(),
  undo: text().nullable(),
}

/** The migrations that were done. */
export const migration = {
  name: text().key(),
  at: text(),
}
