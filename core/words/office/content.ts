/** What the office says in Content. */
import { counted } from '../counted'
import type { Said } from '../said'

// ChosenBar
export const theChosenItems = 'The chosen items'
export const allItems = (items: Said) => `All ${items}`
export const itemsChosen = (items: Said) => `${items} chosen`
export const chooseAllTotal = (total: Said) => `Choose all ${total}`
export const more = 'More'
export const saveAsCsv = 'Save as CSV'
export const chooseNone = 'Choose none'

// ColumnsDialog
export const columns = 'Columns'
export const yoursAlone = 'Yours alone. The title stays first and in sight.'
export const widthOfLabel = (label: Said) => `Width of ${label}`
export const wide = 'wide'
export const labelEarlier = (label: Said) => `${label} earlier`
export const labelLater = (label: Said) => `${label} later`
export const couldBeShownAsWell = 'Could be shown as well'
export const asAtFirst = 'As at first'
export const keep = 'Keep'
export const isNowColumn = (label: Said, to: Said) => `${label} is now column ${to}`

// FacetPanel
export const countsForThisList = 'Counts for this list'
export const fewer = 'Fewer'
export const countMore = (count: Said) => `${count} more`
export const lacks = 'Lacks'
export const noDraft = 'no draft'

// FoundPlaces
export const leadsTo = '– leads to'
export const allPlacesIn = (title: Said) => `All places in ${title}`
export const inItsDraft = 'in its draft'
export const asReadersHaveIt = 'as readers have it'
export const kindInSection = (one: Said, section: Said, state: Said) => `${one} in ${section}, ${state}`
export const pictureInTheText = 'Picture in the text'

// ItemCard
export const thisDidNotLoad = (message: Said) => `This did not load: ${message}`
export const nothingIsWrittenHereYet = 'Nothing is written here yet.'
export const draftVersionNumber = (draft: Said, number: Said) => `${draft}, version ${number}`
export const versionNumber = (number: Said) => `Version ${number}`
export const whatByWhomAt = (what: Said, by: Said, at: Said) => `${what} by ${by}, ${at}`
export const noAddressOnTheSite = 'No address on the site'
export const redirectedEarlier = (earlier: Said) => `redirected: ${earlier}`
export const hereFor = 'Here for'

// ItemGrid
export const items = 'Items'
export const chosen = 'Chosen'
export const chooseAllThatAreFound = 'Choose all that are found'

// ItemRow
export const chooseTitle = (title: Said) => `Choose ${title}`
export const draftsAreOpen = (drafts: Said) => `${drafts} drafts are open`
export const wordsForEachOfItsPictures = 'words for each of its pictures'
export const pictureWords = 'picture words'
export const closed = 'Closed'

// QueryLine
export const wordsOrAQuery = 'Words, or draft:returned changed:last-7-days …'
export const whatToLookFor = 'What to look for'
export const whatCanComeNext = 'What can come next'
export const textExpectedExpected = (text: Said, expected: Said) => `${text}: expected ${expected}.`
export const wordsAPhrase = 'Words, “a phrase”,'
export const andWithParentheses = '; with and, or, not and parentheses.'

// ViewDialog
export const changeName = (name: Said) => `Change “${name}”`
export const keepThisView = 'Keep this view'
export const itAsksFor = 'It asks for'
export const everything = 'everything'
export const sharedWith = 'Shared with'
export const nobodyItIsMine = 'nobody; it is mine'
export const yourGroups = 'Your groups'
export const withTheColumnsAsTheyAreNow = 'With the columns as they are now'
export const nameIsKept = (name: Said) => `“${name}” is kept`

// ViewTabs
export const unpinName = (name: Said) => `Unpin “${name}”`
export const pinName = (name: Said) => `Pin “${name}”`
export const renameOrShare = (name: Said) => `Rename or share “${name}”`
export const letNameGo = (name: Said) => `Let “${name}” go`
export const keepWhatIsShownAsAView = 'Keep what is shown as a view'

// columns
export const title = 'Title'
export const next = 'Next'
export const kind = 'Kind'
export const author = 'Author'
export const byline = 'Byline'
export const owner = 'Owner'
export const changed = 'Changed'
export const changedBy = 'Changed by'
export const internalName = 'Internal name'
export const shownDate = 'Shown date'
export const lookAgainBy = 'Look again by'
export const begun = 'Begun'
export const menuLabel = 'Menu label'
export const numberInTheSeries = 'Number in the series'
export const found = 'Found'
export const comments = 'Comments'

// queryWords
export const pagePostNotice = 'page, post, notice …'
export const whereItsDraftStands = 'where its draft stands'
export const listOrBin = 'list, or bin'
export const withAllBelowIt = 'with all below it'
export const whoWroteItOrMe = 'who wrote it, or me'
export const whoseItIsMeNone = 'whose it is: me, none'
export const whoChangedItLast = 'who changed it last'
export const aCategoryTagOrSeries = 'a category, tag or series'
export const aSeries = 'a series'
export const theGateItWaitsAt = 'the gate it waits at'
export const enNb = 'en, nb …'
export const whenLast7Days202611 = 'when: last-7-days, 2026-11 …'
export const whenItWasBegun = 'when it was begun'
export const whenItIsToBeLooked = 'when it is to be looked at again'
export const whenSomethingHappensNext = 'when something happens next'
export const whenItLeavesTheSite = 'when it leaves the site'
export const theDateOnIt = 'the date on it'
export const whatIsTherePictureSummary = 'what is there: picture, summary …'
export const whatIsNotThere = 'what is not there'
export const wordsAnywhereInIt = 'words anywhere in it'
export const wordsInWhatReadersGet = 'words in what readers get'
export const wordsThatAnyoneEverWroteThere = 'words that anyone ever wrote there'
export const waitsAt = 'Waits at'
export const label = 'Label'
export const language = 'Language'

