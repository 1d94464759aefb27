import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/frame'

/** The places of the office that exist, in the order of the bar. */
export const PLACES: { name: string; path: string }[] = [
  { name: say.today, path: '/office' },
  { name: say.content, path: '/office/content' },
  { name: say.calendar, path: '/office/calendar' },
  { name: say.site, path: '/office/site' },
  { name: say.checks, path: '/office/checks' },
  { name: common.people, path: '/office/people' },
]
