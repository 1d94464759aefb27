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
  'went-live': 'went live',
  'rolled-back': 'went back to an earlier version',
  left: 'left the site',
} as const
export type CalendarWhat = keyof typeof CALENDAR_WORDS

/** What an entry does, or did: an edition that is live went so. */
export const calendarWords = ({ what, state }: { what: CalendarWhat; state: string }): string =>
  what === 'edition' && state === 'live' ? 'went live together' : CALENDAR_WORDS[what]
