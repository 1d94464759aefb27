/** What the office says on menus and their entries. */
import type { Said } from '../said'

// SiteMenus
export const menus = 'Menus'
export const startAMenu = 'Start a menu'
export const thesePlaces = 'They stand on every page of the site.'
export const noMenuYet = 'None is made yet: the pages at the top of the tree stand beside the name of the site by themselves.'
export const countedEntries = (count: Said) => (count === 1 ? '1 entry' : `${count} entries`)
export const countedLeftOut = (count: Said) => `${count} left out`
export const standsAt = { top: 'At the top', foot: 'In the foot', none: 'Nowhere yet' }

// MenuEntries
export const noEntryYet = 'No entry yet. Add a page, an address or a heading; entries can stand below others.'
export const addALink = 'Add a link'
export const addAHeading = 'Add a heading'
export const addTheTopPages = 'Add the pages at the top'
export const newHeading = 'Heading'
export const keysOfEntries =
  'Drag an entry before, into or after another. By keyboard: arrows walk; Alt with arrows moves an entry up, down, in and out; Enter changes it; Delete takes it out.'
export const entriesOfTheMenu = 'Entries of the menu'
export const changeEntry = (entry: Said) => `Change ${entry}`
export const takeOutEntry = (entry: Said) => `Take out ${entry}`
export const moveEntry = {
  up: (entry: Said) => `Move ${entry} up`,
  down: (entry: Said) => `Move ${entry} down`,
  in: (entry: Said) => `Move ${entry} below the one before`,
  out: (entry: Said) => `Move ${entry} out`,
}
export const allTopPages = 'All pages at the top'
export const levelsBelow = (levels: Said) => (levels === 1 ? '1 level below follows' : `${levels} levels below follow`)
export const aHeading = 'heading'
export const whyLeftOut = {
  'not-live': 'Not on the site: readers do not get this entry',
  'no-file': 'The file is not there: readers do not get this entry',
  'nothing-below': 'Nothing stands below it: readers do not get it',
}
export const leadsToTarget = (target: Said) => `leads to ${target}`
export const withIcon = (icon: Said) => `icon: ${icon}`
export const noted = (note: Said) => `note: ${note}`
export const forStrangers = 'for who has not signed in'
export const forReaders = (readers: Said) => `for ${readers}`
export const opensBeside = 'opens a new window'
export const atLevel = (place: Said, siblings: Said, level: Said) => `${place} of ${siblings}, level ${level}`

// MenuEntryDialog
export const leadsTo = 'Leads to'
export const anItemOrAnAddress = 'A page, a post, or an address'
export const wordsOfTheEntry = 'Words of the entry'
export const emptyTakesTheTitle = 'Empty: the menu label or title of what it leads to.'
export const aNote = 'A note below it'
export const icon = 'Icon'
export const noIcon = 'None'
export const pagesBelow = 'Pages below it that follow by themselves'
export const levelsThatFollow = ['None', '1 level', '2 levels', '3 levels']
export const inANewWindow = 'Open in a new window'
export const times = 'When readers see it'
export const always = 'Always'
export const setTimes = 'Set times'
export const seenAlways = 'Show it always'
export const icons = {
  accessibility: 'Wheelchair',
  anchor: 'Anchor',
  bell: 'Bell',
  bicycle: 'Bicycle',
  calendar: 'Calendar',
  camera: 'Camera',
  car: 'Car',
  clock: 'Clock',
  dog: 'Dog',
  download: 'Download',
  file: 'Document',
  heart: 'Heart',
  house: 'House',
  info: 'Information',
  languages: 'Languages',
  lifebuoy: 'Lifebuoy',
  mail: 'Letter',
  map: 'Map',
  'map-pin': 'Place on a map',
  newspaper: 'Newspaper',
  people: 'People',
  person: 'Person',
  phone: 'Telephone',
  search: 'Magnifying glass',
  ship: 'Ship',
  shop: 'Shopping bag',
  star: 'Star',
  ticket: 'Ticket',
  warning: 'Warning sign',
  waves: 'Waves',
  wind: 'Wind',
}

// MenuLook
export const asReadersGetIt = 'As readers get it'
export const widths = { wide: 'A desk', middle: 'A tablet', narrow: 'A phone' }
export const lookAt = (width: Said) => `The menu on ${width}`
