/** What the office says in notices and warnings that several places share. */
import type { Said } from '../said'

// act
export const anotherSteward = 'another steward'
export const or = ' or '
export const itWaitsForASecondSteward = (names: Said) => `It waits for a second steward: ${names} can agree`
export const undone = 'Undone'

// blockDragging

// blockEditing
export const countBlocksRemoved = (count: Said) => `${count} blocks removed`
export const goneRemoved = (gone: Said) => `${gone} removed`
export const countBlocksCopied = (count: Said) => `${count} blocks copied`
export const blockCopied = 'Block copied'

// chosenRows
export const chosenAreThoseLoaded = (count: Said, total: Said) => `Chosen are now the ${count} that are loaded, of ${total}`

// draft

// itemNotes
export const noteDeleted = 'Note deleted'
export const theWordsAreInTheText = 'The words are in the text'

// localCopy

// titles
export const anItemYouCannotSee = 'An item you cannot see'

// words
export const thatItLeavesTheSite = 'That it leaves the site'
export const anotherSection = 'another section'
export const thatItMovesTo = (to: Said) => `That it moves to ${to}`
export const someone = 'someone'
