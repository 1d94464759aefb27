import type { KindDefinition } from './definition'
import { COMMON } from './fields'

export const settings: KindDefinition = {
  one: 'Site settings',
  many: 'Site settings',
  can: ['single'],
  address: null,
  fields: [...COMMON, 'footer', 'defaultCategory', 'embedOrigins', 'joining'],
  starts: {},
  route: 'open',
}
