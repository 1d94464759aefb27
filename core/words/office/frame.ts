/** What the office says in the frame around every place. */
import type { Said } from '../said'

// CommandField
export const findOrDoAnything = 'Find or do anything'
export const findAnItem = 'Find an item, go to a place, or name something new'
export const nothingHasTheseWords = 'Nothing has these words.'

// LoadState
export const noConnection = 'No connection'
export const askHelp = (help: Said) => `Ask ${help}.`
export const tryAgain = 'Try again'
export const loading = 'Loading …'

// NotLoaded
export const noConnectionWithin = 'no connection'
export const partDidNotLoad = (what: Said, why: Said) => `${what} did not load: ${why}.`

// NoticeStack
export const closeThisMessage = 'Close this message'

// SiteClock
export const signedOutSignIn = 'signed out: sign in'
export const schedulerIsSilent = 'scheduler is silent'
export const nowWithYou = (now: Said) => `${now} with you`
export const nothingPlanned = 'nothing planned'

// places
export const today = 'Today'
export const content = 'Content'
export const calendar = 'Calendar'
export const site = 'Site'
export const checks = 'Checks'

// api
export const theServerCannotBeReached = 'The server cannot be reached. What you wrote stays here; try again in a moment.'
export const somethingFailed = 'Something failed'

// commands
export const or = ' or '
export const askSomeone = (help: Said) => ` Ask ${help}.`
export const youHaveNoRoleThatLets = 'You have no role that lets you write in any section.'
export const goTo = 'Go to'
export const start = 'Start'
export const startAOne = (one: Said) => `Start a ${one}`
export const theBin = 'The bin'
export const theLiveSite = 'The live site'
export const profileAndPassword = 'Profile and password'
export const theSitesSettings = 'The site’s settings'
export const toDo = 'Do'
export const startSomethingCalled = (text: Said) => `Start something called “${text}” …`
export const review = 'Review'
export const banners = 'Banners'
export const addresses = 'Addresses'
export const alsoAddresses = 'redirects posters links urls'
export const replaceOverTheSite = 'Find and replace over the site'
export const theSiteAtAnotherMoment = 'The site at another moment'
export const theJournal = 'The journal'
// Other words that people type for a place or a command, apart by spaces.
export const alsoToday = 'home my work waiting due'
export const alsoContent = 'list items pages posts notices'
export const alsoCalendar = 'plan planned schedule edition editions'
export const alsoSite = 'menu menus tree sections navigation structure'
export const alsoChecks = 'flow figures mail'
export const alsoPeople = 'colleagues team users accounts'
export const alsoStart = 'new write create add'
export const alsoReview = 'clear approve waiting gates'
export const alsoLabels = 'categories tags series'
export const alsoReplace = 'search words everywhere links'
export const alsoMoment = 'roll back time past future preview as of'
export const alsoBin = 'deleted removed restore'
export const alsoJournal = 'log who did what'
export const alsoAddAColleague = 'invite new person user account'
export const alsoRights = 'permissions may access'
export const alsoDeputies = 'absent holiday stand in'
export const alsoRoutes = 'gates steps approval'
export const alsoSettings = 'name tagline footer'
export const alsoMe = 'my account picture second factor notifications'
export const alsoSignOut = 'leave log off'

// lazily
export const aPartOfThisScreenDid = 'A part of this screen did not load. What was saved is kept; load the page again.'

// error
export const thereIsNothingHere = 'There is nothing here'
export const somethingFailedHere = 'Something failed here'
export const thisAddressBelongsToNoPlace = 'This address belongs to no place of the office.'
export const whatYouWroteAndSavedIsKept = 'What you wrote and saved is kept. Load the page again.'
export const toToday = 'To Today'

// default
export const skipToThePlace = 'Skip to the place'
export const theSite = 'the site'
export const yieldgateOfficeOf = (name: Said) => `Yieldgate, office of ${name}`
export const yieldgate = 'Yieldgate'
export const youSeeTheOfficeAs = (seenBy: Said) => `${seenBy}, you see the office as`
export const doesNothingCanBeChangedMeanwhile = 'does. Nothing can be changed meanwhile.'
export const backToMyOwn = 'Back to my own'

// kept
export const keptEveryPagesInsertMenuOffers = 'Kept. Every page’s insert menu offers it to you.'
export const letGo = 'Let go'

// notices
export const somethingFailedHereWhatWasSaved = 'Something failed here. What was saved is kept; load the page again.'

/** What happens next on the site's clock: how many items, whether they go live, leave or both, and when. */
export const nextAtClock = (n: number, does: 'live' | 'leave' | 'both', at: string) =>
  `${n} ${{ live: n === 1 ? 'goes live' : 'go live', leave: n === 1 ? 'leaves' : 'leave', both: 'changes' }[does]} ${at}`
export const heldAtClock = (n: number, at: string) => `${n} would be held ${at}`
export const ctrlK = 'Ctrl K'
