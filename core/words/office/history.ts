/** What the office says where versions are listed and compared. */
import { counted } from '../counted'
import type { Said } from '../said'

// CompareView
export const from = 'From'
export const to = 'to'
export const howToShowIt = 'How to show it'
export const twoColumns = 'Two columns'
export const wordsOnly = 'Words only'
export const unchangedToo = 'Unchanged too'
export const changeBeforeP = 'Change before (p)'
export const nextChangeN = 'Next change (n)'
export const fieldsThatChanged = 'Fields that changed'
export const field = 'Field'
export const before = 'Before'
export const after = 'After'
export const takeBack = 'Take back'
export const takeThisBack = 'Take this back'
export const noteOnLabel = (label: Said) => `Note on ${label}`
export const blocksUnchanged = (blocks: Said) => `${blocks} unchanged`
export const neitherHasAnythingInItsBody = 'Neither has anything in its body.'
export const andDraftNow = ', draft now'
export const andLiveNow = ', live now'
export const versionByAuthor = (number: Said, name: Said, state: Said, author: Said, at: Said) =>
  `Version ${number}${name}${state} · ${author}, ${at}`
export const countedFields = (n: number) => counted(n, 'field')
export const theySayTheSameToReaders = 'They say the same to readers'
export const youCleared = 'you cleared'
export const youReturned = 'you returned'
export const whatIsLive = 'what is live,'
export const saidSinceWhyVersionNumber = (said: Said, why: Said, number: Said) => `${said} since ${why} version ${number}`

// ComparedBlock
export const fromFromToTo = (from: Said, to: Said) => `from ${from} to ${to}`
export const noteOnThis = (after: Said) => `Note on this ${after}`
export const empty = 'empty'
export const moved = 'Moved'
export const changed = 'Changed'
export const added = 'Added'
export const removed = 'Removed'
export const level = 'Level'
export const numbered = 'Numbered'
export const source = 'Source'
export const alternativeText = 'Alternative text'
export const decorative = 'Decorative'
export const caption = 'Caption'
export const headerCells = 'Header cells'
export const target = 'Target'
export const title = 'Title'
export const shown = 'Shown'

// HistoryView
export const whichVersions = 'Which versions'
export const noVersionIsLikeThat = 'No version is like that.'
export const versionNumber = (number: Said) => `Version ${number}`
export const causeByAuthor = (cause: Said, author: Said) => `${cause} by ${author},`
export const inDraft = (draft: Said) => ` in “${draft}”`
export const draftNow = 'Draft now'
export const liveNow = 'Live now'
export const look = 'Look'
export const compare = 'Compare'
export const restoreIntoADraft = 'Restore into a draft'
export const rollBackToThis = 'Roll back to this'
export const liveFromToToCauseBy = (from: Said, to: Said, cause: Said, by: Said) => `Live ${from} to ${to}, ${cause} ${by}`
export const moreOfThisSitting = (count: Said) => `${count} more of this sitting`
export const versionNumberAt = (number: Said, at: Said) => `Version ${number}, ${at}`
export const olderVersions = 'Older versions'
export const nameVersionNumber = (number: Said) => `Name version ${number}`
export const nameForTheOfficeAlone = 'Name, for the office alone'
export const keepTheName = 'Keep the name'
export const anEmptyNameTakesItAway = 'An empty name takes it away. The version itself never changes.'
export const all = 'All'
export const named = 'Named'
export const wereLive = 'Were live'

// UpdateView
export const bringThisDraftUpToVersion = (number: Said) => `Bring this draft up to version ${number}`
export const countedPlacesWere = (n: number) => counted(n, 'place was', 'places were')
export const theDraftBeganFromVersion = (number: Said, number2: Said, placesWere: Said) =>
  `The draft began from version ${number}; since then version ${number2} went live. What only one of them changed is taken by itself. ${placesWere} changed by both: choose what holds.`
export const theDrafts = 'The draft’s'
export const theSites = 'The site’s'
export const countedPlaces = (n: number) => counted(n, 'place', 'places')
export const leftToChoose = (places: Said) => `${places} left to choose`
export const everyPlaceIsChosen = 'Every place is chosen'
export const notNow = 'Not now'
export const bringUpToDate = 'Bring up to date'
/** A place among siblings is a key, which says nothing to people. */
export const placeWords = { before: 'where it stood', after: 'moved' }
