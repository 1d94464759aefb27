import type { KindDefinition } from './definition'
import { ADDRESSED, COMMON } from './fields'

/** The sorts of label; each has a listing on the live site under its own first address segment. */
export const LABEL_TYPES = ['category', 'tag', 'series'] as const
export type LabelType = (typeof LABEL_TYPES)[number]

export const label: KindDefinition = {
  one: 'Label',
  many: 'Labels',
  can: ['sorting'],
  address: { below: { category: 'categories', tag: 'tags', series: 'series' } },
  fields: [...COMMON, ...ADDRESSED, 'labelType', 'broader', 'replacedBy'],
  starts: { segment: '', inSitemap: true, indexed: true, labelType: 'tag' },
  route: 'open',
}
