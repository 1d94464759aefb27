/** What the office says on the item page. */
import { counted } from '../counted'
import type { Said } from '../said'

// BlockList
/** What a block of a page is called: its kind, where it stands, and whether it is chosen. */
export const blockOfBlocks = (kind: Said, place: Said, count: Said, chosen: boolean) =>
  `${kind}, block ${place} of ${count}${chosen ? ', chosen' : ''}`
export const addABlockBelowBlock = (index: Said) => `Add a block below block ${index}`
export const andChangeTheTimes = '; change the times'
export const shownInWindow = (window: Said, change: Said) => `Shown ${window}${change}`
export const noteOnBlock = (index: Said) => `Note on block ${index}`
export const addABlock = 'Add a block'
export const foldAllBlocks = 'Fold all blocks'
export const here = 'Here'
export const openAllBlocks = 'Open all blocks'

// DeskAlerts
export const behindTheSite = 'Behind the site.'
export const versionWentLiveAfterThisDraftBegan = (number: Said) => `Version ${number} went live after this draft began.`
export const compareWithIt = 'Compare with it'
export const bringUpToDate = 'Bring up to date'
export const whatYouWroteHereWasNotSaved = (at: Said) => `What you wrote here ${at} was not saved; a copy is kept on this computer.`
export const restoreIt = 'Restore it'
export const throwItAway = 'Throw it away'
export const youAreSignedOut = 'You are signed out.'
export const yourTextIsKept = 'Your text is kept.'
export const notSavedYet = 'Not saved.'
export const someoneElseChangedTheSameWords = 'Someone else changed the same words. Your text is kept on this computer.'
export const chooseWhichTextShouldStay = 'Choose which text should stay'
export const thisItemIsInTheBin = 'This item is in the bin.'
export const restore = 'Restore'
export const notSavedWhatYouWroteIs = (problem: Said) => `Not saved: ${problem}. What you wrote is still here; change it and it is saved.`

// DeskHeader
export const oneInName = (one: Said, name: Said) => `${one} in ${name}`
export const liveSinceSince = (since: Said) => `Live since ${since}`
export const noneOpen = 'none open'
export const undoCtrlZ = 'Undo (Ctrl Z)'
export const redo = 'Redo'
export const redoCtrlShiftZ = 'Redo (Ctrl Shift Z)'
export const showWhatStandsAround = 'Show what stands around'
export const fillTheWindow = 'Fill the window'
export const alsoHere = 'Also here'
export const isHereToo = (name: Said) => `${name} is here too`
export const versionNumber = (number: Said) => `version ${number}`
export const savedSavedAt = (savedAt: Said) => `Saved ${savedAt}`
export const saving = 'Saving …'
export const notSavedNoConnection = 'Not saved: no connection'
export const notSavedSignedOut = 'Not saved: signed out'
export const notSaved = 'Not saved'
export const notSavedSomeoneElseChangedThis = 'Not saved: someone else changed this too'
export const unsaved = 'Unsaved'
export const scheduledAt = (at: Said) => `Scheduled ${at}`

// ItemDesk
export const thePage = 'The page'
export const showWhatStandsAroundThePage = 'Show what stands around the page'
export const fillTheWindowWithThePage = 'Fill the window with the page'
/** Other words that people type for the history, apart by spaces. */
export const alsoHistory = 'roll back earlier versions restore who wrote'
export const findAndReplaceOnThisPage = 'Find and replace on this page'
export const whatYouWroteLastIsNot = 'What you wrote last is not saved, and this browser keeps nothing. Leave, and lose it?'
export const whatYouWroteLastIsNotSaved = 'What you wrote last is not saved yet. This computer keeps it, and offers it when you come back.'

// LiveBands
export const whenEachVersionWasLive = 'When each version was live'
export const toTo = (to: Said) => `to ${to}`
export const untilNow = 'until now'
export const versionLiveFrom = (number: Said, from: Said, end: Said) => `Version ${number}, live from ${from} ${end}`

// OutlinePanel
export const outline = 'Outline'
export const onThePage = 'On the page'
export const aboutMinToRead = (minutes: Said) => `About ${minutes} min to read`
export const wordsAndMinutes = (words: number, minutes: Said) => `${counted(words, 'word')}, ${minutes} min`
export const openNotes = ' open notes'
export const worthALook = 'Worth a look'
export const aboutIt = 'About it'
export const forTheOfficeAlone = 'For the office alone'
export const emptyBlock = (block: Said) => `Empty ${block}`
export const noAddress = 'no address'
export const noPicture = 'no picture'
export const noSummary = 'no summary'

// PageTitle
export const titleOnThePage = 'Title on the page'

// PinnedNotes
export const yourNote = 'Your note'
export const on = ' on'
export const suggested = 'Suggested:'
export const leaveItOut = 'leave it out'
export const deleteNote = 'Delete note'

// SideDivider
export const widthOfTheTwoSides = 'Width of the two sides'

