/** What the office says where something is done to many items. */
import { counted } from '../counted'
import type { Said } from '../said'

// BatchDialog
export const findingOutWhatWouldHappen = 'Finding out what would happen'
export const doingTriedOfTotal = (doing: Said, tried: Said, total: Said) => `${doing} … ${tried} of ${total}`
export const howFarItIs = 'How far it is'
export const wouldBeDone = 'would be done'
export const refused = 'refused'
export const soAlready = (n: Said) => `, ${n} so already`
export const andNothingIsChangedYet = '. Nothing is changed yet.'
export const done = 'done'
export const andThenSomethingFailedHereAnd = '; then something failed here, and the rest was left'
export const andStoppedLeftAsTheyWere = (total: Said) => `; stopped, ${total} left as they were`
export const onlyTheRefused = 'Only the refused'
export const whatHappensToEach = 'What happens to each'
export const andAskHelp = (help: Said) => `. Ask ${help}.`
export const leftAsItWas = 'left as it was'
export const moreOfThem = 'More of them'
export const stopHere = 'Stop here'
export const takeItBack = 'Take it back'
export const goOnWithoutMe = 'Go on without me'
export const seeWhatWouldHappen = 'See what would happen'

// BatchForm
export const putOn = 'Put on'
export const takeOff = 'Take off'
export const toWhichSection = 'To which section'
export const whatTheyBecome = 'What they become'
export const historyLinksAndLabelsStay = 'History, links and labels stay; the old addresses redirect.'
export const toWhom = 'To whom'
export const aWordToThoseWhoWaitThere = 'A word to those who wait there'
export const day = 'Day'
export const timeInZone = (zone: Said) => `Time, in ${zone}`
export const whichEdition = 'Which edition'
export const theEditions = 'The editions'
export const thereIsNoOpenEdition = 'There is no open edition. Begin one in the Calendar.'

// BatchesDialog
export const whatYouDidToMany = 'What you did to many'
export const nothingInTheLastThirtyDays =
  'Nothing in the last thirty days. Choose several items in the list to do one thing to all of them.'
export const stayedSo = (stayed: Said) => `${stayed} so already`
export const refusedRefused = (refused: Said) => `${refused} refused`
export const takenBack = 'taken back'
export const underWay = 'under way'
export const somethingFailedWhatWasDoneStays = 'something failed; what was done stays'

// CellEditor
export const nobody = 'nobody'
export const closed = 'Closed'
export const lastPartOfTheAddress = 'Last part of the address'

// ListTools
export const tools = 'Tools'
export const toolsOfTheList = 'Replace, changes to many, files, the bin'
export const saveThisListAsCsv = 'Save this list as CSV'
export const bringInAChangedCsv = 'Bring in a changed CSV'
export const whatAFileCanChange = 'Titles, internal names, owners, labels and dates can be changed in it.'
export const aChangedCsv = 'A changed CSV'

// MergeDialog
export const mergeTitle = (title: Said) => `Merge “${title}”`
export const intoWhichLabel = 'Into which label'
export const typeAPartOfItsName = 'Type a part of its name'
export const ofThemLive = (live: Said) => `${live} of them live`
export const noneOfThemLive = 'none of them live'
export const wouldGetTheOtherLabelInPlace = (live: Said) =>
  `would get the other label in place of this one, ${live}. For those that are live it is a change in a draft, which goes its route.`
export const noItemHasIt = 'No item has it.'
export const thatLeadsToTheOtherLabel = (path: Said) =>
  `That ${path} leads to the other label is a change in its own draft. Its listing stays until nothing live has it.`

// RewriteForm
export const whereInTheItems = 'Where in the items'
export const fillInOnlyWhereThereIsNone = 'Fill in only where there is none'
export const label = 'Label'
export const labelToPutOn = 'Label to put on'
export const inItsPlace = 'In its place'
export const nothing = 'nothing'
export const linksThatLeadTo = 'Links that lead to'
export const find = 'Find'
export const aTitleOrAnAddress = 'A title or an address'
export const leadToInstead = 'Lead to instead'
export const replaceWith = 'Replace with'
export const writeWhatEachPictureShows = 'Write what each picture shows; those left empty stay as they are.'
export const eachGetsItsSummaryToBegin = 'Each gets its summary to begin with; mend it where you like.'
export const capitalsAsTyped = 'Capitals as typed'
export const wholeWords = 'Whole words'
export const findEveryPlace = 'Find every place'
export const links = 'Links'
export const alternativeTexts = 'Alternative texts'
export const searchDescriptions = 'Search descriptions'
export const whatFilledIn = (what: Said) => `${what} filled in`
export const withoutFrom = (from: Said) => `Without ${from}`

