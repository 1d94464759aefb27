/** What the office says about routes and gates. */
import { counted } from '../counted'
import type { Said } from '../said'

// GateForm
export const nameOfTheGate = 'Name of the gate'
export const moveNameUp = (name: Said) => `Move ${name} up`
export const moveNameDown = (name: Said) => `Move ${name} down`
export const removeName = (name: Said) => `Remove ${name}`
export const clearedBy = 'Cleared by'
export const anyoneWhoMayClearWorkThere = 'anyone who may clear work there'
export const nameAGuard = 'Name a guard'
export const howManyMustClearIt = 'How many must clear it'
export const ofEachGroup = 'of each group'
export const mustClearIt = (howMany: Said) => `${howMany} must clear it`
export const allOfThem = (count: Said) => `all ${count} of them`
export const soManyOfEachGroup = 'so many of each group'
export const itsWriterMayClearItToo = 'its writer may clear it too'
export const aChangedDateNeedsClearingAgain = 'a changed date needs clearing again'
export const whatIsAbout = (name: Said) => `What ${name} is about`
export const onlyWhereTheseChange = 'Only where these change'
export const textsWithAnAmountOfMoney = 'texts with an amount of money'
export const textsWithOneOfTheWords = 'Texts with one of the words'
export const refundLiability = 'refund, liability'
export const kindsOfBlock = (blocks: Said) => `Kinds of block: ${blocks}`
export const fieldsFields = (fields: Said) => `Fields: ${fields}`

// GateLimits
export const whereNameApplies = (name: Said) => `Where ${name} applies`
export const onlyForSomeItemsOrLargeChanges = 'Only for some items or large changes'
export const changesOfAtLeast = 'changes of at least'
export const words = 'words'
export const any = 'any'
export const sectionsLimits = (limits: Said) => `Sections: ${limits}`
export const withOneOfTheseLabels = 'With one of these labels'
export const checksChecks = (checks: Said) => `Checks: ${checks}`
export const notAsked = 'not asked'
export const advises = 'advises'
export const mustPass = 'must pass'
export const deadlineOfName = (name: Said) => `Deadline of ${name}`
export const hasADeadline = 'Has a deadline'
export const theDeadlineOf = (name: Said) => `the deadline of ${name}`
export const reminder = 'reminder'
export const hoursBeforeItsGuardsAreReminded = 'Hours before it at which its guards are reminded'
export const hoursBefore = 'hours before'
export const whenItIsOverTell = 'When it is over, tell'
export const itsGuardsAlone = 'its guards alone'
export const nameSomeone = 'Name someone'
export const aSection = 'a section'

// GuardPicker
export const gone = 'gone'
export const takeNameAway = (name: Said) => `Take ${name} away`
export const groups = 'Groups'
export const whoHoldsARoleThere = 'Who holds a role there'

// RouteDesk
export const aNewRoute = 'A new route'
export const versionInForce = (version: Said, force: Said) => `version ${version}. ${force}`
export const backToTheRoutes = 'Back to the routes'
export const itWasNotSaved = 'It was not saved. What is wrong stands here and at the gates.'
export const theWayOfWork = 'The way of work'
export const sent = 'Sent'
export const usuallyFromSentToCleared = (span: Said) => `Usually ${span} from sent to cleared, by the last 90 days.`
export const howLongItTakesIsNotKnown = 'How long it takes is not known yet: nothing was cleared on it in the last 90 days.'
export const theGateInHand = 'The gate in hand'
export const gateOfStep = (step: Said) => `Gate in “${step}”`
export const chooseAGate = 'Choose a gate to change it, or add a step.'
export const whatYouChangedIsNotSaved = 'What you changed of the route is not saved. Leave it?'
export const thereIsNoSuchRoute = 'There is no such route.'
export const routeYieldgate = 'Route · Yieldgate'

// GateCard
export const usuallyCleared = (span: Said) => `usually cleared within ${span}`

// gateWords
export const allElse = 'all else'
export const listed = (names: string[]) => (names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : (names[0] ?? ''))
export const kindsWhere = (kinds: Said, where: Said) => `${kinds} ${where}`
export const inForceFor = (places: Said) => `In force for ${places}`

export const nameOfTheRoute = 'Name of the route'
export const noStep = 'No step: what is sent on is cleared at once.'
export const nameOfStep = (s: Said) => `Name of step ${s}`
export const moveNameEarlier = (name: Said) => `Move ${name} earlier`
export const moveNameLater = (name: Said) => `Move ${name} later`
export const newGate = 'New gate'
export const addAParallelGate = 'Add a parallel gate'
export const anotherStep = 'Another step'
export const workThatIsUnderWayFinishes = 'Work that is under way finishes on the version it began; new work goes this one.'
export const stepCount = (count: Said) => `Step ${count}`

