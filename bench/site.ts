import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Block } from '../core/blocks/blocks'
import { startLogCopier } from '../server/jobs/logCopier'
import { actorFrom, type Actor } from '../server/services/people/access'
import { systemClock, type Clock } from '../server/services/clock'
import { openOffice, type Office } from '../server/services/office'
import { firstStart } from '../server/services/site/sites'
import { sections } from '../server/services/site/sections'
import { personById } from '../server/store/people'

export interface BenchSite {
  office: Office
  actor: Actor
  section: string
  folder: string
  /** Ends it; its folder stays. */
  end(): Promise<void>
  close(): Promise<void>
}

/** A new site on a folder of its own, with one person who may do everything. */
export async function benchSite(clock: Clock = systemClock): Promise<BenchSite> {
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-bench-'))
  const office = await openOffice(folder, clock)
  const stopCopying = startLogCopier(office)
  const person = await firstStart(office, {
    siteName: 'Bench',
    zone: 'Europe/Oslo',
    language: 'en',
    name: 'Maren Ostby',
    email: 'm@bench.example',
    password: 'quiet mornings at sea',
  })
  await office.settle()
  const actor = actorFrom((await personById(office.store.read, person))!, await office.rights())
  const end = async () => {
    await stopCopying()
    await office.close()
  }
  return {
    office,
    actor,
    section: (await sections(office))[0]!.id,
    folder,
    end,
    async close() {
      await end()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

const WORDS =
  'boat quay ramp tide fare crossing winter summer master mate engine rope light harbour island morning evening passenger bicycle timetable notice weather north wind fog'.split(
    ' ',
  )

/** A paragraph of plain words, the same for the same number. */
export function paragraph(id: string, seed: number, words = 60): Block {
  let state = seed * 2_654_435_761
  const text = Array.from({ length: words }, () => WORDS[(state = (state * 1_103_515_245 + 12_345) >>> 0) % WORDS.length]!).join(' ')
  return { id, kind: 'paragraph', text: [{ text }] }
}
