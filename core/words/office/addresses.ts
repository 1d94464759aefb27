/** What the office says of addresses and where they lead. */
import { counted } from '../counted'
import type { Said } from '../said'

// addresses
export const addresses = 'Addresses'
export const addressesYieldgate = 'Addresses · Yieldgate'
export const site = 'Site'
export const forExample = '/winter-boats'
export const redirectAnAddress = 'Redirect an address'
export const countedRedirects = (n: number) => counted(n, 'redirect')
export const wordsInAddresses = 'Words in addresses, titles and notes'
export const whatStandsThere = 'What stands there'
export const sorts = {
  all: 'All',
  live: 'Live',
  'by-hand': 'By hand',
  left: 'Left by pages',
  reserved: 'Reserved',
}
export const asAFile = 'As a file'
export const fromAFile = 'From a file'
export const theSiteItself = 'The site keeps it for itself'
export const leadsToWhereItIs = (title: Said) => `“${title}” was there, and leads readers to where it is now`
export const itIsGoneSince = (what: Said, when: Said) => `${what} was there until ${when}, and readers are told that it is gone`
export const asked = (n: number, last: Said) => `asked ${n === 1 ? 'once' : `${n} times`} in 30 days, last ${last}`
export const neverAsked = 'not asked in 30 days'
export const usesByDay = (words: Said) => `Uses by day: ${words}`
export const leadsUntil = (day: Said) => `until ${day}`
export const isOver = (day: Said) => `over since ${day}`
export const codeForPrint = 'Code for print:'
export const codeAs = (from: Said, format: Said) => `Code for ${from} as ${format}`
export const from = 'Address'
export const leadsTo = 'Leads to'
export const noRedirectYet = 'No address is redirected by hand. Pages that move redirect by themselves.'
export const noneOfThese = 'No address is like that.'
export const more = 'Show more'
export const itIsGone = 'Nothing: it is gone'
export const isLiveThereAndWins = (title: Said) => `“${title}” is live there, and is what readers get`
export const whatItLedToIsNotOnTheSite = 'An item that is not on the site: readers find nothing'
export const changeRedirectFrom = (from: Said) => `Change the redirect from ${from}`
export const endRedirectFrom = (from: Said) => `End the redirect from ${from}`
export const endIt = 'End'
export const redirectEnded = (from: Said) => `${from} leads nowhere else any more`
export const codeWords = {
  301: 'Moved for good',
  302: 'Elsewhere for now',
  308: 'Moved for good, also for programs that send something',
  410: 'Gone for good',
}
export const codeInWords = (words: Said, code: Said) => `${words} (${code})`

// RedirectDialog
export const changeTheRedirect = 'Change the redirect'
export const anAddressOnThisSite = 'An address on this site. One * stands for any letters: /old/*'
export const whatReadersAreTold = 'What readers and search engines are told'
export const anItemOrAnAddress = 'An item by its title, or an address'
export const anItemKeepsItsAddress = 'An item is followed wherever it moves. A * here gets what the one above stands for.'
export const whatItIsFor = 'What it is for'
export const onThePosters = 'for the posters on the quays'
export const atOnceForReaders = 'Readers are led there at once.'
export const untilWhen = 'Until and including'
export const emptyIsForGood = 'Empty: for good. After that day the address answers as it would without this.'
export const redirectMade = (from: Said) => `${from} is redirected`
export const redirectChanged = 'The redirect is changed'

// RedirectFileDialog
export const redirectsFromAFile = 'Redirects from a file'
export const theFileHas =
  'A table with the columns Address, Leads to, Code, What it is for and Until (CSV), as it is saved here. What is not in the file stays.'
export const chooseAFile = 'File'
export const tryingTheFile = 'Trying each line …'
export const fileWould = (made: number, changed: number, same: number) =>
  `${counted(made, 'new redirect')}, ${counted(changed, 'change')}, ${same} as they are`
export const linesRefused = (n: number) => `${counted(n, 'line')} cannot be taken in:`
export const line = (n: Said) => `Line ${n}`
export const takeIn = (n: number) => `Take in ${counted(n, 'line')}`
export const takenIn = (n: number) => `${counted(n, 'redirect')} taken in`

// AddressTrial
export const when = 'When'
export const now = 'Now'
export const onADay = 'On a day'
export const day = 'Day'
export const time = 'Time'
export const handHasNoPast = 'Redirects by hand have no past and no plan: they are not looked at.'
export const tryAnAddress = 'Try an address'
export const tryIt = 'Try it'
export const addressToTry = 'Address to try'
export const answers = 'answers'
export const by = ', by way of '
export const why = {
  'one-form': (_title: Said, to: Said) => `Readers are led to ${to}, the one form of this address.`,
  item: (title: Said) => `“${title}” is live there.`,
  site: () => 'The site itself answers there.',
  'by-hand': (_title: Said, to: Said) => `A redirect leads readers to ${to}.`,
  moved: (title: Said, to: Said) => `“${title}” was there; readers are led to where it is now, ${to}.`,
  'gone-by-hand': () => 'It was said here to be gone.',
  withdrawn: (title: Said) => `“${title}” was there, and is not on the site now.`,
  closed: () => 'It is not for everyone: a stranger is asked to sign in, or for its password.',
  nothing: () => 'Nothing is there.',
}
export const titled = (title: Said) => `“${title}”`
export const openIt = 'Open it'
export const somethingYouMayNotSee = 'something that you may not see'
