import type { Kind } from '../../../core/kinds/kinds'
import type { ReviewState } from '../../../core/flow/draft'
import type { Change } from '../../../core/flow/route'
import type { VersionCause } from '../../../core/history/causes'
import { bytes, integer, text } from './column'

/** A page, a post or another thing that has versions, with its two facts as the lists show them. */
export const item = {
  id: text().key(),
  site_id: text().references('site'),
  kind: text<Kind>(),
  section_id: text().references('section'),
  language: text(),
  translation_group: text(),
  internal_name: text().default(''),
  owner_id: text().references('person').nullable(),
  review_by: text().nullable(),
  notes: text().default(''),
  created_at: text(),
  created_by: text().references('person'),
  binned_at: text().nullable(),
  binned_by: text().references('person').nullable(),
  /** Taken out of the bin for good; it opens nowhere any more. */
  ended_at: text().nullable(),
  title: text(),
  on_site: text<'none' | 'live' | 'withdrawn'>().default('none'),
  live_version: text().nullable(),
  draft_id: text().nullable(),
  draft_state: text<ReviewState | 'scheduled' | 'held'>().nullable(),
  next_at: text().nullable(),
  author_id: text().references('person'),
  changed_at: text(),
  versions: integer().default(0),
  /** The instant before which nobody may put it live. */
  embargo_at: text().nullable(),
  /** The planned event of the window that is open over it, and the version under that. */
  window_id: text().nullable(),
  under_version: text().nullable(),
  /** When it leaves the site again, as planned. */
  ends_at: text().nullable(),
}

export const draft = {
  id: text().key(),
  item_id: text().references('item'),
  name: text(),
  change: text<Change>().default('content'),
  base_version: text().nullable(),
  head_version: text(),
  route_id: text().references('route'),
  route_version: integer().references('route'),
  review: text<ReviewState>(),
  sent_by: text().nullable(),
  sent_at: text().nullable(),
  sent_note: text().default(''),
  created_at: text(),
  created_by: text(),
  closed_at: text().nullable(),
  closed_by: text().references('person').nullable(),
  outcome: text<'live' | 'discarded' | 'ended'>().nullable(),
  /** Where a move leads and as which kind (null: as it is), with the route that is in force there. */
  to_section: text().references('section').nullable(),
  to_route_id: text().nullable(),
  to_route_version: integer().nullable(),
  to_kind: text<Kind>().nullable(),
  /** The state that an edit made lapse (core/flow/draft.ts), as JSON. */
  lapsed: text().nullable(),
  /** What waited at which gate when that was taken away, as JSON: it waits on when it is given back. */
  kept_waits: text().nullable(),
}

export const draft_author = {
  draft_id: text().key(),
  person_id: text().key(),
}

/** A saved state of an item; never changed. */
export const version = {
  id: text().key(),
  item_id: text().references('item'),
  draft_id: text(),
  number: integer(),
  parent_id: text().references('version').nullable(),
  /** The live version that was merged in, of a version that brought a draft up to date. */
  merge_parent_id: text().references('version').nullable(),
  author_id: text().references('person'),
  at: text(),
  cause: text<VersionCause>(),
  note: text(),
  fingerprint: bytes(),
  manifest: integer().references('object'),
}

export const version_name = {
  version_id: text().key().references('version'),
  name: text(),
  person_id: text().references('person'),
  at: text(),
}

/** A text by its hash, whole or as a difference to another (server/store/objects.ts); never changed. */
export const object = {
  id: integer().numbered(),
  hash: bytes(),
  base: integer().references('object').nullable(),
  depth: integer(),
  packed: integer<0 | 1 | 2>(),
  bytes: bytes(),
}

/** A file that was brought; a part of a picture names the whole. */
export const media = {
  id: text().key(),
  site_id: text(),
  hash: text(),
  type: text(),
  width: integer(),
  height: integer(),
  size: integer(),
  name: text(),
  person_id: text(),
  at: text(),
  of_id: text().references('media').nullable(),
  crop: text().nullable(),
}

/** Which files an item shows, live or in an open draft. */
export const media_use = {
  media_id: text().key().references('media'),
  item_id: text().key().references('item'),
}
