/** What the office says in the editor of running text. */

// ListEditor
export const list = 'List'

// RichText
export const leadsToSomethingNotOnTheSite = 'Leads to something that is not on the site yet'

// SourceFrame
export const whatASourceBlockShows = 'What a source block shows'

// blockClipboard
export const notBlocks = 'Not blocks'
