import type { Facets } from '~~/server/services/listing/facets'

/** What each field of the language of queries asks, in a few words. */
export const FIELD_WORDS: Record<string, string> = {
  kind: 'page, post, notice …',
  site: 'what readers have: live, withdrawn, none',
  draft: 'where its draft stands',
  in: 'list, or bin',
  section: 'with all below it',
  author: 'who wrote it, or me',
  owner: 'whose it is: me, none',
  by: 'who changed it last',
  label: 'a category, tag or series',
  series: 'a series',
  gate: 'the gate it waits at',
  language: 'en, nb …',
  changed: 'when: last-7-days, 2026-11 …',
  begun: 'when it was begun',
  review: 'when it is to be looked at again',
  next: 'when something happens next',
  ends: 'when it leaves the site',
  shown: 'the date on it',
  words: 'how many: >300, 100..200',
  has: 'what is there: picture, summary …',
  lacks: 'what is not there',
  text: 'words anywhere in it',
  live: 'words in what readers get',
  ever: 'words that anyone ever wrote there',
}

/** The facets in the order they are shown, with their headings. */
export const FACET_WORDS: [keyof Facets['fields'], string][] = [
  ['site', 'On site'],
  ['draft', 'Draft'],
  ['gate', 'Waits at'],
  ['kind', 'Kind'],
  ['section', 'Section'],
  ['label', 'Label'],
  ['author', 'Author'],
  ['owner', 'Owner'],
  ['language', 'Language'],
]
