/** What the office says on the site’s own page. */
import { counted } from '../counted'
import type { Said } from '../said'

// site
export const nameTaglineAndFootOfTheSite = 'Name, tagline and foot of the site'
export const bannersOfTheFrontPage = 'Banners of the front page'
export const addresses = 'Addresses'
export const makeASection = 'Make a section'
export const sections = 'Sections'
export const rightsAndRoutesAreGivenForThem = 'Rights and routes are given for them.'
export const renameOrNest = (name: Said) => `Rename or nest ${name}`
export const renameOrNestASection = 'Rename or nest a section'
export const below = 'Below'
export const nothingAtTheTop = 'Nothing: at the top'
export const rightsGivenForASectionHold = 'Rights given for a section hold for all below it.'
export const sectionChanged = 'Section changed'
export const sectionNameMade = (name: Said) => `Section “${name}” made`
export const site = 'Site'
export const siteYieldgate = 'Site · Yieldgate'

// clock and language
export const clockAndLanguage = 'Clock and language'
export const timeZone = 'Time zone'
export const language = 'Language'
export const changeTheTimeZone = 'Change the time zone'
export const changeTheLanguage = 'Change the language'
export const theSitesLanguageIs = (name: Said) => `The site’s own words are in ${name} now`
export const itsOwnWordsAreThereIn = (languages: Said) =>
  `The words around the texts, such as “Newest” and “All posts”, are there in ${languages}; in English for any other.`
export const eachItemKeepsItsLanguage = 'Each item keeps the language that it says of itself. New items begin in this one.'
export const theSiteGoesByTheClockOf = (city: Said) => `The site goes by the clock of ${city} now`
export const goByTheClockOf = (city: Said) => `Go by the clock of ${city}`
export const whatIsPlanned = 'What is planned'
export const keepsItsHours = 'keeps its hours'
export const keepsItsMoments = 'keeps its moments'
export const hoursStayHint = 'What goes live at 06:30 goes live at 06:30 on the new clock.'
export const momentsStayHint = 'Everything happens exactly when it would have; only the hour that is shown changes.'
export const plannedMoments = 'The planned moments'
export const chooseAnotherZone = 'Choose another zone to see every planned moment before and after.'
export const nothingIsPlanned = 'Nothing is planned, so no moment changes.'
export const someWouldBePast = (count: number) =>
  count === 1
    ? 'One moment would be past on that clock. Move it first, or keep the moments.'
    : `${count} moments would be past on that clock. Move them first, or keep the moments.`
export const countedMoments = (count: number) => counted(count, 'planned moment')
export const nowBy = (zone: string) => `Now, by ${zone.replaceAll('_', ' ')}`
export const thenBy = (zone: string) => `Then, by ${zone.replaceAll('_', ' ')}`
export const momentInCity = (when: Said, city: Said) => `is ${when} in ${city}`
export const untilMoment = (until: Said) => `until ${until}`
export const thatHourIsSkipped = 'The clocks skip that hour; it becomes the hour after'
export const thatHourComesTwice = 'That hour comes twice; the first is taken'
export const wouldBePast = 'It would be past'
export const repeatsByTheClockOf = (zone: Said) => `It goes on by the clock of ${zone}`
export const andMore = (count: number) => `and ${count} more`
export const timedPartsGoByTheClock = (count: number) =>
  `${counted(count, 'item has', 'items have')} parts that are shown for a time: these go by the new clock at once.`
export const deadlinesGoByTheClock = 'Office hours and deadlines go by the new clock from then on.'
