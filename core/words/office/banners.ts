/** What the office says on the front page’s banners. */
import type { Said } from '../said'

// BannerLook
export const noPictureYet = 'No picture yet'
export const withoutWords = 'Without words'

// banners
export const site = 'Site'
export const startABanner = 'Start a banner'
export const noBannerIsMadeYet =
  'No banner is made yet. A banner is a picture with a few words that leads somewhere; several take turns on the front page.'
export const dragToAnotherPlace = (banner: Said) => `Drag ${banner} to another place`
export const moveBannerEarlier = (banner: Said) => `Move ${banner} earlier`
export const moveBannerLater = (banner: Said) => `Move ${banner} later`
export const leavesAt = (at: Said) => `leaves ${at}`
export const nextChangeAt = (at: Said) => `next change ${at}`
export const somethingNotOnTheSite = 'something not on the site'
export const leadsToTarget = (target: Said) => `leads to ${target}`
export const leadsNowhereYet = 'leads nowhere yet'
export const withoutAName = 'Without a name'
export const noneTurnsOnTheFrontPageNow = 'None turns on the front page now'
export const theFirstTurnOnTheFrontPage = (mostBanners: Said, more: Said) =>
  `The first ${mostBanners} turn on the front page; ${more} more have no room`
export const oneStandsOnTheFrontPage = 'One stands on the front page, and does not turn'
export const turnOnTheFrontPage = (count: Said) => `${count} turn on the front page, in this order`
export const countBanners = (count: Said) => `${count} banners`
export const theNewOrderIsAChange = (change: Said) => `The new order is a change of ${change}; readers get it when that goes live`
export const banners = 'Banners'
