/** What the office says in the fields of an item. */
import type { Said } from '../said'

// FieldInput
export const none = 'None'
export const atTheTopOfTheTree = 'At the top of the tree'
export const fromTheTitle = 'From the title'
export const emptyTheDayItFirstGoesLive = 'Empty: the day it first goes live'
export const noteOnLabel = (label: Said) => `Note on ${label}`
export const atTheTop = 'Beside the name of the site'
export const inTheFoot = 'In the foot of every page'
export const nowhereYet = 'Nowhere yet'
export const nobodyJoins = 'Nobody'
export const theInvitedJoin = 'Whom we invite'
export const anyoneJoins = 'Anyone who signs up'
export const nowhere = 'Nowhere'
export const onEveryPage = 'On every page'
export const onThePagesOfItsSection = 'On the pages of its section'
export const untilSomeoneTakesItOff = 'Until someone takes it off'
export const forATime = 'For a time'
export const forInformation = 'For information'
export const warning = 'Warning'
export const urgent = 'Urgent'

// PageFields
export const forTheOfficeAlone = 'For the office alone'
export const readersNeverSeeIt = 'readers never see it; it needs no gate'

// fieldGroups
export const addressAndMenu = 'Address and menu'
export const summaryAndPicture = 'Summary and picture'
export const labelsBylineAndDate = 'Labels, byline and date'
export const searchAndSitemap = 'Search and sitemap'
export const itsReaders = 'Its readers'
export const whenItIsShared = 'When it is shared'
export const theMenu = 'The menu'
export const theBanner = 'The banner'

// fieldWords
export const anItemNotOnTheSite = 'an item that is not on the site'
export const asItWasMoved = 'as it was moved here'
export const aDecorativePicture = 'a decorative picture'
export const noAlternativeText = 'no alternative text'
export const aPicture = (alternativeText: Said) => `a picture: ${alternativeText}`
export const yes = 'yes'
export const no = 'no'
