/** What the office says in Checks: the flow, the journal and the mail. */
import type { Said } from '../said'

// FlowView
export const waitingNow = 'Waiting now'
export const nothing = 'nothing'
export const noGateHoldsAnythingUp = 'No gate holds anything up. What is sent to review stands here until it is cleared or returned.'
export const gateOfTheRoute = (gateName: Said, route: Said) => `Gate ${gateName} of the route ${route}`
export const andLongerThanMost = ', longer than 90 % of them'
export const waitsSince = (since: Said, howLong: Said) => `Since ${since}${howLong}`
export const wasDue = 'was due'
export const due = 'due'
export const handedToHandedTo = (handedTo: Said) => `Handed to ${handedTo}`
export const youCanClearIt = 'You can clear it'
export const forGuards = (guards: Said) => `For ${guards}`
export const howItWent = 'How it went'
export const howFarBack = 'How far back'
export const aYear = 'A year'
export const soManyDays = (days: Said) => `${days} days`
export const nothingWentThroughAGate = 'Nothing went through a gate in that time.'
export const byWhat = (word: Said) => `By ${word}`
export const judged = 'Judged'
export const halfClearedWithin = 'Half cleared within'
export const mostWithin = '90 % within'
export const waitingOnAverage = 'Waiting on average'
export const hoursFromWaitingToTheVerdict = (word: Said) => `Hours from waiting to the verdict, by ${word}`
export const byMonth = 'By month'
export const month = 'Month'
export const cameToAGate = 'Came to a gate'
export const whatTheFiguresSay =
  '“Half cleared within” and “90 % within” say how long work waited for a verdict; “Waiting on average” is how much waited at one time. What was taken back or changed while it waited counts as no verdict.'

// JournalView
export const intact = 'Intact.'
export const rowsTheLastHashIs = (rows: Said) => `${rows} rows; the last hash is`
export const brokenAtRow = (brokenAt: Said) => `Broken at row ${brokenAt}.`
export const itWasChanged = 'It was changed, left out or put in. Compare with a copy of the file.'
export const whatOfTheJournal = 'What of the journal'
export const who = 'Who'
export const everyone = 'Everyone'
export const onlyItemTitle = (itemTitle: Said) => `Only ${itemTitle}`
export const andShowAllItems = ': show all items'
export const verifying = 'Verifying …'
export const verifyTheJournal = 'Verify the journal'
export const row = 'Row'
export const when = 'When'
export const facts = 'Facts'
export const hash = 'Hash'
export const nothingInTheJournalIsThat = 'Nothing in the journal is that.'
export const theScheduler = 'The scheduler'
export const pages = 'Pages'
export const earlier = 'Earlier'
export const oneItem = 'one item'

// MailView
export const noMailYet =
  'No mail yet. What the office writes to people is shown here until a mail server is named at its start (YIELDGATE_SMTP); links for choosing a password never are.'
export const mails = 'Mails'
export const theMail = 'The mail'
export const toToAt = (to: Said, at: Said) => `To ${to}, ${at}`

// checks
export const flow = 'Flow'
export const whatWaitsAtWhichGate = 'What waits at which gate, and how work goes through them'
export const journal = 'Journal'
export const whoDidWhat = 'Who did what, each row bound to all before it'
export const mail = 'Mail'
export const whatTheOfficeWouldHaveSent = 'What the office would have sent: no mail server is named, so it is kept here'
export const checks = 'Checks'
export const gate = 'Gate'
export const from = 'From'
export const upTo = 'Up to'

// BatchListDialog
export const changesToManyItems = 'Changes to many items'
export const nothingOfItThatYouMayRead = 'Nothing of it is in a section that you may read.'
export const theNextOnes = 'The next ones'
export const showItsItems = 'Show its items'
export const itsItems = (facts: Said) => `Show its items: ${facts}`
