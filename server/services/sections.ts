import { raises } from '../../core/access/change'
import { freeSegment, makeSegment } from '../../core/address/segment'
import { wouldLoop } from '../../core/tree/menu'
import { loadRights } from '../store/people'
import { listSections, type SectionRow } from '../store/sites'
import { must, type Actor } from './access'
import { note, type Office } from './office'
import { found, refusal } from './refusal'

export async function sections(office: Office): Promise<SectionRow[]> {
  const site = await office.site()
  return site ? listSections(office.store.read, site.id) : []
}

/** Makes a section under a parent (`null`: at the top); answers its id. */
export async function addSection(office: Office, actor: Actor, name: string, parent: string | null): Promise<string> {
  must(actor, 'section.change', parent)
  const site = found(await office.site(), 'site')
  const id = office.newId()
  await office.store.write(async (tx) => {
    if (parent) found(await tx.one('SELECT 1 FROM section WHERE id = $parent', { parent }), 'section')
    const last = await tx.one<{ position: number }>('SELECT coalesce(max(position), 0) AS position FROM section')
    const taken = new Set((await tx.all<{ segment: string }>('SELECT segment FROM section')).map((row) => row.segment))
    const segment = freeSegment(makeSegment(name) || 'section', (word) => taken.has(word))
    await tx.insert('section', [{ id, site_id: site.id, name, segment, parent_id: parent, position: last!.position + 1 }])
    await note(office, tx, actor.id, 'section.added', null, { section: id, name, parent })
  })
  return id
}

/** Renames a section or nests it elsewhere; rights given for a section hold for what is below it from then on. */
export async function changeSection(
  office: Office,
  actor: Actor,
  id: string,
  change: { name?: string | undefined; parent?: string | null | undefined },
): Promise<void> {
  must(actor, 'section.change', id)
  if (change.parent !== undefined) must(actor, 'section.change', change.parent)
  await office.store.write(async (tx) => {
    const rows = await tx.all<{ id: string; name: string; parent_id: string | null }>('SELECT id, name, parent_id FROM section')
    const section = found(
      rows.find((row) => row.id === id),
      'section',
    )
    const parent = change.parent === undefined ? section.parent_id : change.parent
    if (parent)
      found(
        rows.find((row) => row.id === parent),
        'section',
      )
    if (wouldLoop(new Map(rows.map((row) => [row.id, row.parent_id])), id, parent))
      throw refusal('refused', 'section-loop', 'A section cannot be placed below itself', 'parent')
    const before = await loadRights(tx)
    await tx.update('section', { id }, { name: change.name ?? section.name, parent_id: parent })
    // Rights go down the tree: a section moved below others takes theirs on.
    if (parent !== section.parent_id && raises(before, await loadRights(tx), actor.id))
      throw refusal('refused', 'own-rights', 'This would raise your own rights; another steward can do it', 'parent')
    await note(office, tx, actor.id, 'section.changed', null, { section: id, ...change })
  })
}
