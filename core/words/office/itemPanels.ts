/** What the office says in what stands beside and around the text of an item. */
import type { Said } from '../said'

// ChosenBlocksBar
export const theChosenBlocks = 'The chosen blocks'
export const countBlocksChosen = (count: Said) => `${count} blocks chosen`
export const moveUp = 'Move up'
export const up = 'Up'
export const moveDown = 'Move down'
export const down = 'Down'
export const duplicate = 'Duplicate'
export const remove = 'Remove'
export const none = 'None'

// DraftTabs
export const draftsOfThisItem = 'Drafts of this item'
export const scheduledEvent = (event: Said) => `Scheduled ${event}`
export const behind = 'behind'

// GateChecks
export const checksOfGate = (gate: Said) => `Checks of ${gate}`
export const andCountMore = (count: Said) => `, and ${count} more`
export const goThere = 'Go there'
export const andAdvice = ' (advice)'
export const andPassed = ': passed'

// GateClearers
export const whoMay = 'Who may'
export const forWhom = (name: Said) => ` for ${name}`
export const nobodyMayClearItHere = 'Nobody may clear it here; a steward can change that.'
export const id = 'Id'

// NoteThread
export const leaveItOut = 'leave it out'
export const noteByDealtWith = (name: Said) => `Note by ${name}, dealt with`
export const noteByName = (name: Said) => `Note by ${name}`
export const andTheseWordsAreGone = ' (these words are gone)'
export const suggests = 'suggests:'
export const yourAnswer = 'Your answer'
export const answer = 'Answer'
export const dealtWith = 'Dealt with'
export const takeTheseWords = 'Take these words'
export const openAgain = 'Open again'

// OfficeFacts
export const internalName = 'Internal name'
export const onlyColleaguesSeeItInLists = 'Only colleagues see it, in lists.'
export const owner = 'Owner'
export const nobody = 'Nobody'
export const thePeople = 'The people'
export const lookAtItAgainBy = 'Look at it again by'
export const readersSeeItThereAtOnce = 'Readers see it there at once, or once its gates have cleared the move.'
export const rightsAndRoutesFollowTheSection = 'Rights and routes follow the section.'
export const notesForTheOffice = 'Notes for the office'
export const kind = 'Kind'
export const andItsAddressRedirects = '; its address redirects'
export const itsHistoryLinksAndLabelsStay = (address: Said) => `Its history, links and labels stay${address}`
export const makeItA = (one: Said) => `make it a ${one}`
export const begun = 'Begun'
export const lastChange = 'Last change'
export const liveAt = 'Live at'
export const nowhereWithin = 'nowhere'

// PreviewView
export const widthOfThePreview = 'Width of the preview'
export const madeByTheLiveSitesRenderer = 'Made by the live site’s renderer: what you see is what is served.'
export const previewOfThePage = 'Preview of the page'
export const phone = 'Phone'
export const tablet = 'Tablet'
export const wide = 'Wide'

// SearchResultLook
export const aboutHowASearchEngineShowsIt = 'About how a search engine shows it'
export const noDescription = 'No description: the engine picks words of the page.'

// SidePreview
export const howThePageIsShown = 'How the page is shown'
export const showTheLightPage = 'Show the light page'
export const showTheDarkPage = 'Show the dark page'
export const thePageAsReadersGetIt = 'The page as readers get it'
export const free = 'Free'
