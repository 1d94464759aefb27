import type { KindDefinition } from './definition'
import { COMMON } from './fields'

export const banner: KindDefinition = {
  one: 'Banner',
  many: 'Banners',
  can: ['turning'],
  address: null,
  fields: [...COMMON, 'order', 'cover', 'target', 'lifetime'],
  fieldLabels: { title: 'Words on the banner', order: 'Place among the banners', summary: 'A few words more', cover: 'Picture' },
  starts: { lifetime: 'temporary' },
  route: 'reviewed',
}
