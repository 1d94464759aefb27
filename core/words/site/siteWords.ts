import { de } from './de'
import { en } from './en'
import { es } from './es'
import { fr } from './fr'

/**
 * The words that the site itself says around what is written: one catalogue for each language. They are plain text without `<`, `&` and `"`;
 * what is put into them (names, links) is HTML already.
 */
export interface SiteWords {
  /** The language of these words, a BCP 47 tag. */
  language: string
  /** Its name in itself. */
  name: string
  skipToContent: string
  search: string
  searchTheSite: string
  searchQuestion: string
  found: (count: number) => string
  nothingFound: string
  mainMenu: string
  moreIn: (entry: string) => string
  partsOfTheSite: string
  inThisPart: string
  breadcrumb: string
  home: string
  toTheFrontPage: string
  notices: string
  allPosts: string
  newest: string
  otherPosts: string
  previousPost: string
  nextPost: string
  postsBy: (author: string) => string
  inSection: (section: string) => string
  byAuthors: (authors: string) => string
  minutesToRead: (minutes: number) => string
  series: string
  partOfSeries: (series: string) => string
  archive: string
  archiveSummary: string
  categories: string
  tags: string
  allSeries: string
  people: string
  sections: string
  feed: string
  pages: string
  pageOf: (page: number, pages: number) => string
  newer: string
  older: string
  nothingYet: string
  withdrawn: { title: string; text: string }
  absent: { title: string; text: string }
  levels: { information: string; warning: string; urgent: string }
  banners: string
  stopBanners: string
}

const CATALOGUES: readonly SiteWords[] = [en, de, fr, es]

/** The languages that the site's own words are there in, each by its tag and its name in itself. */
export const SITE_LANGUAGES = CATALOGUES.map(({ language, name }) => ({ language, name }))

/** The site's words in a language, by its first part (`de` for `de-CH`); in English where there are none. */
export function siteWords(language: string): SiteWords {
  const [first] = language.toLowerCase().split('-')
  return CATALOGUES.find((words) => words.language === first) ?? en
}
