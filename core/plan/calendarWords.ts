/** What an entry of the calendar does, as the end of a sentence that its title begins. */
export const CALENDAR_WORDS = {
  'put-live': 'goes live',
  withdraw: 'leaves the site',
  window: 'shows',
  'carry-out': 'is carried out',
  restore: 'goes back',
  edition: 'goes live together',
  block: 'shows',
  embargo: 'embargo ends',
  'review-by': 'look at it again',
} as const
export type CalendarWhat = keyof typeof CALENDAR_WORDS
