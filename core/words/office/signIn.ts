/** What the office says where people come in. */
import type { Said } from '../said'

// SignInView
export const whoSignsInMoreStrictly = 'Who signs in more strictly'
export const whoeverHoldsOneOfTheseRoles = 'Whoever holds one of these roles, also through a group or within another role.'
export const theirSecondFactor = 'Their second factor'
export const after = 'after'
export const afterSoManyWithoutAnyoneAtIt = (title: Said, idleUnit: Said) => `${title} after so many ${idleUnit} without anyone at it`
export const withoutAnyoneAtItAndAfter = (idleUnit: Said) => `${idleUnit} without anyone at it, and after`
export const afterSoManyInAll = (title: Said, wholeUnit: Said) => `${title} after so many ${wholeUnit} in all`
export const wholeUnitInAll = (wholeUnit: Said) => `${wholeUnit} in all.`
export const leaveItAsItWas = 'Leave it as it was'
export const whatSomeoneWasWriting =
  'What someone was writing when their session ends is kept in their browser, and offered to them when they are back.'
export const peopleSignInSoFromNowOn = 'People sign in so from now on'
export const theyNeedOne = 'They need one'
export const whoeverHasNoneTurnsOneOn = 'Whoever has none turns one on before anything else opens.'
export const theyNeedOneOnceTheOfficeSendsMail = 'They need one once the office sends mail'
export const itSendsNoneNow = 'It sends none now: no mail server is named at its start.'
export const itDoesNow = 'It does now. By mail a lost password can be chosen anew.'
export const asEachOfThemChooses = 'As each of them chooses'
export const aPasswordThatSomeoneElseLearns = 'A password that someone else learns is enough then.'
export const theirSessionsEnd = 'Their sessions end'
export const theSessionsOfAllOthersEnd = 'The sessions of all others end'

// first-start
export const beginASite = 'Begin a site'
export const youBecomeItsFirstSteward = 'You become its first steward and can do everything until your colleagues are here.'
export const theSitesName = 'The site’s name'
export const itsTimeZone = 'Its time zone'
export const itsLanguage = 'Its language'
export const theSitesOwnWordsAreThereIn = (languages: Said) =>
  `The site’s own words, such as those of its search, are there in ${languages}; in other languages it uses English.`
export const yourName = 'Your name'
export const yourMailAddress = 'Your mail address'
export const aPassword = 'A password'
export const atLeast12Characters = 'At least 12 characters. A sentence is easy to remember.'
export const theCodeFromTheConsole = 'The code from the console'
export const itWasPrintedWhereTheOffice = 'It was printed where the office was started, and stands in the file'
export const ofItsData = 'of its data.'
export const begin = 'Begin'
export const somethingFailedHereTryAgain = 'Something failed here. Try again.'

// join
export const thisLinkIsOver = 'This link is over'
export const toTheDoor = 'To the door'
export const welcomeBack = 'Welcome back'
export const welcome = 'Welcome'
export const anew = 'new '
export const chooseAPassword = (anew: Said) => `Choose a ${anew}password. You sign in with it and with`
export const password = 'Password'
export const atLeast12CharactersSomeWords = 'At least 12 characters; some words in a row are easier to keep than signs.'
export const theSameAgain = 'The same again'
export const comeIn = 'Come in'
export const theTwoAreNotTheSame = 'The two are not the same'

// second-factor
export const oneStepBeforeYouGoIn = 'One step before you go in'
export const whatYourRoleCanDo =
  'What your role can do reaches every reader, so signing in asks for a code of an authenticator beside your password. Turn it on here; it takes a minute. An authenticator is an app on your phone, or part of a password manager.'
export const goToTheOffice = 'Go to the office'

// sign-in
export const mailAddress = 'Mail address'
export const codeOfYourAuthenticator = 'Code of your authenticator'
export const sixDigits = 'Six digits, as it shows them now. Without it at hand, one of your recovery codes.'
export const signInWith = (otherDoor: Said) => `Sign in with ${otherDoor}`
export const ifIsAnAddressOfThisOffice = (asked: Said) =>
  `If ${asked} is an address of this office, a link for a new password is on its way there.`
export const forgottenIt = 'Forgotten it?'
export const sendALinkForANewOne = 'Send a link for a new one'
export const toTheAddressAbove = 'to the address above.'
export const forgottenItWhoeverRunsTheOffice = 'Forgotten it? Whoever runs the office can make you a link for a new one.'
export const thisIsTheDemo = 'This is the demo: step in as'
export const minutes = 'minutes'
export const hours = 'hours'
export const days = 'days'
