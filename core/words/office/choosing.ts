/** What the office says in the fields by which something is chosen. */
import type { Said } from '../said'

// ItemsPicker
export const addOne = 'Add one'
export const takeIdAway = (id: Said) => `Take ${id} away`
export const someTitles = 'Some titles'
export const nameOfTheLabel = 'Name of the label'
export const nameOfTheNewLabel = 'Name of the new label'
export const sortOfTheNewLabel = 'Sort of the new label'
export const make = 'Make'
export const makeANewLabel = 'Make a new label'
export const isMadeButNotLive = (title: Said) => `“${title}” is made. Readers see it once it is put live.`

// PagePicker
export const theChoices = 'The choices'
export const theTitle = 'The title'

// DateField, DayGrid and TimeField
export const dayExample = '5 Dec, or Friday'
export const timeExample = '06:30'
export const writeADayAs = 'Write a day as 5 Dec 2026, 2026-12-05, tomorrow or Friday.'
export const writeATimeAs = 'Write a time as 6:30, 18:00 or 6 pm.'
export const pickADay = 'Pick a day'
export const monthBefore = 'The month before'
export const monthAfter = 'The month after'

// SearchChoice
export const typeAPartOfTheName = 'Type a part of the name'
export const showTheChoicesOf = (label: Said) => `Show the choices of ${label}`
export const nothingHasInItsName = (typed: Said) => `Nothing has “${typed}” in its name.`
export const thereIsNothingToChoose = 'There is nothing to choose.'
export const moreTypeSomeLetters = (more: Said) => `${more} more; type some letters.`
