import { compare, type Script } from '../../../core/history/compare'
import { dropVersionName, readContent, readManifest, setVersionName, versionById } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { readableItem } from './items'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { itemById } from '../../store/items'

/** The script from one version of an item to another. */
export async function compareVersions(office: Office, actor: Actor, from: string, to: string): Promise<Script> {
  const db = office.store.read
  const [one, other] = [found(await versionById(db, from), 'version'), found(await versionById(db, to), 'version')]
  if (one.item_id !== other.item_id) throw refusal('refused', 'other-item', { at: 'with' })
  await readableItem(office, actor, one.item_id)
  const [before, after] = await Promise.all([one, other].map(async (version) => readContent(db, await readManifest(db, version.manifest))))
  return compare(before!, after!)
}

/** Names a version that matters, or takes its name away; for the office alone, the version itself never changes. */
export async function nameVersion(office: Office, actor: Actor, id: string, name: string): Promise<void> {
  await office.store.write(async (tx) => {
    const version = found(await versionById(tx, id), 'version')
    const item = found(await itemById(tx, version.item_id), 'item')
    must(actor, 'item.write', item.section_id)
    if (name) await setVersionName(tx, id, name, actor.id, office.now())
    else await dropVersionName(tx, id)
    await writeFact(office, tx, actor.id, 'version.named', item.id, { version: id, number: version.number, name })
  })
}
