/** What the office says where a picture is chosen and cut. */
import type { Said } from '../said'

// CropDialog
export const cutToSize = 'Cut to size'
export const shape = 'Shape'
export const whereToLook = 'Where to look'
export const whereAPlaceShowsOnlyAPart = 'Where a place shows only a part of it, this point stays in sight.'
export const leftToRight = 'Left to right'
export const topToFoot = 'Top to foot'
export const cutting = 'Cutting …'
export const useThisPart = 'Use this part'
export const anyShape = 'Any shape'
export const wide2To1 = 'Wide, 2 to 1'
export const n16To9 = '16 to 9'
export const n3To2 = '3 to 2'
export const n4To3 = '4 to 3'
export const square = 'Square'
export const n3To4Upright = '3 to 4, upright'
export const fromTheLeft = 'From the left'
export const fromTheTop = 'From the top'
export const width = 'Width'
export const height = 'Height'

// MediaDialog
export const wordsOfItsName = 'Words of its name'
export const nothingHereIsCalledThat = 'Nothing here is called that.'
export const files = 'Files'

// PictureDrop
export const uploading = 'Uploading …'
export const dropItHere = (label: Said) => `${label}: drop it here, or pick a file`
export const pictureFormats = 'JPEG, PNG, WebP, GIF or AVIF, up to 5 MB'
export const pickAFile = (label: Said) => `${label}: pick a file`
export const noPicture = 'No picture'
export const orFromAWebAddressHttps = 'or from a web address: https://…'
export const webAddressOf = (label: Said) => `Web address of ${label}`
export const fetchFromThisAddress = 'Fetch from this address'
export const chooseFromOurPictures = 'Choose from our pictures'
export const whichPicture = 'Which picture?'
export const decorativeNothingIsReadOut = 'Decorative: nothing is read out'
export const alternativeTextWhatDoesItShow = 'Alternative text: what does it show?'
export const alternativeTextOf = (label: Said) => `Alternative text of ${label}`
export const decorative = 'Decorative'
export const cutLabelToSize = (label: Said) => `Cut ${label} to size`
export const cutToSizeAndSayWhere = 'Cut to size, and say where to look'
export const takeLabelAway = (label: Said) => `Take ${label} away`
export const sayWhatItShows = 'Say what it shows, or that it is decorative, for readers who cannot see it.'
export const widthHeightPixels = (width: Said, height: Said) => `${width} × ${height} pixels`
export const showsUpTo = (words: Said, width: Said) => `${words} shows up to ${width}`
export const sharpOnEveryScreen = 'sharp on every screen'
export const enoughButSoftOnTheSharpestScreens = 'enough, but soft on the sharpest screens'
export const tooSmallItWillLookSoft = 'too small, it will look soft'
export const pictureIsTooLarge = (name: Said, count: Said) => `“${name}” has ${count} MB; a picture has at most 5 MB.`
export const itWasPastedFetchIt =
  'What was pasted had a picture here. Fetch it from its address, if you may use it, or take the block away.'
