/** What the office says on the site’s own page. */
import type { Said } from '../said'

// site
export const nameTaglineAndFootOfTheSite = 'Name, tagline and foot of the site'
export const bannersOfTheFrontPage = 'Banners of the front page'
export const makeASection = 'Make a section'
export const pagesAsReadersFindThem = 'Pages as readers find them'
export const noPageIsLiveYet = 'No page is live yet.'
export const liveButInNoMenu = 'Live, but in no menu'
export const sections = 'Sections'
export const rightsAndRoutesAreGivenForThem = 'rights and routes are given for them'
export const item = 'item'
export const items = 'items'
export const renameOrNest = (name: Said) => `Rename or nest ${name}`
export const renameOrNestASection = 'Rename or nest a section'
export const below = 'Below'
export const nothingAtTheTop = 'Nothing: at the top'
export const rightsGivenForASectionHold = 'Rights given for a section hold for all below it.'
export const sectionChanged = 'Section changed'
export const sectionNameMade = (name: Said) => `Section “${name}” made`
export const site = 'Site'
