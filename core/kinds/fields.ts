import type { FieldName } from '../content/fields'

/** The fields that every kind has. */
export const COMMON: readonly FieldName[] = ['title', 'summary', 'language']
/** Those of kinds with an address. */
export const ADDRESSED: readonly FieldName[] = ['pageTitle', 'segment', 'searchDescription', 'inSitemap', 'indexed']
/** Those of kinds whose page is shared. */
export const SHARED: readonly FieldName[] = ['sharingTitle', 'sharingText', 'sharingPicture']
