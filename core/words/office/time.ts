/** What the office says about moments, editions and shared links. */
import { counted } from '../counted'
import type { Said } from '../said'

// AddDialog
export const takeChangesIn = 'Take changes in'
export const findByTitle = 'Find by title; below is what is cleared and not live yet'
export const whatCanBeTakenIn = 'What can be taken in'
export const putTitleLive = (title: Said) => `Put ${title} live`
export const takeOffTheSite = (title: Said) => `Take ${title} off the site`
export const whatIsCleared = 'What is cleared'
export const nothingIsClearedThatIsNotLive = 'Nothing is cleared that is not live or planned.'
export const nothingWithTheseWords = 'Nothing with these words.'
export const chooseAllThatIsCleared = 'Choose all that is cleared'
export const takeInCount = (count: Said) => `Take in ${count}`
export const changesTakenIn = (changes: Said) => `${changes} taken in`

// EditionDialog
export const putIntoAnEdition = 'Put into an edition'
export const aNewOne = 'A new one'
export const nameOfTheNewEdition = 'Name of the new edition'
export const putItIn = 'Put it in'

// ShareDialog
export const shareALink = 'Share a link'
export const itWorksUntilTheEndOf = 'It works until the end of'
export const makeTheLink = 'Make the link'
export const theLinkShownOnlyNow = 'The link, shown only now'
export const whoeverHasTheLinkSees =
  'Whoever has it sees this without signing in, marked as not what readers get. Search engines are kept out.'
export const linksThatAreOpen = 'Links that are open'
export const openedSoOften = (by: Said, endsAt: Said, opened: number) => `by ${by}, until ${endsAt}, opened ${counted(opened, 'time')}`
export const endIt = 'End it'
export const theLinkIsMade = 'The link is made'
export const theLinkHasEnded = 'The link has ended'

// StepList
export const whatItChanges = 'What it changes'
export const place = 'place'
export const places = 'places'
export const andKeepsWhatCameSinceIn = (count: Said, places: Said) => `, and keeps what came since in ${count} ${places}`
export const backToItsEarlierVersion = 'back to its earlier version'
export const wasChangedSince = 'was changed since: a draft takes it back'

export const leftAnotherEdition = (title: Said, edition: Said) => `“${title}” was in “${edition}”, and is in this one now`

// TimingFacts
export const underEmbargoUntil = (embargo: Said) => `Under embargo until ${embargo}.`
export const thenWhatLiesUnderItComesBack = 'then what lies under it comes back'
export const thenItLeavesTheSite = 'then it leaves the site'
export const showsUntil = (until: Said, then: Said) => `Shows until ${until}; ${then}.`
export const showsAgainAt = (at: Said) => `Shows again ${at}.`
export const comesRepeats = (repeats: Said) => `Comes ${repeats}.`

// repeats
export const repeats = 'Repeats'
export const once = 'Once'
export const everyDay = 'Every day'
export const everyWeek = 'Every week'
export const everyTwoWeeks = 'Every two weeks'
export const everyMonth = 'Every month'
export const everyYear = 'Every year'
export const asItWasSet = (rule: Said) => `As it was set: ${rule}`
export const onTheDays = 'On'
export const itBeginsOnThatDay = 'It begins on that day'
export const theRepetitionEnds = 'Ends'
export const never = 'never'
export const onADay = 'on a day'
export const afterSomeTimes = 'after some times'
export const lastOn = 'Begins last on'
export const timesInAll = 'Times in all'

// moment
export const theSiteAsItWas = 'The site as it was'
export const theSiteAsPlanned = 'The site as planned'
export const theSiteWithTheEdition = 'The site with the edition'
export const theSiteWithTheDraft = 'The site with the draft'
export const theMoment = 'The moment'
export const date = 'Date'
export const whatToSee = 'What to see'
export const theSite = 'The site'
export const differencesToNow = 'Differences to now'
export const rollBackToThen = 'Roll back to then'
export const calendar = 'Calendar'
export const readersHadThis = (at: Said) => `Readers had this ${at}, drawn as the site is drawn today.`
export const readersWillHaveThisIfAllGoes = (at: Said) =>
  `Readers will have this ${at} if all goes as things stand: what is not cleared or is in trouble is not in it.`
export const asItWillBe = 'As it will be, with what is not cleared yet. Links and menus stay in this view; nothing is published by looking.'
export const theSiteThen = 'The site then'
export const theSiteIsTheSameThen = 'The site is the same then as now.'
export const thenToNow = 'then to now'
export const nowToThen = 'now to then'
export const fromAddedChangedMovedGone = (span: Said, items: Said, changed: Said, moved: Said, gone: Said) =>
  `From ${span}: ${items} added, ${changed} changed, ${moved} moved, ${gone} gone`
export const andTheMenusChangeIn = (places: Said) => `; the menus change in ${places}`
export const inTheMenus = 'in the menus · '
export const rollTheSiteBackTo = (at: Said) => `Roll the site back to ${at}`
export const whichPart = 'Which part'
export const theWholeSite = 'The whole site'
export const nothingDiffers = 'Nothing differs: the site is what it was then.'
export const itHappensAtOnceAndAllTogether =
  'It happens at once and all together, as an edition that can be undone. Drafts stay as they are.'
export const rollBackItems = (items: Said) => `Roll back ${items}`
export const theSiteIsWhatItWas = (at: Said) => `The site is what it was ${at}`
export const added = 'added'
export const gone = 'gone'
export const changed = 'changed'
export const moved = 'moved'
