/** What the office says about people, roles and rights. */
import { counted } from '../counted'
import type { Said } from '../said'

// CalendarList
export const workingHours = 'Working hours'
export const deadlinesAtGatesCountByThese = 'Deadlines at gates count by these, in the site’s time zone.'
export const countedHolidays = (n: number) => counted(n, 'holiday')
export const changeName = (name: Said) => `Change ${name}`
export const anotherCalendar = 'Another calendar'
export const changeTheWorkingHours = 'Change the working hours'
export const nightDesk = 'Night desk'
export const hoursOfEachDay = 'Hours of each day'
export const nobodyWorks = 'nobody works'
export const dayFrom = (day: Said) => `${day}, from`
export const dayTo = (day: Said) => `${day}, to`
export const takeTheseHoursOfAway = (day: Said) => `Take these hours of ${day} away`
export const moreHoursOn = (day: Said) => `More hours on ${day}`
export const holidays = 'Holidays'
export const isNoHoliday = (date: Said) => `${date} is no holiday`
export const addIt = 'Add it'
export const endIt = 'End it'
export const monday = 'Monday'
export const tuesday = 'Tuesday'
export const wednesday = 'Wednesday'
export const thursday = 'Thursday'
export const friday = 'Friday'
export const saturday = 'Saturday'
export const sunday = 'Sunday'
export const countsFromNowOn = (name: Said) => `“${name}” counts from now on; deadlines that run keep their moment`
export const nameIsEnded = (name: Said) => `“${name}” is ended`

// DeputiesView
export const nobodyStandsInForAnyone =
  'Nobody stands in for anyone. Before you are away, name a colleague who clears for you: what they clear says so everywhere, and what you or they wrote stays for someone else.'
export const forWord = 'for'
export const fromToTo = (from: Said, to: Said) => `${from} to ${to}`
export const notBegunYet = 'not begun yet'
export const allTheirGates = 'all their gates'
export const inSectionAtGates = (section: Said, gates: Said) => `${section}, at ${gates}`
export const notWhereTheyMayNotRead = (sections: Said) => `for a part only: not in ${sections}, which they may not read`
export const endDeputyNameForAbsentName = (deputyName: Said, absentName: Said) => `End: ${deputyName} for ${absentName}`
export const nameADeputy = 'Name a deputy'
export const whoIsAway = 'Who is away'
export const whoClearsFor = (whom: Said) => `Who clears for ${whom}`
export const chooseAColleague = 'Choose a colleague'
export const wordTheDay = (word: Said) => `${word}, the day`
export const wordTheTime = (word: Said) => `${word}, the time`
export const where = 'Where'
export const atAllTheirGates = 'at all their gates'
export const onlyAt = 'only at'
export const byTheSitesClock = 'By the site’s clock. Both of you are told. Neither what you wrote nor what they wrote can be cleared so.'
export const nameThem = 'Name them'
export const aGateThatIsGone = 'a gate that is gone'
export const clearsForInThatTime = (deputy: Said, absent: Said) => `${deputy} clears for ${absent} in that time`
export const noLongerStandsIn = (deputyName: Said) => `${deputyName} no longer stands in`

// GivenRoles
export const roles = 'Roles'
export const noneOfItsOwn = 'None of its own.'
export const roleIndex = (index: Said) => `Role ${index}`
export const whereRoleHolds = (index: Said) => `Where role ${index} holds`
export const onTheWholeSite = 'on the whole site'
export const inName = (name: Said) => `in ${name}`
export const takeRoleAway = (index: Said) => `Take role ${index} away`
export const anotherRole = 'Another role'

// GroupsView
export const noGroupYet = 'No group yet. Give a desk its roles once, and whoever joins it has them.'
export const noRole = 'No role'
export const nobodyInIt = 'Nobody in it'
export const countedPeople = (n: number) => counted(n, 'person', 'people')
export const changeTheGroup = 'Change the group'
export const makeAGroup = 'Make a group'
export const nameOfTheGroup = 'Name of the group'
export const members = 'Members'
export const endTheGroup = 'End the group'
export const hasItsMembersAndRoles = (name: Said) => `“${name}” has its members and roles`
export const someone = 'Someone'
export const aSection = 'a section'

// HandOverDialog
export const handThisLinkTo = (name: Said) => `Hand this link to ${name}`
export const withItTheyChooseAPassword = (name: Said) =>
  `With it they choose a password, within a week and once. It is shown only now: give it to nobody else, for whoever has it comes in as ${name}.`
export const theLink = 'The link'
export const copyIt = 'Copy it'
export const iHaveHandedItOver = 'I have handed it over'
export const theLinkIsCopied = 'The link is copied'

// HoursOf
export const hoursOfWorkingTime = (what: Said) => `Hours of working time: ${what}`
export const hoursOf = 'hours of'
export const calendarWhat = (what: Said) => `Calendar: ${what}`

