/** The places of the office that exist, in the order of the bar. */
export const PLACES: { name: string; path: string }[] = [
  { name: 'Today', path: '/office' },
  { name: 'Content', path: '/office/content' },
  { name: 'Calendar', path: '/office/calendar' },
  { name: 'Site', path: '/office/site' },
  { name: 'Checks', path: '/office/checks' },
  { name: 'People', path: '/office/people' },
]
