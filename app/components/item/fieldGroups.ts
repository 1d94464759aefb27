import { fieldsOf, type FieldName } from '~~/core/content/fields'
import { can, type Kind } from '~~/core/kinds/kinds'
import * as say from '~~/core/words/office/fields'

/** The groups of fields below the page, by what they are about. */
const GROUPS: { id: string; name: string; fields: FieldName[] }[] = [
  { id: 'about-address', name: say.addressAndMenu, fields: ['segment', 'parent', 'menuLabel', 'inMenus'] },
  {
    id: 'about-summary',
    name: say.summaryAndPicture,
    fields: ['summary', 'cover', 'target', 'footer', 'defaultCategory', 'embedOrigins', 'joining'],
  },
  { id: 'about-access', name: say.itsReaders, fields: ['access'] },
  {
    id: 'about-labels',
    name: say.labelsBylineAndDate,
    fields: [
      'labelType',
      'broader',
      'replacedBy',
      'noticeLevel',
      'bar',
      'lifetime',
      'labels',
      'seriesPart',
      'byline',
      'shownDate',
      'commentsOpen',
    ],
  },
  { id: 'about-search', name: say.searchAndSitemap, fields: ['pageTitle', 'searchDescription', 'inSitemap', 'indexed', 'language'] },
  { id: 'about-sharing', name: say.whenItIsShared, fields: ['sharingTitle', 'sharingText', 'sharingPicture'] },
]

/** A banner is one thing, looked at as a whole. */
const BANNER: typeof GROUPS = [{ id: 'about-summary', name: say.theBanner, fields: ['cover', 'summary', 'target', 'lifetime', 'language'] }]

/** A menu is its entries. */
const MENU: typeof GROUPS = [{ id: 'about-menu', name: say.theMenu, fields: ['menuPlace', 'menuEntries', 'language'] }]

/** The groups that a kind has, with its own fields only. */
export function groupsOf(kind: Kind): { id: string; name: string; fields: FieldName[] }[] {
  if (can(kind, 'turning')) return BANNER
  if (can(kind, 'leading')) return MENU
  const own = new Set(fieldsOf(kind))
  return GROUPS.map((group) => ({ ...group, fields: group.fields.filter((name) => own.has(name)) })).filter((group) => group.fields.length)
}
