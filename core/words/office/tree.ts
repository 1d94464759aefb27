/** What the office says of the tree of pages. */
import { counted } from '../counted'
import type { Said } from '../said'

// tree
export const pageTree = 'Page tree'
export const pageTreeBeside = 'Page tree, beside it'
export const startAPage = 'Start a page'
export const startAPageBelow = (title: Said) => `Start a page below “${title}”`
export const startHere = 'Start a page here'
export const wordsInTheTree = 'Find in the tree'
export const countedPages = (n: number) => counted(n, 'page')
export const foundOf = (n: number) => `${counted(n, 'page')} found`
export const noneHasTheseWords = 'No page has these words in its title or address.'
export const noPageYet = 'No page yet. Start the first one.'
export const openAll = 'Open all'
export const foldAll = 'Fold all'
export const twoSideBySide = 'Two side by side'
export const copyOne = (title: Said) => `Copy “${title}”`
export const copyAlone = 'This page alone'
export const copyWithBelow = (n: number) => `With ${n === 1 ? 'the page' : `all ${counted(n, 'page')}`} below it`
export const copyHint =
  'Texts and pictures are the same, addresses are new. Links between the copied pages lead to the copies. Readers see nothing of it yet.'
export const makeTheCopy = 'Make the copy'
export const copiesBegun = (n: number) => (n === 1 ? 'A copy was begun' : `${n} copies were begun`)
export const inNoMenu = 'In no menu'
export const isFor = (readers: Said) => `For ${readers}`
export const otherReaders = 'Who may read it changes:'
export const readersLine = (title: Said, now: Said, was: Said) => `“${title}”: ${now}; ${was} until now`
export const parentIsNotHere = 'Its parent page is not here'
export const willMoveInEdition = (where: Said, edition: Said) => `Moves ${where} in “${edition}”`
export const willMoveByDraft = (where: Said) => `A draft moves it ${where}`
export const belowPage = (title: Said) => `below “${title}”`
export const toTheTop = 'to the top'
export const chosen = (n: number) => `${counted(n, 'page')} chosen`
export const clearChoice = 'Clear the choice'
export const move = 'Move'
export const keysOfTheTree =
  'Arrows walk and fold, Enter opens, Space chooses, Ctrl X picks up what is chosen: then arrows find the place, Enter puts it there, Escape leaves it.'
export const carried = (what: Said) => `Moving ${what}:`
export const aPlaceUp = 'A place up'
export const aPlaceDown = 'A place down'
export const putHere = 'Put here'
export const onlyWritersMove = (titles: Said) => `Only who may write ${titles} can move it.`

// spots
export const spotBefore = (where: Said, title: Said) => `${where}, before “${title}”`
export const spotLast = (where: Said) => `${where}, after all others`
export const below = (title: Said) => `Below “${title}”`
export const atTheTop = 'At the top'

// moving
export const moveOne = (title: Said) => `Move “${title}”`
export const moveMany = (n: number) => `Move ${counted(n, 'page')}`
export const whatReadersGet = 'What changes for readers'
export const nothingForReaders = 'Readers get nothing of it: it is not on the site.'
export const onlyTheOrder = 'Only the order among its siblings changes.'
export const addressesChange = (n: number) =>
  `${counted(n, 'address changes', 'addresses change')}; the old ${n === 1 ? 'one leads' : 'ones lead'} there:`
export const andMore = (n: number) => `and ${n} more`
export const inTheMenu = 'In the menu:'
export const menuLine = (title: Said, now: Said, was: Said) => `“${title}” ${now}; before: ${was}`
export const inNone = 'in none'
export const atItsTop = 'at its top'
export const belowTrail = (trail: Said) => `below ${trail}`
export const linksGoByRedirect = (n: number, titles: Said) =>
  `${counted(n, 'text leads', 'texts lead')} there by the written address, and ${n === 1 ? 'goes' : 'go'} by way of the redirect: ${titles}`
export const listingsShowIt = (titles: Said) => `Listings show the new address: ${titles}`
export const redirectsGiveWay = (froms: Said) => `What is live wins over the redirect by hand at ${froms}`
export const rightsStay = (sections: Said) => `Rights and routes stay as they are: they follow the section (${sections}), not the place.`
export const besideGetAPlace = (titles: Said) => `These had the same place as others and get one of their own: ${titles}`
export const howItGoesLive = 'How it goes live'
export const inAnEdition = 'In an edition, with what else changes then'
export const asDraftsAlone = (n: number) => (n === 1 ? 'As a draft alone' : 'As drafts alone')
export const atOnce = 'At once, for readers too'
export const whichEdition = 'Which edition?'
export const aNewEdition = 'A new one, called:'
export const nameOfTheEdition = 'Name of the new edition'
export const moveOf = (title: Said) => `Move of ${title}`
export const movedLive = (what: Said) => `${what} moved; readers get it so now`
export const movedInEdition = (what: Said, edition: Said) => `${what} will move in “${edition}”`
export const movedInDrafts = (what: Said) => `The move of ${what} is in drafts`
