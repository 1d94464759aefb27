/** What the office says in the kinds of block that few pages have. */
import type { Said } from '../said'

// BlockTimesDialog
export const whenReadersSee = { block: 'When readers see this block', entry: 'When readers see this entry' }
export const from = 'From'
export const timeInZone = (city: Said) => `Time in ${city}`
export const until = 'Until'
export const readersSeeIt = (window: Said) => `Readers see it ${window}.`
export const itsTimesGoThroughGates = {
  block:
    'Its times are a part of the page: they go through its gates, and the page turns by itself. Outside them the site’s search does not find the block either.',
  entry: 'Its times are a part of the menu: they go through its gates, and every page turns by itself.',
}
export const showItAlways = 'Show it always'
export const setTheTimes = 'Set the times'
export const theClocksSkipThatNight = (text: Said) => `The clocks skip ${text} that night; what is meant is read an hour later.`
export const theClocksShowTwiceThatNight = (text: Said) => `The clocks show ${text} twice that night; the first is meant.`

// BoxBlock
export const box = 'Box'
export const titleOfTheBox = 'Title of the box'
export const lookOfTheBox = 'Look of the box'
export const plain = 'Plain'
export const warning = 'Warning'

// ButtonBlock
export const wordsOnTheButton = 'Words on the button'
export const whereItLeadsFaresOrHttps = 'Where it leads: /fares or https://…'
export const whereTheButtonLeads = 'Where the button leads'

// CardsBlock
export const titleOfTheCard = 'Title of the card'
export const wordsOfTheCard = 'Words of the card'
export const aSentenceOrTwo = 'A sentence or two'
export const whereTheCardLeads = 'Where the card leads'
export const pictureOfTheCard = 'Picture of the card'
export const card = 'card'

// ColumnsBlock
export const columnOfWidth = (place: Said, span: number) => `Column ${place}: ${widthOfColumn(span).toLowerCase()}`
const WIDTHS: Partial<Record<number, string>> = {
  3: 'A quarter of the width',
  4: 'A third of the width',
  6: 'Half the width',
  8: 'Two thirds of the width',
  9: 'Three quarters of the width',
  12: 'The whole width',
}
/** How wide a column is, which takes so many of twelve parts. */
export const widthOfColumn = (span: number): string => WIDTHS[span] ?? `${span} twelfths of the width`
export const removeColumnIndex = (index: Said) => `Remove column ${index}`
export const edgeBetweenColumnsAnd = (index: Said, index2: Said) => `Edge between columns ${index} and ${index2}`
export const addAColumn = 'Add a column'

// DefinitionsBlock
export const termIndex = (index: Said) => `Term ${index}`
export const term = 'Term'
export const meaningIndex = (index: Said) => `Meaning ${index}`
export const whatItMeans = 'What it means'
export const addATerm = 'Add a term'
export const removeTheLast = 'Remove the last'

// EmbedBlock
export const addressToEmbed = 'Address to embed'
export const whatItShowsInWords = 'What it shows, in words'
export const titleOfTheEmbed = 'Title of the embed'
export const shownInAFrameWhereAllowed = 'Shown in a frame only where the site’s settings allow this website; elsewhere as a link.'

// PeopleBlock
export const whatTheyDo = 'What they do'
export const whatHrefDoes = (href: Said) => `What ${href} does`
export const who = 'Who'
export const chooseAPerson = 'Choose a person'
export const someoneYouCannotSee = 'Someone you cannot see'
export const person = 'person'

// QuestionsBlock
export const question = 'Question'
export const theQuestion = 'The question'
export const answer = 'Answer'
export const itsAnswer = 'Its answer'
export const questionPart = 'question'

// RepeatedParts
export const moreThanPlanned = (count: Said, part: Said, planned: Said) =>
  `${count} ${part}s; this place is meant for ${planned}. More may not fit its row.`
export const aWithoutWords = (part: Said) => `A ${part} without words`
export const moveNameUp = (name: Said) => `Move ${name} up`
export const moveNameDown = (name: Said) => `Move ${name} down`
export const copyName = (name: Said) => `Copy ${name}`
export const removeName = (name: Said) => `Remove ${name}`
export const addAPart = (part: Said) => `Add a ${part}`
export const howManyAreIntended = 'How many are intended'
export const any = 'any'

// SourceBlock
export const source = 'Source'

// TableBlock
export const captionOfTheTable = 'Caption of the table'
export const rowRowColumnColumn = (row: Said, column: Said) => `Row ${row}, column ${column}`
export const nameAtHereWords = (name: Said, hereWords: Said) => `${name}: at ${hereWords}`
export const headings = 'Headings'
export const firstRow = 'first row'
export const firstColumn = 'first column'
export const both = 'both'
export const rowAndColumn = (row: Said, column: Said) => `row ${row}, column ${column}`
export const rowBelow = 'Row below'
export const columnToTheRight = 'Column to the right'
export const removeTheRow = 'Remove the row'
export const removeTheColumn = 'Remove the column'
export const joinToTheRight = 'Join to the right'
export const joinBelow = 'Join below'
export const split = 'Split'
