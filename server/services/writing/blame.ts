import { blame as blameLine } from '../../../core/history/blame'
import type { Actor } from '../people/access'
import { readableItem } from './items'
import type { Office } from '../office'
import { found } from '../refusal'
import { lineTo, readManifests, versionById, versionsByIds } from '../../store/versions'

export interface BlameLine {
  version: string
  number: number
  author: string
  at: string
}

/** Who last changed each block and field of a version, along the line of versions that leads to it. */
export async function blame(
  office: Office,
  actor: Actor,
  versionId: string,
): Promise<{ blocks: Record<string, BlameLine>; fields: Record<string, BlameLine> }> {
  const db = office.store.read
  const version = found(await versionById(db, versionId), 'version')
  await readableItem(office, actor, version.item_id)
  const line = await lineTo(db, versionId)
  const rows = new Map((await versionsByIds(db, line)).map((row) => [row.id, row]))
  const manifests = await readManifests(
    db,
    [...rows.values()].map((row) => row.manifest),
  )
  const told = blameLine(line.map((id) => ({ id, manifest: manifests.get(rows.get(id)!.manifest)! })))
  const name = (id: string): BlameLine => {
    const row = rows.get(id)!
    return { version: id, number: row.number, author: actor.rights.people.get(row.author_id)?.name ?? '', at: row.at }
  }
  const named = (changes: Map<string, string>) => Object.fromEntries([...changes].map(([place, id]) => [place, name(id)]))
  return { blocks: named(told.blocks), fields: named(told.fields) }
}