// bin
export const discardedItemsAndDraftsWaitHere = 'Discarded items and drafts wait here for 90 days, with their versions, addresses and links.'
export const endSoManyForGood = (count: Said) => `End ${count} for good`
export const theBinIsEmpty = 'The bin is empty. What is discarded comes here first.'
export const whatIsInTheBin = 'What is in the bin'
export const choose = 'Choose'
export const discarded = 'Discarded'
export const keptFor = 'Kept for'
export const restore = 'Restore'
export const draftName = (name: Said) => `draft “${name}”`
export const countedVersions = (n: number) => counted(n, 'version')
export const countedDays = (n: number) => counted(n, 'day')
export const endTheseForGood = 'End these for good?'
export const thisOne = 'This'
export const these = 'These'
export const draftNameOfTitle = (name: Said, title: Said) => `draft “${name}” of “${title}”`
export const andCountMore = (count: Said) => ` and ${count} more`
export const canBeRestoredNoMore = (what: Said, picked: Said, more: Said, versions: Said) =>
  `${what} can be restored no more: ${picked}${more}. ${versions} can be opened no more. The journal keeps that they were.`
export const it = 'it'
export const them = 'them'
export const keepTheseThings = (things: Said) => `Keep ${things}`
export const endForGood = 'End for good'
export const binYieldgate = 'Bin · Yieldgate'
export const isOutOfTheBin = (title: Said) => `“${title}” is out of the bin`
export const ofIsOpenAgain = (name: Said, title: Said) => `“${name}” of “${title}” is open again`
export const countedThings = (n: number) => counted(n, 'thing')
export const endedForGood = (things: Said) => `${things} ended for good`

// content
export const showAll = 'Show all'
export const counts = 'Counts'
export const tree = 'Page tree'
export const inTheOrderOfThePageTree = 'In the order of the page tree'
export const theBin = 'The bin'
export const changesToManyItems = 'Changes to many items'
export const startAnItem = 'Start an item'
export const theKeptLists = 'The kept lists'
export const nothingIsListedUntilTheLineAbove = 'Nothing is listed until the line above is put right; it says where.'
/** What somebody is, or something, in a query: `No section is called “Fars”.` */
export const nothingIsCalled = (
  field: 'section' | 'author' | 'owner' | 'by' | 'label' | 'series' | 'gate' | 'language' | 'edition',
  name: Said,
) =>
  `No ${{ section: 'section', author: 'person', owner: 'person', by: 'person', label: 'label', series: 'series', gate: 'gate', language: 'language', edition: 'edition' }[field]} is called “${name}”.`
export const noItemIsLikeThisDidYouMean = 'No item is like this. Did you mean'
export const noItemIsLike = 'No item is like this. Show all, or look for other words.'
export const nothingIsWrittenHereYetStart = 'Nothing is written here yet. Start the first item.'
export const whatThereIs = 'What there is'
export const contentYieldgate = 'Content · Yieldgate'
export const isLetGo = (name: Said) => `“${name}” is let go`
export const takenBack = 'Taken back'
export const labelOfTitleChanged = (label: Said, title: Said) => `${label} of “${title}” changed`
export const labelsOfChanged = (title: Said) => `Labels of “${title}” changed`

// replace
export const stop = 'Stop'
export const backToContent = 'Back to Content'
export const whatToReplace = 'What to replace'
export const lookFurther = 'Look further'
export const nowhereInTheseItems = 'Nowhere in these items.'
export const eachPlaceIsShownInItsSentence =
  'Each place is shown in its sentence before anything happens. What you choose becomes a draft in each item, which goes its route: readers see nothing of it before that.'
export const theLineAboveSaysInWhichItems = 'The line above says in which items to look; empty, it is all of them.'
export const theChosenPlaces = 'The chosen places'
export const placesInItemsChosen = (places: Said, items: Said) => `${places} in ${items} chosen`
export const gatherTheDraftsInAnEditionNamed = 'Gather the drafts in an edition named'
export const nameOfTheEdition = 'Name of the edition'
export const chooseWhereTheyLead = 'Choose where the links should lead instead'
export const seeWhatWouldHappen = 'See what would happen'
export const findAndReplaceYieldgate = 'Find and replace · Yieldgate'
export const placesInItems = (places: Said, items: Said) => `${places} in ${items}`
export const whereSoFar = (where: Said) => `${where} so far`

// The places
export const bin = 'Bin'
export const content = 'Content'
export const findAndReplace = 'Find and replace'
export const whatReadersHave = 'what readers have: live, withdrawn, none'
export const howMany = 'how many: >300, 100..200'
export const nobody = 'nobody'
export const nothing = 'nothing'
export const soManyItems = (n: number, inWords: string) => `${inWords} ${n === 1 ? 'item' : 'items'}`
export const theEditionItGoesWith = 'the edition it goes with, or went'
export const whenItWentLive = 'when what readers have went live'
