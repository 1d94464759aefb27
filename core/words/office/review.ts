/** What the office says in Review. */
import { counted } from '../counted'
import type { Said } from '../said'

// ReviewCase
export const nameVersionNumberByAuthors = (name: Said, number: Said, authors: Said) => `${name} · version ${number} by ${authors}`
export const itsTextStays = (number: Said) => `Its text stays as it is: version ${number}, which is live.`
export const aNewText = (blocks: Said) => `A new text: ${blocks}, never on the site.`
export const nothingToJudgeHereForYouNow = 'Nothing to judge here for you now.'

// review
export const nextBefore = 'next, before ·'
export const clear = 'clear ·'
export const returnWord = 'return ·'
export const belongsTogether = 'belongs together'
export const wasNotReadHereYet = (title: Said) => `“${title}” was not read here yet`
export const clearCountTogether = (count: Said) => `Clear ${count} together`
export const nothingWaitsAtAGateYouGuard = 'Nothing waits at a gate you guard.'
export const backToToday = 'Back to Today'
export const waitsForYou = 'Waits for you'
export const allOfTheEdition = (name: Said) => `All of the edition ${name}`
export const belongsTogetherWithOthers = (title: Said) => `${title} belongs together with others`
export const dueDue = (due: Said) => `due ${due}`
export const sinceAt = (at: Said) => `since ${at}`
export const theText = 'The text'
export const oneMoment = 'One moment …'
export const aWordWithIt = 'A word with it, if you like'
export const clearThem = 'Clear them'
export const eachIsClearedForTheVersion = 'Each is cleared for the version that was shown here; if one of them cannot be, none is.'
export const titleVersionNumber = (title: Said, number: Said) => `${title}, version ${number}`
export const atGates = (gates: Said) => `at ${gates}`
export const countedNotes = (n: number) => counted(n, 'note')
export const andWithOfYours = (notes: Said) => `, with ${notes} of yours`
export const countedTexts = (n: number) => counted(n, 'text')
export const textsClearedTogether = (texts: Said) => `${texts} cleared together`
export const reviewYieldgate = 'Review · Yieldgate'
export const review = 'Review'
