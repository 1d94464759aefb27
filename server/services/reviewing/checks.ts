import { CHECKS } from '../../../core/checks/checks'
import { contentRefs, manifestMedia } from '../../../core/content/content'
import type { Gate } from '../../../core/flow/route'
import type { Reason } from '../../../core/outcome'
import type { Reader } from '../../store/database'
import { liveByIds } from '../../store/live'
import { readContent } from '../../store/versions'
import type { LoadedDraft } from '../writing/loadedDraft'
import { mediaViews } from '../media/media'

/** A check that a gate asks for, with what it finds in the draft now. */
export interface CheckResult {
  name: string
  words: string
  must: boolean
  found: Reason[]
}

/** What the checks of gates find in a draft, by gate. */
export async function checksAt(db: Reader, { item, manifest }: LoadedDraft, gates: readonly Gate[]): Promise<Map<string, CheckResult[]>> {
  const asked = gates.filter((gate) => gate.checks?.length)
  if (!asked.length) return new Map()
  const content = await readContent(db, manifest)
  const [live, media] = await Promise.all([
    liveByIds(db, item.site_id, contentRefs(content)),
    mediaViews(db, item.site_id, manifestMedia(manifest)),
  ])
  const known = new Set(live.map((entry) => entry.item))
  const context = { kind: item.kind, live: (id: string) => known.has(id), media: (id: string) => media.get(id), language: item.language }
  return new Map(
    asked.map((gate) => [
      gate.id,
      gate.checks!.map(({ name, must }) => ({ name, words: CHECKS[name].words, must, found: CHECKS[name].find(content, context) })),
    ]),
  )
}
