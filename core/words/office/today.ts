/** What the office says on Today. */
import { counted } from '../counted'
import type { Said } from '../said'

// index
export const livePastItsGates = 'Live past its gates'
export const toBeClearedAfterwards = 'to be cleared afterwards'
export const wasDue = 'was due'
export const due = 'due'
export const sinceAt = (at: Said) => `since ${at}`
export const needsMending = 'Needs mending'
export const itIsFine = 'It is fine'
export const waitsForYou = 'Waits for you'
export const byDeadlineThenLongestFirst = 'by deadline, then longest first'
export const nothingWaitsAtAGateYouGuard = 'Nothing waits at a gate you guard.'
export const waitingLine = (change: Said, note: Said, by: Said, section: Said, number: Said, waits: Said) =>
  `${change}${note}${by} · ${section} · version ${number}${waits}`
export const reviewTitle = (title: Said) => `Review ${title}`
export const review = 'Review'
export const goThroughAll = (count: Said) => `Go through all ${count}, one after the other`
export const clearedWithoutATime = 'Cleared, without a time'
export const forAPublisher = 'for a publisher'
export const clearedLine = (change: Said, by: Said, section: Said) => `${change}Cleared by ${by} · ${section}`
export const openTitle = (title: Said) => `Open ${title}`
export const doneToTitle = (what: Said, title: Said) => `${what}: ${title}`
export const setItsTime = 'Set its time'
export const carryItOut = 'Carry it out'
export const cameBackToYou = 'Came back to you'
export const noWorkOfYoursWasReturned = 'No work of yours was returned.'
export const countedNotes = (n: number) => counted(n, 'note')
export const mendTitle = (title: Said) => `Mend ${title}`
export const mendIt = 'Mend it'
export const toBeLookedAtAgain = 'To be looked at again'
export const byTheDatesThatWereSet = 'by the dates that were set'
export const byOn = (on: Said) => `by ${on}`
export const inTrouble = 'In trouble'
export const heldBackAtItsTime = 'held back at its time'
export const reasonsPlannedByOwner = (reasons: Said, owner: Said) => `${reasons}. Planned by ${owner}`
export const yourDrafts = 'Your drafts'
export const youHaveNothingBegun = 'You have nothing begun: press Ctrl K and write what it will be called.'
export const sectionVersionNumberAt = (section: Said, number: Said, at: Said) => `${section} · version ${number}, ${at}`
export const countedTexts = (n: number) => counted(n, 'text')
export const setLine = (texts: Said, by: Said, titles: Said) => `${texts} of one edition, sent by ${by}: ${titles}`
export const goesLiveNext = 'Goes live next'
export const n48Hours = '48 hours'
export const nothingIsPlannedForTheNextTwo = 'Nothing is planned for the next two days.'
export const theForecast = 'The forecast'
export const foreseenInWhatIsPlanned = 'foreseen in what is planned'
export const inTheLastSevenDays = 'In the last seven days'
export const sinceYouWereLastHere = 'Since you were last here'
export const nothingHasHappened = 'Nothing has happened.'
export const theScheduler = 'The scheduler'
export const iHaveSeenThis = 'I have seen this'
export const andHandedToYouBy = (handedBy: Said) => ` · handed to you by ${handedBy}`
export const andHandedToAColleague = ' · handed to a colleague'
export const andForInsteadOf = (insteadOf: Said) => ` · for ${insteadOf}`
export const nothingWaits = 'Nothing waits'
export const oneThingWaits = 'One thing waits'
export const twoThingsWait = 'Two things wait'
export const threeThingsWait = 'Three things wait'
export const fourThingsWait = 'Four things wait'
export const fiveThingsWait = 'Five things wait'
export const sixThingsWait = 'Six things wait'
export const sevenThingsWait = 'Seven things wait'
export const eightThingsWait = 'Eight things wait'
export const nineThingsWait = 'Nine things wait'
export const goodMorning = 'Good morning'
export const goodAfternoon = 'Good afternoon'
export const goodEvening = 'Good evening'
export const mineThingsWait = (mine: Said) => `${mine} things wait`
export const greeting = (word: Said, name: Said, mine: Said) => `${word}, ${name}. ${mine} for you.`
export const wentLive = 'went live'
export const rolledBack = 'rolled back'
export const sentToReview = 'sent to review'
export const onlyTheNewestAreCounted = (all: Said) => `${all} · only the newest are counted`
export const notedItMayStayAsItIs = 'Noted: it may stay as it is'
export const notedItNeedsMending = 'Noted: it needs mending'
export const itsWindowEnds = 'its window ends'
export const showsForAWhileCleared = 'shows for a while, cleared'
export const goesLiveCleared = 'goes live, cleared'
export const editionOfAllCleared = (entries: Said) => `edition of ${entries}, all cleared`
export const notClearedYetWouldBeHeld = 'not cleared yet: would be held'
export const editionNotClearedYet = (cleared: Said, entries: Said) => `edition, ${cleared} of ${entries} cleared: would be held`
export const wouldBeHeld = (why: Said) => `would be held: ${why}`