// TrackPanel
export const track = 'Track'
export const written = 'Written'
export const asked = 'Asked'
export const changedAfterItWasCleared = 'Changed after it was cleared; the clearance lapsed.'
export const clearedOfNeeded = (cleared: Said, needed: Said) => `${cleared} of ${needed}`
export const lapsed = 'Lapsed'
export const byName = (name: Said) => `by ${name}`
export const andForWhom = (whom: Said) => `, for ${whom}`
export const atVersionNumber = (at: Said, number: Said) => `${at}, version ${number}`
export const notNeeded = 'Not needed: nothing that it is about is changed.'
export const sinceSince = (since: Said) => `since ${since}`
export const waitsFor = 'Waits for'
export const andToWhomHandedIt = (handedBy: Said) => `, to whom ${handedBy} handed it.`
export const whoDidNotWriteIt = (guards: Said) => `${guards} who did not write it.`
export const wasDue = 'Was due'
export const due = 'Due'
export const countedOpenNotes = (n: number) => counted(n, 'open note')
export const returnedOpenNotes = (openNotes: Said) => `Returned, ${openNotes}`
export const timing = 'Timing'
export const atOnceOrWhenAPublisher = 'at once, or when a publisher sets it'
export const atOnce = 'at once'
export const noMomentYet = 'No moment yet'
export const untilUntil = (until: Said) => ` until ${until}`
export const andWith = ', with'
export const andPlannedByOwner = (owner: Said) => `, planned by ${owner}`
export const ifItIsNotClearedByThen = 'If it is not cleared by then, it will be held.'
export const heldAtAt = (at: Said) => `Held at ${at}`
export const held = 'Held'
export const movesToTo = (to: Said) => `moves to ${to}`
export const replacesVersionNumber = (number: Said) => `replaces version ${number}`
export const comesBackToTheSite = 'comes back to the site'
export const forTheFirstTime = 'for the first time'
export const goThere = 'Go there'
export const versionNumberSinceSince = (number: Said, since: Said) => `version ${number} since ${since}`
export const withdrawn = 'Withdrawn'
export const notOnSite = 'Not on site'
export const sinceTo = (to: Said) => `since ${to}`
export const leavesTheSite = (at: Said) => `Leaves the site ${at}`
/** What holds while no draft is open, of an item that is on the site or not. */
export const noDraftIsOpen = (live: boolean) =>
  live
    ? 'No draft is open. Begin one to change it; readers keep what they have until it goes live.'
    : 'No draft is open. Begin one to change it; readers see nothing until it goes live.'
export const moreActions = 'More actions'
export const nothingToDoHereForYouNow = 'Nothing to do here for you now.'

// bringUpToDate
export const theDraftHoldsWhatVersionChanged = (number: Said) => `The draft holds what version ${number} changed`
export const seeWhatItBrought = 'See what it brought'

// itemActions
export const sentToReview = 'Sent to review'
export const takenBackFromReview = 'Taken back from review'
export const versionNumberCleared = (number: Said) => `Version ${number} cleared`
export const returnedToItsWriter = 'Returned to its writer'
export const backToName = (name: Said) => `Back to ${name}`
export const itIsLive = 'It is live. The receipt is beside it.'
export const theyWereAskedAgain = 'They were asked again'
export const handedToName = (name: Said) => `Handed to ${name}`
export const theTimeIsSet = 'The time is set'
export const itsEndIsMoved = 'Its end is moved'
export const theEmbargoIsSet = 'The embargo is set'
export const theEmbargoIsLifted = 'The embargo is lifted'
export const itGoesWithTheEdition = 'It goes with the edition'
export const thePlanIsCancelled = 'The plan is cancelled'
export const itIsLiveAgain = 'It is live again'
export const withdrawnItsAddressAnswers410Now = 'Withdrawn. Its address answers 410 now.'
export const itsGatesAreAsked = 'Its gates are asked'
export const withdrawnReviewersAreAskedToLook = 'Withdrawn. Reviewers are asked to look at it.'
export const versionIsLiveAgain = (number: Said) => `Version ${number} is live again`
export const draftIsOpen = (name: Said) => `“${name}” is open. The other drafts stay as they are.`
export const theDraftIsRenamed = 'The draft is renamed'
export const aDraftIsOpen = (live: boolean) =>
  live ? 'A draft is open. Readers keep what they have.' : 'A draft is open. Readers see nothing until it goes live.'
export const versionIsInTheDraft = (number: Said) => `Version ${number} is in the draft; what was there stays in the history`
export const theDraftIsOpenAgain = 'The draft is open again'
export const putIntoTheBin = 'Put into the bin'
export const isInTheBin = (name: Said) => `“${name}” is in the bin`
export const itGoesTheRouteInForceNow = 'It goes the route in force now; what was cleared there stays cleared'
export const takenOutOfTheBin = 'Taken out of the bin'
export const itIsDone = 'It is done. The receipt is beside it.'

// views
export const write = 'Write'
export const sideBySide = 'Side by side'
export const compare = 'Compare'
export const history = 'History'

// [id]
export const item = 'Item'
export const titleYieldgate = (title: Said) => `${title} · Yieldgate`
export const empty = 'empty'
