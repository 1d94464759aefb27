/** What the office says in the marks of states. */

// marks
export const notOnSite = 'Not on site'
export const withdrawn = 'Withdrawn'
export const inReview = 'In review'
export const scheduled = 'Scheduled'
export const held = 'Held'
