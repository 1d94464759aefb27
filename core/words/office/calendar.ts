/** What the office says in the Calendar. */
import { counted } from '../counted'
import type { Said } from '../said'

// AgendaList
export const nothingIsPlannedHere = 'Nothing is planned here. A time is set on an item’s page, or for many changes at once in an edition.'
export const andToday = ', today'
export const untilDayAndTime = (until: Said, until2: Said) => ` until ${until} ${until2}`
export const heldDetail = (detail: Said) => `held: ${detail}`
export const clearedOfTotalCleared = (cleared: Said, total: Said) => `${cleared} of ${total} cleared`
export const notClearedYet = 'not cleared yet'
export const moveTitle = (title: Said) => `Move ${title}`
export const move = 'Move'

// EditionCards
export const editionsAhead = 'Editions ahead'
export const noneAnEditionGathersChangesThatGo = 'None. An edition gathers changes that go live together or not at all.'
export const allEntriesCleared = (entries: Said) => `All ${entries} cleared`
export const clearedClearedEntriesWaiting = (cleared: Said, entries: Said) => `${cleared} cleared · ${entries} waiting`
export const andHeld = ' · held'
export const toBeLookedAtAgain = 'To be looked at again'

// EntryChip
export const toUntil = (until: Said) => `to ${until}`

// ForecastList
export const forecast = 'Forecast'
export const allThatIsPlannedWouldGoLive = 'All that is planned would go live as it is planned.'
export const andHoldsIt = ' · holds it'
export const andCountMore = (count: Said) => `and ${count} more`

// MonthGrid
export const whatIsPlannedDayByDay = 'What is planned, day by day'
export const countedEntries = (n: number) => counted(n, 'entry', 'entries')
export const entriesInTrouble = (entries: Said) => `${entries} in trouble`
export const countMore = (count: Said) => `${count} more`
export const countedNewTroubles = (n: number) => counted(n, 'new trouble')
export const mendsCount = (count: Said) => `mends ${count}`
export const noNewTrouble = 'no new trouble'
export const mon = 'Mon'
export const tue = 'Tue'
export const wed = 'Wed'
export const thu = 'Thu'
export const fri = 'Fri'
export const sat = 'Sat'
export const sun = 'Sun'

// NewEditionDialog
export const newEdition = 'New edition'
export const takeInAllThatIsCleared = (drafts: Said) => `Take in all that is cleared and not live yet (${drafts})`
export const allOfItGoesLive = 'All of it goes live at one moment, or none of it. Changes are taken in here, or on each item’s page.'
export const beginIt = 'Begin it'

// SubscribeDialog
export const subscribeToTheCalendar = 'Subscribe to the calendar'
export const anyCalendarProgramThatTakesAnAddress =
  'Any calendar program that takes an address shows what is planned where you may read, and keeps up with it.'
export const theAddressShownOnlyNow = 'The address, shown only now'
export const whoeverHasTheAddressSees = 'Whoever has it sees what you may see. Keep it to yourself; a new one ends the old one.'
export const yoursWasMadeOn = (madeAt: Said) =>
  `Yours was made on ${madeAt}. It is not kept here in words; make a new one if you need it again.`
export const endTheAddress = 'End the address'
export const makeANewOne = 'Make a new one'
export const makeAnAddress = 'Make an address'
export const theAddressIsMade = 'The address is made'
export const theAddressAnswersNoMore = 'The address answers no more'

// TimeDial
export const theMomentToSeeTheSite = 'The moment to see the site of'

// WeekGrid
export const whatIsPlannedHourByHour = 'What is planned, hour by hour'
export const hour = 'Hour'

// entries

// calendar
export const earlier = 'Earlier'
export const today = 'Today'
export const later = 'Later'
export const allSections = 'All sections'
export const goingLive = 'Going live'
export const leaving = 'Leaving'
export const wentLive = 'Went live'
export const leftTheSite = 'Left the site'
export const wentBack = 'Rolled back'
export const windows = 'Windows'
export const partsOfPages = 'Parts of pages'
export const editions = 'Editions'
export const embargoes = 'Embargoes'
export const toLookAtAgain = 'To look at again'
export const whose = 'Whose'
export const everybodys = 'Everybody’s'
export const print = 'Print'
export const subscribe = 'Subscribe'
export const theSiteAsOf = 'The site as of'
export const seeTheSiteThen = 'See the site then'
export const moveQuoted = (title: Said) => `Move “${title}”`
export const month = 'Month'
export const week = 'Week'
export const agenda = 'Agenda'
export const nowItWas = (title: Said, what: Said, at: Said, date: Said, time: Said) =>
  `“${title}” now ${what} ${at}; it was ${date} ${time}`
export const fromDayToDay = (day: Said, day2: Said) => `${day} to ${day2}`
export const fromDay = (day: Said) => `From ${day}`
export const heldBack = 'held'
