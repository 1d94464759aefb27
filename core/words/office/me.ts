/** What the office says on one’s own page. */
import { counted } from '../counted'
import type { Said } from '../said'

// SecondFactor
export const secondFactor = 'Second factor'
export const on = 'on'
export const off = 'off'
export const keepTheseRecoveryCodes = 'Keep these recovery codes where you find them without this device.'
export const eachOpensTheDoorOnce = 'Each opens the door once in place of a code. They are not shown again.'
export const iHaveKeptThem = 'I have kept them'
export const theSecretAsAPicture = 'The secret as a picture for an authenticator; in letters it is beside'
export const letYourAuthenticatorReadThePicture = 'Let your authenticator read the picture, or type the secret into it:'
export const theCodeThatItShowsNow = 'The code that it shows now'
export const turnItOn = 'Turn it on'
export const leaveItOff = 'Leave it off'
export const countedRecoveryCodes = (n: number) => counted(n, 'recovery code')
export const signingInAsksForACode = (recoveryCodes: Said) =>
  `Signing in asks for a code of your authenticator. ${recoveryCodes} left; turning it on anew makes ten.`
export const whatASecondFactorDoes =
  'With it, signing in asks for a code of an authenticator as well: a password that someone else learns is not enough then.'
export const yourPassword = 'Your password'
export const takeItOff = 'Take it off'
export const theSecondFactorIsOff = 'The second factor is off'

// SessionList
export const whereYouAreSignedIn = 'Where you are signed in'
export const hereNow = 'Here, now'
export const lastSeenSeen = (seen: Said) => `Last seen ${seen}`
export const addressSince = (address: Said, since: Said) => `${address}, since ${since}`
export const signedOutThere = 'Signed out there'
export const signOutThere = 'Sign out there'
export const signedOutEverywhereButHere = 'Signed out everywhere but here'
export const signOutEverywhereButHere = 'Sign out everywhere but here'
export const aProgram = 'A program'
export const onName = (name: Said) => ` on ${name}`

// me
export const nameChanged = 'Name changed'
export const asColleaguesSeeIt = 'As colleagues see it'
export const changeTheName = 'Change the name'
export const picture = 'Picture'
export const chooseAPicture = 'Choose a picture'
export const takeItAway = 'Take it away'
export const forColleagues = 'For colleagues. What readers see of you is an author profile, an item of its own.'
export const coloursAndRows = 'Colours and rows'
export const colours = 'Colours'
export const coloursChanged = 'Colours changed'
export const rows = 'Rows'
export const rowsChanged = 'Rows changed'
export const whereYouAre = 'Where you are'
export const yourTimeZone = 'Your time zone'
export const asTheSite = (zone: Said) => `as the site: ${zone}`
export const timeZoneChanged = 'Time zone changed'
export const theSitesClockCountsEverywhere = 'The site’s clock counts everywhere; yours is shown beside it.'
export const howYouAreWrittenTo = 'How you are written to'
export const byMail = 'By mail'
export const fromNowOnSo = 'From now on so'
export const byMailAtInTheOffice = (email: Said) =>
  `By mail, at ${email}. In the office you are told at once either way. Once a day is at seven.`
export const nameADeputyWhileYouAreAway = 'Name a deputy while you are away'
export const password = 'Password'
export const thePresentOne = 'The present one'
export const aNewOne = 'A new one'
export const atLeast12Characters = 'At least 12 characters; no common password, not made of your name. A sentence is easy to remember.'
export const changeThePassword = 'Change the password'
export const allYourOtherSessionsEndWithIt = 'All your other sessions end with it.'
export const asThisMachineHasIt = 'As this machine has it'
export const light = 'Light'
export const dark = 'Dark'
export const roomy = 'Roomy'
export const ofEachThing = 'Of each thing'
export const onceADay = 'Once a day'
export const never = 'Never'
export const yourPictureIsChanged = 'Your picture is changed'
export const passwordChanged = 'Password changed. Your other sessions have ended.'
export const profile = 'Profile'
