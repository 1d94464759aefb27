import type { KindDefinition } from './definition'
import { ADDRESSED, COMMON, SHARED } from './fields'

export const author: KindDefinition = {
  one: 'Author profile',
  many: 'Author profiles',
  can: ['body', 'profile'],
  address: { below: 'people' },
  fields: [...COMMON, ...ADDRESSED, ...SHARED, 'cover'],
  starts: { segment: '', inSitemap: true, indexed: true },
  route: 'open',
}
