import type { KindDefinition } from './definition'
import { ADDRESSED, COMMON, SHARED } from './fields'

export const notice: KindDefinition = {
  one: 'Notice',
  many: 'Notices',
  can: ['body', 'dated', 'level'],
  address: { below: 'notices' },
  listing: { path: '/notices', words: 'notices' },
  fields: [...COMMON, ...ADDRESSED, ...SHARED, 'labels', 'shownDate', 'noticeLevel', 'bar', 'lifetime', 'access'],
  starts: { segment: '', inSitemap: true, indexed: true, noticeLevel: 'information' },
  route: 'reviewed',
}
