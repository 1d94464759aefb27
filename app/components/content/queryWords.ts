import type { Facets } from '~~/server/services/listing/facets'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** What each field of the language of queries asks, in a few words. */
export const FIELD_WORDS: Record<string, string> = {
  kind: say.pagePostNotice,
  site: say.whatReadersHave,
  draft: say.whereItsDraftStands,
  in: say.listOrBin,
  section: say.withAllBelowIt,
  author: say.whoWroteItOrMe,
  owner: say.whoseItIsMeNone,
  by: say.whoChangedItLast,
  label: say.aCategoryTagOrSeries,
  series: say.aSeries,
  gate: say.theGateItWaitsAt,
  language: say.enNb,
  edition: say.theEditionItGoesWith,
  'went-live': say.whenItWentLive,
  changed: say.whenLast7Days202611,
  begun: say.whenItWasBegun,
  review: say.whenItIsToBeLooked,
  next: say.whenSomethingHappensNext,
  ends: say.whenItLeavesTheSite,
  shown: say.theDateOnIt,
  words: say.howMany,
  has: say.whatIsTherePictureSummary,
  lacks: say.whatIsNotThere,
  text: say.wordsAnywhereInIt,
  live: say.wordsInWhatReadersGet,
  ever: say.wordsThatAnyoneEverWroteThere,
}

/** The facets in the order they are shown, with their headings. */
export const FACET_WORDS: [keyof Facets['fields'], string][] = [
  ['site', common.onSite],
  ['draft', common.draft],
  ['gate', say.waitsAt],
  ['kind', say.kind],
  ['section', common.section],
  ['label', say.label],
  ['author', say.author],
  ['owner', say.owner],
  ['language', say.language],
]

/** Examples of what a query asks for: a field and a value, as they are typed. */
export const EXAMPLES = [
  ['text', 'storm'],
  ['draft', 'returned'],
  ['section', 'Fares'],
  ['label', 'Winter'],
  ['owner', 'me'],
  ['changed', 'last-7-days'],
  ['words', '>300'],
  ['lacks', 'picture'],
] as const
