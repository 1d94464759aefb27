/** What the office says in the editor of running text. */
import type { Said } from '../said'

// LinkDialog
export const whereDoesItLead = 'Where does it lead?'
export const wordsOfATitleOrA = 'Words of a title, or a web, mail or telephone address'
export const onThisSite = 'On this site'
export const onThisPage = 'On this page'
export const notLiveYet = 'not live yet'
export const headingsInTitle = (title: Said) => `Headings in ${title}`
export const headings = 'headings'
export const itHasNoHeadings = 'It has no headings.'
export const uploading = 'Uploading …'
export const addADocumentAndLinkTo = 'Add a document and link to it'
export const addADocument = 'Add a document'
export const openDocumentsAndOtherSitesIn = 'Open documents and other sites in a new window'

// ListEditor
export const list = 'List'

// SourceFrame
export const whatASourceBlockShows = 'What a source block shows'

// StyleBar
export const styleOfTheText = 'Style of the text'
export const styleOfTheSite = 'Style of the site'
export const link = 'Link'
export const takeTheLinkAway = 'Take the link away'
export const plainWords = 'Plain words'
export const specialCharacters = 'Special characters'
export const bold = 'Bold'
export const italic = 'Italic'
export const underlined = 'Underlined'
export const struck = 'Struck'
export const code = 'Code'
export const spaceThatDoesNotBreak = 'Space that does not break'
export const enDash = 'En dash'
export const emDash = 'Em dash'
export const ellipsis = 'Ellipsis'
export const openingQuotationMark = 'Opening quotation mark'
export const closingQuotationMark = 'Closing quotation mark'
export const openingSingleQuotationMark = 'Opening single quotation mark'
export const apostrophe = 'Apostrophe'
export const openingAngleQuotationMark = 'Opening angle quotation mark'
export const closingAngleQuotationMark = 'Closing angle quotation mark'
export const times = 'Times'
export const minus = 'Minus'
export const plusOrMinus = 'Plus or minus'
export const oneHalf = 'One half'
export const degree = 'Degree'
export const minuteFoot = 'Minute, foot'
export const euro = 'Euro'
export const pound = 'Pound'
export const dagger = 'Dagger'
export const copyright = 'Copyright'
export const arrowToTheRight = 'Arrow to the right'
export const bullet = 'Bullet'

// blockClipboard
export const notBlocks = 'Not blocks'
export const document = 'Document'
export const leadsToSomethingNotOnTheSite = 'Leads to something that is not on the site yet'
export const ordinary = 'Ordinary'
