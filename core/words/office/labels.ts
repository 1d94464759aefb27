/** What the office says about labels. */
import type { Said } from '../said'

// LabelChoice
export const wordsOfALabel = 'Words of a label'
export const noLabelHasTheseWords = 'No label has these words.'
export const keep = 'Keep'

// LabelDialog
export const changeTitle = (title: Said) => `Change “${title}”`
export const description = 'Description'
export const readersSeeItAboveTheListing = 'Readers see it above the listing.'
export const sort = 'Sort'
export const itsAddressChanges = (path: Said) => `Its address changes; ${path} redirects to the new one.`
export const partOfTheCategory = 'Part of the category'
export const noneItStandsByItself = 'none; it stands by itself'
export const theLastPartOfItsAddress = 'The last part of its address is changed on'
export const itsOwnPage = 'its own page'

// LabelPicks
export const theNamesOfLabels = 'The names of labels'
export const notTitle = (title: Said) => `Not ${title}`
export const chooseLabels = 'Choose labels'

// LabelRow
export const newNameOf = (title: Said) => `New name of ${title}`
export const noDraft = 'no draft'
export const unused = 'unused'
export const leadsToReplacement = (replacement: Said) => `Leads to “${replacement}”`
export const renameTitle = (title: Said) => `Rename ${title}`
export const changeOf = (title: Said) => `Change ${title}`
export const mergeTitle = (title: Said) => `Merge ${title}`
export const merge = 'Merge'

// labelWords
export const categories = 'Categories'
export const theyMakeATree = 'They make a tree: what a post is about.'
export const tags = 'Tags'
export const looseWords = 'Loose words that gather what has something in common.'
export const postsThatFollowOneAnother = 'Posts that follow one another, each with its part number.'

// labels
export const content = 'Content'
export const onlyUnused = 'Only unused'
export const makeALabel = 'Make a label'
export const make = 'Make'
export const noLabelIsLikeThis = 'No label is like this.'
export const thereAreNoLabelsYet = 'There are no labels yet. Make the first one.'
export const items = 'Items'
export const whatCanBeDone = 'What can be done'
export const labelsYieldgate = 'Labels · Yieldgate'
export const titleChangedSaid = (title: Said, said: Said) => `“${title}” changed. ${said}`
export const isMadeButNotLive = (title: Said) => `“${title}” is made. Readers see it once it is put live.`
