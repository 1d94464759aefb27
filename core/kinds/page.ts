import type { KindDefinition } from './definition'
import { ADDRESSED, COMMON, SHARED } from './fields'

export const page: KindDefinition = {
  one: 'Page',
  many: 'Pages',
  can: ['body', 'tree', 'pictured'],
  address: { in: 'tree' },
  fields: [
    ...COMMON,
    ...ADDRESSED,
    ...SHARED,
    'menuLabel',
    'parent',
    'order',
    'inMenus',
    'access',
    'cover',
    'labels',
    'byline',
    'commentsOpen',
  ],
  starts: { segment: '', inSitemap: true, indexed: true, parent: null, inMenus: true },
  route: 'reviewed',
}
