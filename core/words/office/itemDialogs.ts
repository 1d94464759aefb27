/** What the office says in the dialogs of the item page. */
import { counted } from '../counted'
import { listed } from '../listed'
import type { Said } from '../said'

// ConflictChoices
export const placeIndexOfCount = (index: Said, count: Said) => `Place ${index} of ${count}`
export const indexOfCount = (index: Said, count: Said) => `${index} of ${count}`
export const bothBeganFrom = 'Both began from'
export const itWasRemovedHere = 'It was removed here.'
export const wordsOfMyOwn = 'Words of my own'
export const empty = 'empty'

// ConflictDialog
export const someoneElseChangedTheSameWords = 'Someone else changed the same words'
export const versionIsSavedWithTheirText = (number: Said) =>
  `Version ${number} is saved with their text. Yours is still here, and not saved yet. What is not taken stays in the history.`
export const mine = 'Mine'
export const theirsWhichIsSaved = 'Theirs, which is saved'
export const countedPlaces = (n: number) => counted(n, 'place', 'places')
export const leftToChoose = (places: Said) => `${places} left to choose`
export const goOnWriting = 'Go on writing'
export const saveWithThese = 'Save with these'

// FastDialog
export const putLiveNowClearedAfterwards = 'Put live now, cleared afterwards'
export const whyCanItNotWait = 'Why can it not wait?'
export const putLiveNow = 'Put live now'
export const elseItIsTakenBack = 'else it is taken back from the site'
export const elseItIsToldOf = 'else it is told of, and stays'
export const readersGetItAtOnce = (hours: Said, otherwise: Said) =>
  `Readers get it at once. Its gates have ${hours} to clear it; ${otherwise}.`
export const hoursOfWorkingTime = (n: number) => `${counted(n, 'hour')} of working time`

// FindDialog
export const findAndReplaceOnThisPage = 'Find and replace on this page'
export const find = 'Find'
export const replaceWith = 'Replace with'
export const capitalsAsTyped = 'Capitals as typed'
export const wholeWords = 'Whole words'
export const countTimes = (count: Said) => `${count} times`
export const nowhereOnThisPage = 'Nowhere on this page.'
export const countedTimes = (n: number) => counted(n, 'time')
export const timesInPlaces = (times: Said, places: Said) => `${times} in ${places}`
export const replaceAll = 'Replace all'

// HandDialog
export const forWhom = (name: Said) => ` for ${name}`
export const handToAColleague = 'Hand to a colleague'
export const toWhom = 'To whom'
export const nobodyMayClearItHere = 'Nobody may clear it here.'
export const aWordWithIt = 'A word with it, if you like'
export const theyAreTold = 'They are told. The others may still clear it as well.'
export const handItOver = 'Hand it over'

// ItemDialogs
export const beginAnotherDraftBeside = 'Begin another draft beside'
export const beginTheDraft = 'Begin the draft'
export const itBeginsFromWhatIsLive = 'It begins from what is live. The other drafts stay as they are.'
export const renameThisDraft = 'Rename this draft'
export const saveANamedVersion = 'Save a named version'
export const whatChangedAndWhy = 'What changed, and why?'
export const sendToReview = 'Send to review'
export const aWordToTheReviewer = 'A word to the reviewer'
export const send = 'Send'
export const sendAllTheSame = 'Send all the same'
export const whoWillBeAsked = 'Who will be asked'
export const firstGate = (gate: Said) => `Goes to ${gate}:`
export const atGate = (gate: Said) => `${gate}:`
export const thenGate = (gate: Said) => `Then to ${gate}:`
export const nobodyCan = 'nobody who could clear it'
/** Names of which any will do. */
export const anyOf = (names: readonly string[]) => listed(names, 'or')
/** Names that are all meant. */
export const allOf = (names: readonly string[]) => listed(names, 'and')
export const moreNames = (n: number) => `${n} more`
export const asManyAsNeeded = (needed: Said) => `, ${needed} of them`
export const dueAt = (when: Said) => `, due ${when}`
export const nobodyElseCanClearIt = (gates: Said) =>
  `Nobody else can clear it at ${gates}: those who wrote it may not, and too few others are there. It would wait until somebody can.`
export const inviteAColleague = 'Invite a colleague'
export const noGateForNow = 'Change the route: no gate for now'
export const putLiveWithAReason = 'Put it live with a reason'
export const askASteward = 'Ask a steward for a second person.'
export const notesAreOpen = (n: number) => `${counted(n, 'note')} ${n === 1 ? 'is' : 'are'} still open.`
export const clearThisVersion = 'Clear this version'
export const clear = 'Clear'
export const yourClearanceHoldsForVersionExactly = (number: Said) =>
  `Your clearance holds for version ${number} exactly; a later change voids it.`
