import type { Done } from '../../../core/batch/action'
import { can } from '../../../core/kinds/kinds'
import { addEntry } from '../../../core/menu/arrange'
import { allEntries, mediaOfHref, menuItems, menuMedia, newEntry, type MenuEntry, type MenuPlace } from '../../../core/menu/entries'
import { draftById, itemsThat, type ItemRow } from '../../store/items'
import { manifestsOfVersions } from '../../store/versions'
import type { LiveSite } from '../../site/answer'
import { act } from '../listing/act'
import { must, type Actor } from '../people/access'
import type { Office } from '../office'
import { nameable } from '../media/media'
import { found, refusal, Refusal } from '../refusal'
import { readableItem } from '../writing/items'
import { readableSections } from '../reviewing/today'

/** A menu as it will be: of its draft where it has one, else of the site, else as it was last. */
export interface MenuFacts {
  item: string
  title: string
  place: MenuPlace
  onSite: ItemRow['on_site']
  draftState: ItemRow['draft_state']
  entries: number
  /** How many of its entries readers do not get, since what they lead to is not on the site. */
  leftOut: number
}

const MOST = 50

/** The menus that the person may read, by their names. */
export async function menus(office: Office, live: LiveSite, actor: Actor): Promise<MenuFacts[]> {
  const db = office.store.read
  const [rows, site] = await Promise.all([itemsThat(db, 'leading', readableSections(actor), MOST), office.site()])
  const manifests = await manifestsOfVersions(
    db,
    rows.map(({ version }) => version),
  )
  const facts = rows.map(async ({ id, version, on_site, draft_state }): Promise<MenuFacts> => {
    const { title = '', menuPlace = 'none', menuEntries = [] } = manifests.get(version)!.fields
    return {
      item: id,
      title,
      place: menuPlace,
      onSite: on_site,
      draftState: draft_state,
      entries: [...allEntries(menuEntries)].length,
      leftOut: site ? (await live.standing(site, menuEntries)).leftOut.length : 0,
    }
  })
  return (await Promise.all(facts)).sort((one, other) => one.title.localeCompare(other.title) || one.item.localeCompare(other.item))
}

/** Where some entries lead on the live site, and what of them is left out there. A file is named to those alone who may know its name. */
export async function standing(office: Office, live: LiveSite, actor: Actor, entries: MenuEntry[]) {
  const { targets, leftOut } = await live.standing(found(await office.site(), 'site'), entries)
  const known = await nameable(office, actor, menuMedia(entries))
  const mayKnow = (href: string) => {
    const media = mediaOfHref(href)
    return media === null || known.has(media)
  }
  return { targets: targets.filter(({ href }) => mayKnow(href)), leftOut }
}

/** Puts an item into a menu, after all other entries: a change in the draft of the menu. Refused where it stands there already. */
export async function putIntoMenu(office: Office, actor: Actor, menu: string, item: string): Promise<Done> {
  const db = office.store.read
  await readableItem(office, actor, item)
  const row = await readableItem(office, actor, menu)
  must(actor, 'item.write', row.section_id)
  if (!can(row.kind, 'leading')) throw refusal('refused', 'not-a-menu')
  const draft = row.draft_id ? await draftById(db, row.draft_id) : undefined
  const version = draft?.head_version ?? row.live_version
  const { menuEntries: from = [] } = version ? (await manifestsOfVersions(db, [version])).get(version)!.fields : {}
  if (menuItems(from).includes(item)) throw refusal('conflict', 'in-the-menu')
  const to = addEntry(from, newEntry(office.newId(), { is: 'link', href: `item:${item}`, below: 0 }), { is: 'end' })
  if (!to.ok) throw new Refusal('refused', to.reasons)
  return act(office, actor, { item: menu, draft: null }, { do: 'field', name: 'menuEntries', from, to: to.value })
}
