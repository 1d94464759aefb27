import * as common from '~~/core/words/office/common'
import * as members from '~~/core/words/office/members'
import * as say from '~~/core/words/office/frame'

/** The places of the office that exist, in the order of the bar. */
export const PLACES: { name: string; path: string; also: string }[] = [
  { name: say.today, path: '/office', also: say.alsoToday },
  { name: say.content, path: '/office/content', also: say.alsoContent },
  { name: say.calendar, path: '/office/calendar', also: say.alsoCalendar },
  { name: say.site, path: '/office/site', also: say.alsoSite },
  { name: members.readers, path: '/office/readers', also: members.alsoReaders },
  { name: say.checks, path: '/office/checks', also: say.alsoChecks },
  { name: common.people, path: '/office/people', also: say.alsoPeople },
]
