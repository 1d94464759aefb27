/** What the office says of what readers get of an item, and would get. */
import type { Said } from '../said'

// ReceiptCard
export const receipt = 'Receipt'
export const askTheLiveSiteAgain = 'Ask the live site again'
export const answers = 'answers'
export const earlierAddress = 'Earlier address'
export const toLocation = (location: Said) => ` to ${location}`
export const was = 'Was'
export const since = 'Since'
export const versionNumberSince = (number: Said, since: Said) => `version ${number}, ${since}`
export const toUntil = (until: Said) => ` to ${until}`
export const fingerprint = 'Fingerprint'
export const readersReachItFrom = 'Readers reach it from'
export const nothingLeadsHere = 'No menu, listing or page leads here. Readers find it by search or by its address alone.'
export const aboveIsInNoMenu = (title: Said) => `It is in the menu, but “${title}” above it is not.`
export const putItInto = (menu: Said) => `Put it into the menu “${menu}”`
export const putItIntoTheMenu = 'Put it into the menu'
export const aDraftPutsItIntoTheMenu = 'A draft puts it into the menu; send it on'
export const onlyByItsAddress = 'no listing, menu or link; only by its address'
export const thePage = 'the page'
export const aRedirect = 'a redirect'
export const nothingHere = 'nothing here'
export const unchanged = 'unchanged'
export const withdrawn = 'withdrawn'

// AddressRedirect
export const readersWhoComeBy = 'Readers who come by'
export const areLedTo = 'are led to'
export const onceItIsLive = 'once this is live.'
export const pagesBelowItMoveAlong = 'Pages below it move along, and their old addresses lead on as well.'

// OwedLook
export const livePastItsGates = 'Live past its gates'
export const byAndWhen = (by: Said, at: Said) => `${by}, ${at}`
export const stillToBeLookedAtBy = (gate: Said, guards: Said) => `Still to be looked at: ${gate}, by ${guards}`
export const aReviewerIsToLook = 'A reviewer is to look at it'
export const dueAt = (at: Said) => `Due ${at}`
export const wasDueAt = (at: Said) => `Was due ${at}`
