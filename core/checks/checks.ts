import { alternativeTexts } from './alternativeTexts'
import type { Check } from './check'
import { deadLinks } from './deadLinks'
import { headingOrder } from './headingOrder'
import { lifetimes } from './lifetimes'
import { pictureSizes } from './pictureSizes'
import { readingEase } from './readingEase'
import { searchDescription } from './searchDescription'
import { tableHeaders } from './tableHeaders'

/** Every check that a gate can ask for. A new one is a file of its own and a line here. */
export const CHECKS = {
  'alternative-texts': alternativeTexts,
  'dead-links': deadLinks,
  'search-description': searchDescription,
  'heading-order': headingOrder,
  'table-headers': tableHeaders,
  'reading-ease': readingEase,
  'picture-sizes': pictureSizes,
  lifetimes,
} as const satisfies Record<string, Check>
export type CheckName = keyof typeof CHECKS
export const CHECK_NAMES = Object.keys(CHECKS) as [CheckName, ...CheckName[]]
