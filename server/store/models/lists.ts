import { flag, integer, text } from './column'

/** The numbers of what the list's rows name: people, sections, words of the program. */
export const code = {
  n: integer().numbered(),
  id: text(),
}

/** A row of the list: an item with one of its open drafts, or without one. */
export const pair = {
  n: integer().numbered(),
  item_id: text().references('item'),
  rank: integer(),
  draft_id: text().nullable(),
  draft_state: text(),
  version_id: text(),
  by_id: text(),
  indexed_version: text().nullable(),
  title: text(),
  place: text().nullable(),
  label_type: text().nullable(),
}

/** What is asked and sorted by of the row of `pair` with the same number, kept by triggers; names by their codes, instants in milliseconds. */
export const listed = {
  n: integer().key(),
  rank: integer(),
  binned: integer(),
  kind: integer(),
  section: integer(),
  on_site: integer(),
  draft: integer(),
  author: integer(),
  owner: integer().nullable(),
  by: integer(),
  named: flag(),
  embargoed: flag(),
  created: integer(),
  changed: integer(),
  next: integer().nullable(),
  ends: integer().nullable(),
  review: text().nullable(),
  shown: text().nullable(),
  language: integer().default(0),
  words: integer().default(0),
  parts: integer().default(0),
  /** When what readers have of it, or had last, went live, in milliseconds. */
  went_live: integer().nullable(),
}

export const listed_label = {
  label_id: text().key(),
  n: integer().key(),
}

/** A version whose words are kept, with the one that they are new against. */
export const written = {
  n: integer().key(),
  version_id: text(),
  item_id: text(),
  base_id: text().nullable(),
}

/** A version that waits to be taken into `written`. */
export const unwritten = {
  n: integer().numbered(),
  version_id: text(),
}
