import type { Kind } from '../../../core/kinds/kinds'
import type { LiveCause } from '../../../core/history/causes'
import type { RedirectCode } from '../../../core/address/redirects'
import { flag, integer, text } from './column'

/** Which version of an item readers got from when until when. */
export const live_interval = {
  id: integer().numbered(),
  item_id: text().references('item'),
  version_id: text(),
  from_at: text(),
  to_at: text().nullable(),
  cause: text<LiveCause>(),
  planned_at: text().nullable(),
  event_id: text().nullable(),
  person_id: text().nullable(),
  edition_id: text().nullable(),
  section_id: text(),
  shown_date: text().nullable(),
  /** JSON. */
  fields: text(),
  kind: text<Kind>().nullable(),
}

/** Which item had an address from when until when. */
export const address_interval = {
  id: integer().numbered(),
  site_id: text(),
  path: text(),
  item_id: text().references('item'),
  from_at: text(),
  to_at: text().nullable(),
}

/** An address that was redirected by hand. */
export const redirect = {
  id: text().key(),
  site_id: text().references('site'),
  from_path: text(),
  code: integer<RedirectCode>(),
  target: text().nullable(),
  star: flag(),
  note: text().default(''),
  made_by: text().references('person'),
  made_at: text(),
  /** The last day, by the site’s clock, on which it leads there; none where it does for good. */
  until_day: text().nullable(),
}

/** How often readers asked on a day for an address that leads elsewhere or is gone; of a redirect with a `*`, for any that it is for. */
export const address_use = {
  site_id: text().key().references('site'),
  address: text().key(),
  day: text().key(),
  hits: integer(),
  last_at: text(),
}

/** What readers get now. */
export const live_entry = {
  n: integer().numbered(),
  item_id: text().references('item'),
  site_id: text(),
  kind: text<Kind>(),
  section_id: text(),
  version_id: text(),
  path: text().nullable(),
  parent_id: text().nullable(),
  title: text(),
  shown_date: text().nullable(),
  in_sitemap: flag(),
  /** JSON. */
  fields: text(),
  first_live: text(),
  changed_at: text(),
  indexed_version: text().nullable(),
  /** Who may read it, as a key: by what it says itself, and by what the pages above it say too (`null`: everyone). */
  own_access: text().nullable(),
  access: text().nullable(),
}

/** What a live item refers to. */
export const live_ref = {
  item_id: text().key(),
  relation: text<'label' | 'byline' | 'broader' | 'media' | 'link'>().key(),
  target: text().key(),
}

/** A block of a live item that is shown at times of its own. */
export const live_window = {
  item_id: text().key().references('item'),
  block: text().key(),
  spans: text(),
  words: text(),
}