// StartDialog
export const chooseASection = 'Choose a section'
export const startAnItem = 'Start an item'
export const whatWillItBe = 'What will it be?'
export const aPageStays = 'A page stays, at its place in the tree.'
export const aPostHasItsDate = 'A post has its date, in listings and the feed.'
export const aNoticeTellsReadersWhatIsDifferent = 'A notice tells readers what is different now.'
export const aMenuStandsOnEveryPage = 'A menu stands on every page, at the top or in the foot, and leads on.'
export const aBannerTurnsOnTheFrontPage = 'A banner turns on the front page: a picture, a few words, and where it leads.'
export const aCategoryTagOrSeries = 'A category, tag or series that gathers posts.'
export const whoWritesAsReadersSeeThem = 'Who writes, as readers see them.'
export const itsAddressEndsIn = 'Its address ends in'
export const youHaveNoRoleThatLets = 'You have no role that lets you write in any section. Your steward can give you one.'
export const parentPage = 'Parent page'
export const atTheTopOfTheTree = 'At the top of the tree'
export const start = 'Start'

// batchWords
export const labelItems = (items: Said) => `Label ${items}`
export const labelling = 'Labelling'
export const merge = 'Merge'
export const mergeSoMany = (changes: Said) => `Merge: ${changes}`
export const merging = 'Merging'
export const move = 'Move'
export const moveItems = (items: Said) => `Move ${items}`
export const moving = 'Moving'
export const handOver = 'Hand over'
export const handOverItems = (items: Said) => `Hand over ${items}`
export const handingOver = 'Handing over'
export const sendOn = 'Send on'
export const sendItemsOn = (items: Said) => `Send ${items} on`
export const sendingOn = 'Sending on'
export const addToAnEdition = 'Add to an edition'
export const addItemsToAnEdition = (items: Said) => `Add ${items} to an edition`
export const adding = 'Adding'
export const makeAnotherKind = 'Make another kind'
export const makeItemsAnotherKind = (items: Said) => `Make ${items} another kind`
export const makingIt = 'Making it'
export const putLive = 'Put live'
export const putItemsLive = (items: Said) => `Put ${items} live`
export const puttingLive = 'Putting live'
export const setATime = 'Set a time'
export const setATimeFor = (items: Said) => `Set a time for ${items}`
export const settingTheTime = 'Setting the time'
export const takeOffTheSite = 'Take off the site'
export const takeItemsOffTheSite = (items: Said) => `Take ${items} off the site`
export const takingOffTheSite = 'Taking off the site'
export const copyItems = (items: Said) => `Copy ${items}`
export const copying = 'Copying'
export const changeFromAFile = 'Change from a file'
export const makeSoMany = (changes: Said) => `Make ${changes}`
export const changing = 'Changing'
export const replaceInItems = (items: Said) => `Replace in ${items}`
export const replacing = 'Replacing'
export const putIntoTheBin = 'Put into the bin'
export const putItemsIntoTheBin = (items: Said) => `Put ${items} into the bin`
export const puttingIntoTheBin = 'Putting into the bin'
export const takeOutOfTheBin = 'Take out of the bin'
export const takeItemsOutOfTheBin = (items: Said) => `Take ${items} out of the bin`
export const takingOutOfTheBin = 'Taking out of the bin'

// batches
export const thenSomethingFailed = 'then something failed'
export const andHadChangedSinceAndStay = (refused: Said) => `; ${refused} had changed since and stay`
export const takenBackSoMany = (items: Said, rest: Said) => `Taken back: ${items}${rest}`
export const stopped = 'stopped'

// BroughtInDialog
export const theFileAndWhatIsHereNow = 'The file, and what is here now'
export const aFileCannotChangeThese = 'A file cannot change these columns. They stay as they are:'
export const linesNumbers = (numbers: Said, n: number, more: number) =>
  `${n === 1 ? 'line' : 'lines'} ${numbers}${more ? ` and ${more} more` : ''}`
export const changedHereSince = 'Changed here since the file was saved'
export const tickWhatTheFileShouldOverwrite = 'What is not ticked stays as it is here now. Tick what the file should overwrite.'
export const allOfThem = 'All of them'
export const lineNumber = (line: Said) => `line ${line}`
export const hereNow = (now: string) => (now ? `“${now}” here now` : 'empty here now')
export const becomes = '– becomes'
export const inTheFile = (file: string) => (file ? `– “${file}” in the file` : '– empty in the file')
export const changesThatAreClear = (n: number) =>
  n ? `${counted(n, 'other change')} of the file can be made.` : 'Nothing else was changed in the file.'
