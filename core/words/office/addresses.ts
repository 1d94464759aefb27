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
export const wordsInRedirects = 'Words in addresses and notes'
export const redirectsByHand = 'Addresses that lead elsewhere'
export const from = 'Address'
export const leadsTo = 'Leads to'
export const noRedirectYet = 'No address is redirected by hand. Pages that move redirect by themselves.'
export const noneWithTheseWords = 'No redirect has these words.'
export const more = 'Show more'
export const theFirstAreShown = (n: Said) => `The first ${n} are shown. Write a word of what you look for.`
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
export const redirectMade = (from: Said) => `${from} is redirected`
export const redirectChanged = 'The redirect is changed'

// AddressTrial
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
  nothing: () => 'Nothing is there.',
}
export const somethingYouMayNotSee = 'something that you may not see'
