/** What the office says on the page of an edition. */
import { counted } from '../counted'
import type { Said } from '../said'

// [id]
export const liveSinceLiveAt = (liveAt: Said) => `live since ${liveAt}`
export const discardTheEdition = 'Discard the edition'
export const seeTheSiteWithIt = 'See the site with it'
export const setItsMoment = 'Set its moment'
export const itHasNoMomentAnyMore = 'It has no moment any more'
export const takeItsMomentAway = 'Take its moment away'
export const putLiveNow = 'Put live now'
export const beginTheNextOneFromIt = 'Begin the next one from it'
export const undoItWhole = 'Undo it whole'
export const itWasUndone = 'It was undone'
export const whatItChanges = 'What it changes'
export const takeChangesIn = 'Take changes in'
export const nothingYet = 'Nothing yet. Take in what is cleared, any draft, or items that are to leave the site at the same moment.'
export const done = 'Done'
export const ready = 'Ready'
export const waitsForWaits = (waits: Said) => `waits for ${waits}`
export const takeTitleOut = (title: Said) => `Take ${title} out`
export const takeOut = 'Take out'
export const countedMoreItems = (n: number) => counted(n, 'more item')
export const inSectionsThatYouMayNotRead = (moreItems: Said) => `${moreItems} in sections that you may not read.`
export const howReadyItIs = 'How ready it is'
export const clearedEntries = 'Cleared entries'
export const clearedOfCountCleared = (cleared: Said, count: Said) => `${cleared} of ${count} cleared`
export const waitsForWho = (who: Said) => `waits for ${who}`
export const clearedByCleared = (cleared: Said) => `cleared by ${cleared}`
export const clearIt = 'Clear it'
export const sendWhatIsNotSent = (n: number) => `Send ${counted(n, 'draft')} to review`
export const whatWouldGoWrong = 'What would go wrong'
export const nothingStandsInItsWay = 'Nothing stands in its way as things are.'
export const moveTheEdition = 'Move the edition'
export const setWhenItGoesLive = 'Set when it goes live'
export const setTheMoment = 'Set the moment'
export const clearTheEditionAsAWhole = 'Clear the edition as a whole'
export const aNoteIfYouLike = 'A note, if you like'
export const clear = 'Clear'
export const nameOfTheNextOne = 'Name of the next one'
export const beginIt = 'Begin it'
export const putTheWholeEditionLiveNow = 'Put the whole edition live now?'
export const happenAtOneMomentForReaders = (changes: Said) =>
  `${changes} happen at one moment for readers, or none of them. It can be undone whole.`
export const putLive = 'Put live'
export const discardTheEditionAsked = 'Discard the edition?'
export const itsChangesStay = (changes: Said) => `Its ${changes} stay as they are, without a moment.`
export const keepIt = 'Keep it'
export const renameTheEdition = 'Rename the edition'
export const undoTheEditionWhole = 'Undo the edition whole?'
export const nothingIsLeftOfIt = 'Nothing is left of it on the site.'
export const whatNobodyChangedSinceIsAtOnce =
  'What nobody changed since is at once as it was. The rest becomes drafts that keep what came since, for their gates to clear.'
export const undoIt = 'Undo it'
export const theWholeEditionIsLive = 'The whole edition is live'
export const isTakenOutItsDraftStays = (title: Said) => `“${title}” is taken out; its draft stays`
export const theEditionIsDiscarded = 'The edition is discarded; its changes stay'
export const theNextOneIsBegun = 'The next one is begun, with a new draft of each item'
export const clearedAsAWhole = 'Cleared as a whole'
export const theEditionIsUndone = 'The edition is undone'
export const saved = 'Saved'
export const showsForAWhile = 'shows for a while'
export const isCarriedOut = 'is carried out'
export const goesBack = 'goes back'
export const someOfItIsInSections = 'Some of it is in sections where you may not put live.'
export const itHoldsNothingYet = 'It holds nothing yet.'
export const countedEntries = (n: number) => counted(n, 'entry', 'entries')
export const notClearedYet = (entries: Said) => `${entries} not cleared yet.`
export const alsoIn = 'also in'
export const address = 'Address'
export const becomes = 'becomes'
export const receipt = 'Receipt'
export const receiptOf = (title: Said) => `Receipt of ${title}`
export const wentLive = 'went live'
export const leftTheSite = 'left the site'
export const wasCarriedOut = 'was carried out'
export const wentBack = 'went back'
