/** What the office says in the menus and windows of the frame. */
import { counted } from '../counted'
import type { Said } from '../said'

// NewsBell
export const notifications = 'Notifications'
export const whatIsNew = 'What is new'
export const countedNewOnes = (n: number) => counted(n, 'new one')
export const notificationsNewOnes = (newOnes: Said) => `Notifications: ${newOnes}`

// NewsList
export const nothingYetYouAreToldHere = 'Nothing yet. You are told here when something waits for you, comes back or is late.'
export const andNew = ', new'
export const howYouAreWrittenTo = 'How you are written to'

// PersonMenu
export const profileAndSignOut = (name: Said) => `${name}: profile and sign out`
export const youUseOneOfTheseAt = 'You use one of these at a time'
export const andUsedNow = ', used now'
export const andRests = ', rests'
export const profileAndPassword = 'Profile and password'
export const lookAtTheLiveSite = 'Look at the live site'
export const stepOutOrBeSomeoneElse = 'Step out, or be someone else'

// ShortcutsDialog
export const shortcuts = 'Shortcuts'
export const ctrlK = 'Ctrl K'
export const findAnythingDoAnything = 'Find anything, do anything'
export const thisList = 'This list'
export const onABlockWriteInIt = 'On a block: write in it'
export const esc = 'Esc'
export const inABlockOutOfIt = 'In a block: out of it'
export const altAlt = 'Alt ↑ / Alt ↓'
export const onABlockMoveIt = 'On a block: move it'
export const onABlockGoToThe = 'On a block: go to the one before or after'
export const ctrlEnter = 'Ctrl Enter'
export const inABlockAddOneBelow = 'In a block: add one below'
export const ctrlZCtrlShiftZ = 'Ctrl Z / Ctrl Shift Z'
export const undoRedoTextsBlocksAndFields = 'Undo, redo: texts, blocks and fields'
export const ctrlShiftF = 'Ctrl Shift F'
export const findAndReplaceOnThePage = 'Find and replace on the page'
export const inCompareNextChangeChangeBefore = 'In Compare: next change, change before'
export const ctrlS = 'Ctrl S'
export const saveNowAsANamedVersion = 'Save now, as a named version'
export const inReviewNextAndBeforeClear = 'In Review: next and before, clear, return, belongs together'
