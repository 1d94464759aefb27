import { freeSegment, makeSegment } from '../../../core/address/segment'
import { must, type Actor } from '../people/access'
import { writeFact, type Office } from '../office'
import { found } from '../refusal'
import { changeRights, type Changed } from '../people/rightsChange'
import { within } from '../within'
import { insertSection, listSections, sectionById, sectionPlaces, setSection, type SectionRow } from '../../store/sections'

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
    if (parent) found(await sectionById(tx, parent), 'section')
    const { segments, last } = await sectionPlaces(tx, site.id)
    const segment = freeSegment(makeSegment(name) || 'section', (word) => segments.includes(word))
    await insertSection(tx, { id, site_id: site.id, name, segment, parent_id: parent, position: last + 1 })
    await writeFact(office, tx, actor.id, 'section.added', null, { section: id, name, parent })
  })
  return id
}

/** Renames a section, or nests it elsewhere, which changes rights: those given for a section hold for what is below it from then on. */
export async function changeSection(
  office: Office,
  actor: Actor,
  id: string,
  { name, parent }: { name?: string | undefined; parent?: string | null | undefined },
): Promise<Changed> {
  must(actor, 'section.change', id)
  const section = found(actor.rights.sections.get(id), 'section')
  return office.store.write(async (tx) => {
    if (name !== undefined && name !== section.name) {
      await setSection(tx, id, { name })
      await writeFact(office, tx, actor.id, 'section.changed', null, { section: id, name })
    }
    if (parent === undefined || parent === section.parent) return { waits: null }
    return changeRights(within(office, tx), actor, { change: 'section', section: id, parent })
  })
}
