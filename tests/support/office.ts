import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { actorFrom, type Actor } from '../../server/services/people/access'
import { openOffice, type Office } from '../../server/services/office'
import { sections } from '../../server/services/site/sections'
import { firstStart } from '../../server/services/site/sites'
import { personById } from '../../server/store/people'

export interface FoundedOffice {
  office: Office
  /** Where its data lie. */
  folder: string
  /** Its first steward, who may do everything. */
  founder: Actor
  /** Its first section. */
  section: string
  /** Someone with the rights of this moment. */
  actor(id: string): Promise<Actor>
  /** Closes it and removes its data. */
  end(): Promise<void>
}

/** An office of its own for a file of tests, just begun, with a clock that they set. */
export async function foundOffice(now: () => Date): Promise<FoundedOffice> {
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-office-'))
  const office = await openOffice(folder, { now }, { durable: false })
  const id = await firstStart(office, {
    siteName: 'Larkholm Ferries',
    zone: 'Europe/Oslo',
    language: 'en',
    name: 'Maren Ostby',
    email: 'maren@larkholm.example',
    password: 'quiet mornings at sea',
  })
  await office.settle()
  const actor = async (person: string) => actorFrom((await personById(office.store.read, person))!, await office.rights())
  return {
    office,
    folder,
    founder: await actor(id),
    section: (await sections(office))[0]!.id,
    actor,
    async end() {
      await office.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