export const countedNotes = (n: number) => counted(n, 'note', 'notes')
export const goes = 'goes'
export const go = 'go'
export const thatYouWroteWhileReading = (notes: Said, go: Said) => `${notes} that you wrote while reading ${go} to the writer with it.`
export const returnToItsWriter = 'Return to its writer'
export const whatShouldChange = 'What should change?'
export const returnWord = 'Return'
export const on = 'On'
export const onAField = 'On a field'
export const onABlock = 'On a block'
export const leaveItOut = 'leave it out'
export const suggestedSuggestion = (suggestion: Said) => ` Suggested: ${suggestion}`
export const putLiveWithoutClearance = 'Put live without clearance'
export const yourReasonStandsInTheJournal = 'Your reason stands in the journal, and reviewers are asked to look at it afterwards.'
export const setWhenItGoesLive = 'Set when it goes live'
export const setTheTime = 'Set the time'
export const setWhenItLeavesTheSite = 'Set when it leaves the site'
export const moveTheEndOfItsWindow = 'Move the end of its window'
export const nobodyMayPutItLiveBefore = 'Nobody may put it live before'
export const setTheEmbargo = 'Set the embargo'
export const askToTakeItOffTheSite = 'Ask to take it off the site'
export const whyShouldItGo = 'Why should it go?'
export const askTheGates = 'Ask the gates'
export const itStaysUntilItsGatesHaveCleared = 'It stays until its gates have cleared that it goes, for exactly what is live now.'
export const withdrawWithoutClearance = 'Withdraw without clearance'
export const withdraw = 'Withdraw'
export const withdrawFromTheSite = 'Withdraw from the site?'
export const fromNowOn = 'From now on'
export const answers410 =
  'answers 410, and it leaves every menu, listing, feed and the sitemap. Its versions stay; it can come back with one step.'
export const whyIfYouLike = 'Why, if you like'
export const itStandsInTheJournal = 'It stands in the journal.'
export const keepTheShownDate = 'Keep the shown date?'
export const itShowsAnOldDate = (shownDate: Said) =>
  `It shows ${shownDate}, more than a month ago. Readers see that date in listings and the feed.`
export const keepShownDate = (shownDate: Said) => `Keep ${shownDate}`
export const showTodaysDate = 'Show today’s date'
export const theLiveVersionChangedMeanwhile = 'The live version changed meanwhile'
export const versionWentLiveAfterThisDraft = (number: Said) =>
  `Version ${number} went live after this draft was begun on another. Bringing the draft up to date keeps what both changed; replacing takes off the site what that version changed.`
export const replaceIt = 'Replace it'
export const bringUpToDateFirst = 'Bring up to date first'

// PinDialog
export const noteOnTheseWords = 'Note on these words'
export const noteHere = 'Note here'
export const whatShouldChangeHere = 'What should change here?'
export const suggestOtherWords = 'Suggest other words, to be taken with one click'
export const wordsInstead = 'Words instead'
export const emptyLeaveThemOut = 'Empty: leave them out.'
export const chooseSomeWordsOfTheBlockFirst = 'Choose some words of the block first, and the note is about those.'
export const itGoesOutWhenYouReturn = 'It goes out when you return the draft or clear it.'
export const saveNote = 'Save note'

// RollBackDialog
export const makeVersionLiveAgain = (number: Said) => `Make version ${number} live again?`
export const readersGetVersionAtOnce = (number: Said) => `Readers get version ${number} at once`
export const andInPlaceOfVersion = (liveNumber: Said) => `, in place of version ${liveNumber}`
export const andItRestsOnTheClearance =
  '. It rests on the clearance it had then. Nothing is deleted; you can go forward again the same way.'
export const whatItWouldUndoIsNotKnown = (message: Said) => `${message} What it would undo is not known.`
export const lookingWhatItWouldUndo = 'Looking what it would undo …'
export const itChangesBlocks = (blocks: Said) => `It changes ${blocks}`
export const andFields = (fields: Said) => ` and ${fields}`
export const back = 'back.'
export const theAddressBecomes = 'The address becomes'
export const leadsThere = 'leads there.'
export const menusAndBreadcrumbsThatShowItChange = 'Menus and breadcrumbs that show it change with it.'
export const countedPages = (n: number) => counted(n, 'page')
export const linkHereAndGoOnLeadingHere = (pages: Said, links: Said, more: Said) =>
  `${pages} link here and go on leading here: ${links}${more}`
export const openDraftsWillBeBehind = (drafts: Said) => `Open drafts will be behind: ${drafts}.`
export const rollBack = 'Roll back'

// WhenDialog
export const date = 'Date'
export const timeInZone = (city: Said) => `Time in ${city}`
export const forALimitedTime = 'For a limited time'
export const until = 'Until'
export const thenReadersGetAgainWhatLiesUnder =
  'Then readers get again what lies under it, with what was mended there meanwhile; or it leaves the site.'
export const theSitesClockCounts = (now: Said, now2: Said) => `The site’s clock counts; it shows ${now} now, yours ${now2}.`
export const take = 'Take'
export const whichOne = 'Which one?'
export const first = 'first'
export const second = 'second'
export const whichOfTwoTimes = (which: Said, instant: Said, inUtc: Said) => `The ${which}: ${instant} (${inUtc} UTC)`
export const whatElseHappensAroundThen = 'What else happens around then'
export const withinAnHourOfIt = (near: Said) => `Within an hour of it: ${near}`
export const moreOfThem = (count: Said) => ` and ${count} more`
export const takeTheNextFreeHour = (free: Said) => `Take ${free}, the next free hour`
export const countedNewTroubles = (n: number) => counted(n, 'new trouble')
export const thenItBrings = (newTroubles: Said) => `Then it brings ${newTroubles}`
export const whatThisWouldBring = 'What this would bring'
export const thenTroublesLess = (troubles: Said) => `Then ${troubles} less.`