// RouteOptions
export const fastLane = 'Fast lane'
export const thoseWithTheRightMayPutLive = 'Those with the right may put live at once; its gates clear it afterwards'
export const clearingItAfterwards = 'clearing it afterwards'
export const takeItBackFromTheSite = 'take it back from the site if they do not'
export const whenItIsOverTellAlso = 'When it is over, tell also'
export const nobodyMore = 'nobody more'
export const changesOfWhatIsLive = 'Changes of what is live'
export const whatIsNotTickedIsARight = 'What is not ticked is a right, and happens at once.'
export const goesThroughTheGates = (word: Said) => `${word} goes through the gates`
export const takingOffTheSite = 'Taking off the site'
export const movingToAnotherSection = 'Moving to another section, becoming another kind'

// RoutesView
export const routeName = (name: Said) => `Route ${name}`
export const versionVersion = (version: Said) => `version ${version}`
export const andFinishOnAnEarlierOne = (drafts: Said) => `; ${drafts} finish on an earlier one`
export const changeTheRoute = (name: Said) => `Change the route ${name}`
export const each = 'each: '
export const neededOf = (needed: Said, guards: Said, gate: Said) => `${needed} of ${guards}${gate}`
export const onlyForAbout = (about: Said) => `only for ${about}`
export const noGate = 'No gate: what is sent on is cleared.'
export const countedHours = (n: number) => counted(n, 'hour')
export const andElseTakenBack = ', else taken back'
export const fastLaneLiveAtOnceCleared = (hours: Said, calendar: Said, otherwise: Said) =>
  `Fast lane: live at once, cleared within ${hours} of ${calendar}${otherwise}.`
export const moving = 'Moving'
export const and = ' and '
export const goesThroughTheGatesToo = (gated: Said) => `${gated} goes through the gates too.`
export const inForceNowhereYet = 'In force nowhere yet'
export const allWorkCanPass = 'All work can pass, whoever writes it.'
export const whichItemsGoWhichRoute = 'Which items go which route'
export const aRuleForTheKindComesBefore = 'A rule for the kind comes before one for any kind; among those, the nearest section.'
export const kindOfRule = (index: Said) => `Kind of rule ${index}`
export const anythingElse = 'Anything else'
export const sectionOfRule = (index: Said) => `Section of rule ${index}`
export const onTheWholeSite = 'on the whole site'
export const inName = (name: Said) => `in ${name}`
export const goes = 'goes'
export const routeOfRule = (index: Said) => `Route of rule ${index}`
export const removeRuleIndex = (index: Said) => `Remove rule ${index}`
export const anotherRule = 'Another rule'
export const saveTheRules = 'Save the rules'
export const hasANewVersion = (name: Said) => `“${name}” has a new version`
export const routeIsMade = (name: Said) => `“${name}” is made. Say below which items go it.`
export const newWorkGoesTheseRoutes = 'New work goes these routes from now on'
export const amountsOfMoney = 'amounts of money'
export const aCalendar = 'a calendar'
export const changesOfWordsAndMore = (words: number) => `changes of ${counted(words, 'word')} and more`
export const countedLabels = (n: number) => counted(n, 'label')
export const onlyForThese = (limits: Said) => `only for ${limits}`
export const withinHoursOfCalendar = (hours: Said, calendar: Said) => `within ${hours} of ${calendar}`
export const anyoneWhoMayClear = 'anyone who may clear'

// SecondYesForm
export const whatASecondStewardIsAskedAbout = 'What a second steward is asked about'
export const whereThereIsOnlyOne =
  'Where there is only one, changes hold at once; whoever may put live is told of those that let somebody do more.'
export const saveWhatIsAsked = 'Save what is asked'
export const aSecondStewardIsAsked = 'A second steward is asked so from now on'
export const aboutEveryChangeOfPeopleAndRights = 'About every change of people and rights'
export const alsoAboutTakingARoleAway = 'Also about taking a role away or suspending an account.'
export const aboutWhatLetsSomebodyDoMore = 'About what lets somebody do more'
export const rolesGiven =
  'Roles given, accounts invited or reactivated, accounts of one person taken apart, roles no longer kept apart, a deputy for someone else.'
export const aboutNothing = 'About nothing'
export const eachStewardChangesRightsAlone = 'Each steward changes rights alone. Choosing this asks a second steward.'

// StrandDialog
export const thisWouldStrandWork = 'This would strand work'
export const nobodyWouldBeLeftWhoCouldClear = 'Nobody would be left who could clear it where it has to pass:'
export const andMorePieces = (count: number) => `and ${count} more`
export const giveSomeoneElseThePartFirst = 'Give someone else the part first, or change the route. Nothing was changed yet.'
export const doItAllTheSame = 'Do it all the same'
export const leaveItAsItIs = 'Leave it as it is'
export const mustPassThese = (checks: Said) => `must pass: ${checks}`
