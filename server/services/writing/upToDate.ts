import { serviceReason } from '../../../core/words/serviceReasons'
import type { Block } from '../../../core/blocks/blocks'
import { safeBlock } from '../../../core/content/sanitise'
import type { Choices } from '../../../core/history/merge'
import type { Reader } from '../../store/database'
import { addAuthorsFrom, changeDraft } from '../../store/drafts'
import { baseOnSite } from '../../store/items'
import { commonAncestor, versionById, type VersionRow } from '../../store/versions'
import type { MergeSides } from '../../threads/tasks'
import { must, type Actor } from '../people/access'
import { addHead, type SaveResult } from './saving'
import { loadDraft, type LoadedDraft, seenDraft } from './loadedDraft'
import type { Office } from '../office'
import { found, refusal, Refusal } from '../refusal'
import { Written } from '../written'

interface Sides {
  base: VersionRow
  draft: VersionRow
  live: VersionRow
}

/** The three versions that bringing a draft up to date merges; `null` while it is not behind. */
async function sidesOf(db: Reader, { item, draft, head }: LoadedDraft): Promise<Sides | null> {
  const onSite = baseOnSite(item)
  if (!onSite || onSite === draft.base_version || draft.change !== 'content') return null
  const live = (await versionById(db, onSite))!
  // A draft that began before anything was live has no base: then it is the newest version that both lines come from.
  const base = (await versionById(db, draft.base_version ?? found(await commonAncestor(db, head.id, live.id), 'common-version')))!
  return { base, draft: head, live }
}

const manifestsOf = ({ base, draft, live }: Sides): MergeSides => ({ base: base.manifest, draft: draft.manifest, live: live.manifest })

/** What bringing a draft up to date would meet: `behind`, and where it is, each side with its content, and the places that both changed. */
export async function previewUpdate(office: Office, actor: Actor, draftId: string): Promise<Written> {
  const db = office.store.read
  const loaded = await loadDraft(db, draftId)
  must(actor, 'item.read', loaded.item.section_id)
  const sides = await sidesOf(db, loaded)
  if (!sides) return new Written(JSON.stringify({ behind: false, conflicts: [] }))
  const numbered = ({ id, number }: VersionRow) => ({ version: id, number })
  const { base, draft, live } = sides
  return new Written(
    await office.threads.run(actor.id, 'meeting', {
      ...manifestsOf(sides),
      about: { base: numbered(base), draft: numbered(draft), live: numbered(live) },
    }),
  )
}

/** Words of one's own for a place come in here as edits do there. */
const safeChoices = (choices: Record<string, 'a' | 'b' | { block: Block }>): Choices =>
  Object.fromEntries(
    Object.entries(choices).map(([place, choice]) => [place, typeof choice === 'object' ? { block: safeBlock(choice.block) } : choice]),
  )

/** So often it is begun anew when something else goes live while it is merged. */
const TRIES = 4

/**
 * Merges what is live into a draft that began from another version: `a` is the draft's side, `b` the live one. The
 * result is a version with two parents and the draft's new base; clearances stand only where what they cover is equal.
 * 409 with the places that both changed, until each has its choice.
 */
export async function bringUpToDate(
  office: Office,
  actor: Actor,
  draftId: string,
  seen: string | undefined,
  choices: Record<string, 'a' | 'b' | { block: Block }>,
): Promise<SaveResult> {
  const ready = async (db: Reader) => {
    const loaded = await seenDraft(db, draftId, seen, ({ item }) => must(actor, 'item.write', item.section_id), 'content')
    const sides = await sidesOf(db, loaded)
    if (!sides) throw refusal('conflict', 'not-behind')
    if (Object.values(choices).some((choice) => typeof choice === 'object' && choice.block.kind === 'source'))
      must(actor, 'item.source', loaded.item.section_id)
    return { loaded, sides }
  }
  const safe = safeChoices(choices)
  for (let tries = 0; tries < TRIES; tries++) {
    const { sides } = await ready(office.store.read)
    const merged = await office.threads.run(actor.id, 'merge', { ...manifestsOf(sides), choices: safe })
    const result = await office.store.write(async (tx) => {
      const now = await ready(tx)
      if (now.sides.base.id !== sides.base.id || now.sides.live.id !== sides.live.id) return null
      if (!merged.ok)
        throw new Refusal('changed-meanwhile', [serviceReason('changed-by-both', { places: merged.conflicts.length })], {
          conflicts: merged.conflicts,
          head: now.loaded.head.id,
        })
      const { live } = sides
      await addAuthorsFrom(tx, draftId, [live.id])
      const text = `Brought up to version ${live.number}`
      const made = await addHead(office, tx, actor, now.loaded, merged.manifest, merged.blocks, 'merge', text, live.id)
      await changeDraft(tx, draftId, { base_version: live.id })
      const { fingerprint } = (await versionById(tx, made.id))!
      return { version: made.id, number: made.number, fingerprint, at: made.at, review: made.review, merged: true }
    })
    if (result) return result
  }
  throw refusal('conflict', 'site-changes')
}
