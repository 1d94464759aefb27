/** What the office says in the blocks that are written. */
import type { Said } from '../said'

// BlockMenu
export const blockMoveDuplicateRemove = (index: Said) => `Block ${index}: move, duplicate, remove`
export const keepForOtherPages = 'Keep for other pages'
export const whenReadersSeeIt = 'When readers see it'
export const removeSeveral = (several: Said) => `Remove${several}`
export const turnInto = 'Turn into'
export const numberedList = 'Numbered list'
export const headingLevel = (level: Said) => `Heading ${level}`
export const blockStyle = 'Block style'
export const manyBlocks = (many: Said) => ` ${many} blocks`
export const moveUp = 'Move up'
export const moveDown = 'Move down'
export const duplicate = 'Duplicate'
export const ordinary = 'Ordinary'

// InsertMenu
export const keptByYou = 'Kept by you'

// BlockBody
export const madeByANewerVersion = (block: Said) => `${block}: made by a newer version. It is kept as it is; readers get nothing of it.`

// LinkInput
export const nowhere = 'nowhere'
export const choose = 'Choose'
export const takeAway = 'Take away'
export const anItemNotOnTheSite = 'An item that is not on the site yet'

// ListBlock
export const list = 'List'

// PictureBlock
export const picture = 'Picture'
export const caption = 'Caption'

// ProseBlock
export const paragraph = 'Paragraph'
export const writeHere = 'Write here'
export const heading = 'Heading'

// QuoteBlock
export const quote = 'Quote'
export const whatWasSaid = 'What was said'
export const whoSaidItAndWhere = 'Who said it, and where'
export const sourceOfTheQuote = 'Source of the quote'
