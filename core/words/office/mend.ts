/** What the office says where a trouble is mended. */
import type { FieldName } from '../../content/fields'
import { counted } from '../counted'
import type { Said } from '../said'

// remedies
export const sendToReview = 'Send it to review'
export const askAgain = 'Ask again'
export const bringItUpToDate = 'Bring it up to date'
export const findAnotherMoment = 'Find another moment'
export const findTheEditionAnotherMoment = 'Find the edition another moment'
export const cancelIt = 'Cancel it'
export const takeItOutOfTheEdition = 'Take it out of the edition'
export const changeTheLinks = 'Change the links'
export const seeTheOther = 'See the other'
export const seeTheEdition = 'See the edition'
export const writeOn = 'Open its draft'
export const WRITE: Partial<Record<FieldName | 'body', string>> = {
  title: 'Write its title',
  segment: 'Change its address',
  parent: 'Choose its parent page',
  inMenus: 'Put it in a menu',
}

// RemedyButtons
export const whatMendsIt = (trouble: Said) => `What mends it: ${trouble}`
export const doneAndGone = (said: Said) => `${said}. The trouble is gone`
export const doneButStill = (said: Said, detail: Said) => `${said}. Still: ${detail}`

// SendRemedy
export const sentToReview = 'Sent to review'

// SendSetDialog
export const sendCountToReview = (count: Said) => `Send ${count} to review`
export const aWordToTheReviewers = 'A word to the reviewers, if you like'
export const theyGoAsOneSet = 'They are sent together, or none of them. Who clears finds them as one row.'
export const whatIsNotSentYet = 'What is not sent yet'
export const nothingIsLeftToSend = 'Nothing of it is left that you could send.'
export const draftsSent = (n: number) => `${counted(n, 'draft')} sent to review`

// RemindDialog
export const askTheReviewersAgain = 'Ask the reviewers again'
export const aWordWithIt = 'A word with it, if you like'
export const ask = 'Ask'
export const theyWereAskedAgain = 'They were asked again'

// UpdateRemedy
export const bringTitleUpToDate = (title: Said) => `Bring “${title}” up to date`
export const theDraftTakesIn = (live: Said) => `The draft takes in what version ${live} changed on the site. Nothing was changed in both.`
export const bothChangedPlaces = (n: number) => `${counted(n, 'place')} changed in both: choose there which text stays.`
export const itIsUpToDate = 'It is up to date'
export const chooseThere = 'Choose there'
export const whatTheSiteHas = 'What the site has'

// MoveRemedy
export const moveTitle = (title: Said) => `Move “${title}”`
export const moveTheEdition = 'Move the edition'
export const moveIt = 'Move it'
export const moved = 'Moved'
export const nextMomentWithoutTrouble = 'The next moment without this trouble is proposed.'
export const noMomentWithoutTrouble =
  'No moment without this trouble was found in the next two weeks. Another time shows below what it would bring.'
export const whenItCouldBe = 'When it could be'
export const lookingForAMoment = 'Looking for a moment …'

// TakeOutRemedy
export const takeTitleOutOfTheEdition = (title: Said) => `Take “${title}” out of the edition?`
export const cancelThePlanOf = (title: Said) => `Cancel the plan of “${title}”?`
export const itsDraftStays = 'Its draft stays as it is, without a moment.'
export const itDoesNotLeave = 'It stays on the site.'
export const thenTroubleGoes = (n: number) => `${counted(n, 'trouble')} would be gone:`
export const thenTroubleComes = (n: number) => `It would bring ${counted(n, 'new trouble')}:`
export const nothingElseChanges = 'Of the trouble that is foreseen nothing would change.'
export const whatItWouldBring = 'What it would bring'
export const takeItOut = 'Take it out'
export const cancelThePlan = 'Cancel the plan'
export const takenOut = 'Taken out'
export const cancelled = 'Cancelled'
export const keepIt = 'Keep it'
