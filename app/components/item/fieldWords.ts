import { FIELDS, type FieldName, type PictureValue } from '~~/core/content/fields'
import type { Access } from '~~/core/members/access'
import type { Joining } from '~~/core/members/member'
import type { MenuEntry, MenuPlace } from '~~/core/menu/entries'
import { accessInWords } from '~/composables/readersAccess'
import { menuInWords } from '~/components/menu/menuWords'
import type { Refs } from '~~/core/render/text'
import * as say from '~~/core/words/office/fields'
import { standsAt } from '~~/core/words/office/menus'

/** A field's value in words, for comparing and choosing; empty for none. */
export function fieldWords(name: FieldName, value: unknown, refs: Refs): string {
  if (value === undefined || value === null) return ''
  if (typeof value === 'boolean') return value ? say.yes : say.no
  const { input } = FIELDS[name] ?? { input: 'line' }
  const title = (id: string) => refs.items.get(id)?.title ?? say.anItemNotOnTheSite
  if (input === 'place') return say.asItWasMoved
  if (input === 'item') return title(String(value))
  if (input === 'link') return String(value).startsWith('item:') ? title(String(value).slice(5, 41)) : String(value)
  if (input === 'access') return accessInWords(value as Access)
  if (name === 'joining') return { closed: say.nobodyJoins, invited: say.theInvitedJoin, open: say.anyoneJoins }[value as Joining]
  if (name === 'menuPlace') return standsAt[value as MenuPlace]
  if (input === 'entries') return menuInWords(value as MenuEntry[], (href) => (href.startsWith('item:') ? title(href.slice(5, 41)) : href))
  if (input === 'items') return (value as string[]).map(title).join(', ')
  if (input === 'picture')
    return (value as PictureValue).decorative ? say.aDecorativePicture : say.aPicture((value as PictureValue).alt || say.noAlternativeText)
  return Array.isArray(value) ? value.join(', ') : String(value)
}
