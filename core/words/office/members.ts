/** What the office says on members and on who may read what. */
import type { Said } from '../said'

// places
export const readers = 'Readers'
export const alsoReaders = 'members groups passwords access accounts'

// readers
export const readersYieldgate = 'Readers · Yieldgate'
export const views = { members: 'Members', groups: 'Groups', passwords: 'Passwords', pages: 'What is for whom' }
export const whatToLookAt = 'What to look at'
export const countedMembers = (count: Said) => (count === 1 ? '1 member' : `${count} members`)
export const inviteAMember = 'Invite a member'
export const makeAGroup = 'Make a group'
export const makeAPassword = 'Make a password'

// MembersView
export const namesOrAddresses = 'A name or a mail address'
export const noMembersYet = 'Nobody is a member yet.'
export const noneLikeThis = 'No member is like this.'
export const everyGroup = 'Every group'
export const ofGroup = 'Of the group'
export const memberStates = { waiting: 'invited', active: 'may sign in', resting: 'shut out' }
export const inNoGroup = 'in no group'
export const untilDay = (group: Said, day: Said) => `${group} until ${day}`
export const endedOn = (group: Said, day: Said) => `${group} (ended ${day})`
export const seenOn = (day: Said) => `seen ${day}`
export const neverSeen = 'not signed in anywhere'
export const changeMember = (name: Said) => `Change ${name}`
export const more = 'More'

// MemberDialog
export const memberNamed = (name: Said) => `The member ${name}`
export const mailAddress = 'Mail address'
export const noMailServer = 'No mail server is named: you get a link to hand over.'
export const theyGetALink = 'They get a link there with which they choose a password.'
export const groups = 'Groups'
export const lastDayIn = (group: Said) => `Last day in ${group}`
export const emptyIsForGood = 'A day left empty: for good.'
export const noGroupYet = 'No group is made yet.'
export const invited = (name: Said) => `${name} is invited`
export const invite = 'Invite'
export const inviteAgain = 'Invite again'
export const memberChanged = (name: Said) => `${name} is changed`
export const shutOut = 'Shut out'
export const letIn = 'Let in again'
export const isShutOut = (name: Said) => `${name} cannot sign in any more`
export const isLetIn = (name: Said) => `${name} can sign in again`
export const remove = 'Remove'
export const removeMember = (name: Said) => `Remove ${name}?`
export const goesForGood = 'The account and all that is kept about this reader go at once, and for good.'
export const memberRemoved = (name: Said) => `${name} is removed`

// GroupsOfMembers, PagePasswords
export const groupsAreFor = 'A page can be for the members of some groups alone.'
export const passwordsAreFor = 'A page can be for whoever has a password. Give it to those who may read; nobody can look it up here.'
export const groupNamed = (name: Said) => `The group “${name}”`
export const passwordNamed = (name: Said) => `The password “${name}”`
export const groupMade = (name: Said) => `The group “${name}” is made`
export const groupRenamed = 'The group has its new name'
export const groupRemoved = (name: Said) => `The group “${name}” is removed`
export const nameOfPassword = 'What it is called here'
export const forExampleThePress = 'For the press'
export const thePassword = 'The password'
export const anotherPassword = 'Another password'
export const emptyLeavesIt = 'Empty leaves it as it is. After another one, everybody is asked anew.'
export const atLeastSix = 'At least six characters.'
export const passwordMade = (name: Said) => `The password “${name}” is made`
export const passwordChanged = (name: Said) => `The password “${name}” is changed`
export const passwordRemoved = (name: Said) => `The password “${name}” is removed`
export const changedOn = (day: Said) => `set ${day}`

// ClosedPages
export const nothingIsClosed = 'Everything on the site is for everyone.'
export const pagesBelowFollow = 'Pages below one of these are for the same readers, unless they say otherwise.'
export const whatIsForWhom = 'What is for whom'
export const showsNothing = 'It stands nowhere'

// AccessInput, fieldWords, receipt
export const asThePageAbove = 'As the page above it'
export const everyone = 'Everyone'
export const members = 'All members'
export const membersOfGroups = 'Members of groups'
export const whoeverHasAPassword = 'Whoever has a password'
export const chooseAPassword = 'Choose a password'
export const makeGroupsFirst = 'No group is made yet; Readers is where they are made.'
export const makePasswordsFirst = 'No password is made yet; Readers is where they are made.'
export const groupGone = 'a group that is gone'
export const passwordGone = 'a password that is gone'
export const forEveryone = 'everyone'
export const forMembers = 'all members'
export const forGroups = (groups: Said) => `members of ${groups}`
export const forPassword = (password: Said) => `whoever has the password “${password}”`
export const readBy = 'Who may read it'

// MenuEntryDialog
export const whoSeesIt = 'Which readers see it'
export const whoHasNotSignedIn = 'Who has not signed in'