// PeopleView
export const mail = 'Mail'
export const actions = 'Actions'
export const suspended = 'suspended'
export const invited = 'invited'
export const sameAsEmail = (email: Said) => `same as ${email}`
export const changeTheRolesOf = (name: Said) => `Change the roles of ${name}`
export const changeRoles = 'Change roles'
export const moreForName = (name: Said) => `More for ${name}`
export const whatTheyMayDo = 'What they may do'
export const seeTheOfficeAsTheyDo = 'See the office as they do'
export const sendALinkForANewPassword = 'Send a link for a new password'
export const inviteAgain = 'Invite again'
export const linkAnotherAccount = 'Link another account'
export const suspendTheAccount = 'Suspend the account'
export const reactivateTheAccount = 'Reactivate the account'
export const rolesOfName = (name: Said) => `Roles of ${name}`
export const addAColleague = 'Add a colleague'
export const mailAddress = 'Mail address'
export const noMailServerIsNamed = 'No mail server is named: you get a link to hand to them, with which they choose a password.'
export const theyGetALinkThere = 'They get a link there and choose a password with it.'
export const invite = 'Invite'
export const anotherAccountOfName = (name: Said) => `Another account of ${name}`
export const accountsOfOnePersonCount = 'Accounts of one person count as one: at gates that need several people, and beside their own work.'
export const isTheSamePersonAs = 'Is the same person as'
export const nobodyElseHere = 'nobody else here'
export const suspendTheAccountOf = (name: Said) => `Suspend the account of ${name}?`
export const theyAreSignedOutAtOnce = 'They are signed out at once and cannot sign in. What they wrote and cleared stays under their name.'
export const handWhatTheyOwnAndPlannedTo = 'Hand what they own and planned to'
export const whatTheyPlannedIsThenHeld = 'What they planned is then held at its time, and says so on Today.'
export const suspendIt = 'Suspend it'
export const hasTheseRolesNow = (name: Said) => `${name} has these roles now`
export const isInvited = (name: Said) => `${name} is invited; the link is good for a week`
export const youSeeTheOfficeAsDoes = (name: Said) => `You see the office as ${name} does`
export const canNoLongerSignIn = (name: Said) => `${name} can no longer sign in. What they wrote stays.`
export const canSignInAgain = (name: Said) => `${name} can sign in again`
export const thereIsANewLinkFor = (name: Said) => `There is a new link for ${name}`
export const hasANewLinkInTheMail = (name: Said) => `${name} has a new link in the mail`
export const bothAccountsCountAsOnePersonNow = 'Both accounts count as one person now'
export const theAccountIsOfAPerson = 'The account is of a person of its own'
export const inSection = (section: Said) => `in ${section}`

// RightsView
export const ofWord = 'Of'
export const whoseRights = 'Whose rights'
export const inWord = 'in'
export const inWhichSection = 'In which section'
export const theWholeSite = 'the whole site'
export const chooseAnAnswerToSeeWhy = 'Choose an answer to see why.'
export const whoMayDoWhat = 'Who may do what'
export const person = 'Person'
export const yes = 'yes'
export const no = 'no'
export const why = 'Why'
export const throughGroup = (group: Said) => `through ${group}`
export const givenToThem = 'given to them'
export const couldDoItInstead = 'Could do it instead'
export const rolesThatAllowIt = 'Roles that allow it'
export const canGiveTheRight = 'Can give the right'

// RolesView
export const nothingYet = 'Nothing yet'
export const withAllOf = (includes: Said) => `with all of ${includes}`
export const keptApart = 'Kept apart'
export const rolesThatOnePersonMayNotHold =
  'Roles that one person may not hold together, by whatever way they got them, or not use in one session.'
export const mayUse = 'may use'
export const mayHold = 'may hold'
export const inOneSession = ' in one session'
export const atMostOfRoles = (may: Said, most: Said, roles: Said, when: Said) => `One person ${may} at most ${most} of ${roles}${when}`
export const endName = (name: Said) => `End ${name}`
export const theRuleIsEnded = 'The rule is ended'
export const end = 'End'
export const keepRolesApart = 'Keep roles apart'
export const changeTheRole = 'Change the role'
export const makeARole = 'Make a role'
export const nameOfTheRole = 'Name of the role'
export const withAllOfRoles = 'With all of'
export const andTheseOfItsOwn = 'And these of its own'
export const endTheRole = 'End the role'
export const nameOfTheRule = 'Name of the rule'
export const fourEyes = 'Four eyes'
export const onePerson = 'One person'
export const mayHoldOrUse = 'May hold or use'
export const atMost = 'at most'
export const ofThem = (when: Said) => `of them${when}`
export const theyMayHoldMore = 'They may hold more of them, and choose in their menu which they use now.'
export const allowsThisNow = (name: Said) => `“${name}” allows this now, for all who hold it`
export const theRuleHoldsFromNowOn = 'The rule holds from now on'

// WaitingChanges
export const waitsForASecondSteward = 'Waits for a second steward'
export const you = 'you'
export const askedByOnFallsAwayOn = (name: Said, at: Said, endsAt: Said) => `asked by ${name} on ${at}; falls away on ${endsAt}`
export const sayNoWords = (words: Said) => `Say no: ${words}`
export const sayNo = 'Say no'
export const agreeWords = (words: Said) => `Agree: ${words}`
export const agree = 'Agree'
export const takeBackWords = (words: Said) => `Take back: ${words}`
export const takeItBack = 'Take it back'
export const theNewColleague = 'the new colleague'
export const itHoldsFromNowOn = 'It holds from now on'
export const youTookItBackNothingChanged = 'You took it back; nothing changed'
export const isToldNothingChanged = (name: Said) => `${name} is told; nothing changed`

// people
export const groups = 'Groups'
export const deputies = 'Deputies'
export const rights = 'Rights'
export const routes = 'Routes'
export const makeARoute = 'Make a route'
export const signingIn = 'Signing in'
export const them = 'them'
export const from = 'From'
export const until = 'Until'
