import type { Block } from '../../core/content/blocks'
import { manifestOf, type Content } from '../../core/content/content'
import { safeBlock } from '../../core/content/sanitise'
import { merge, type Choices, type Disagreement } from '../../core/history/merge'
import type { Reader } from '../store/database'
import { addAuthorsFrom } from '../store/drafts'
import { baseOnSite } from '../store/items'
import { bytesOf, readContent, readManifest, versionById, type VersionRow } from '../store/versions'
import { must, type Actor } from './access'
import { addHead, type SaveResult } from './drafts'
import { loadDraft, mustBeContent, mustBeOpen, mustMatch, type LoadedDraft } from './loadedDraft'
import type { Office } from './office'
import { found, refusal, Refusal } from './refusal'

interface Sides {
  base: { version: VersionRow; content: Content }
  draft: Content
  live: { version: VersionRow; content: Content }
}

/** The three contents that bringing a draft up to date merges; `null` while it is not behind. */
async function sidesOf(db: Reader, { item, draft, manifest, head }: LoadedDraft): Promise<Sides | null> {
  const onSite = baseOnSite(item)
  if (!onSite || onSite === draft.base_version || draft.change !== 'content') return null
  const contentOf = async (version: VersionRow) => readContent(db, await readManifest(db, version.manifest))
  const live = (await versionById(db, onSite))!
  // A draft that began before anything was live has no base: then it is the newest version that both lines come from.
  const base = (await versionById(db, draft.base_version ?? (await commonAncestor(db, head.id, live.id))))!
  return {
    base: { version: base, content: await contentOf(base) },
    draft: await readContent(db, manifest),
    live: { version: live, content: await contentOf(live) },
  }
}

async function commonAncestor(db: Reader, one: string, other: string): Promise<string> {
  const line = (from: string) =>
    `WITH RECURSIVE line (id, parent_id, merge_parent_id, number) AS (SELECT id, parent_id, merge_parent_id, number FROM version WHERE id = ${from}
       UNION SELECT v.id, v.parent_id, v.merge_parent_id, v.number FROM line JOIN version v ON v.id IN (line.parent_id, line.merge_parent_id))
     SELECT id, number FROM line`
  const row = await db.one<{ id: string }>(
    `SELECT id FROM (${line('$one')}) WHERE id IN (SELECT id FROM (${line('$other')})) ORDER BY number DESC LIMIT 1`,
    { one, other },
  )
  return found(row, 'common version').id
}

export interface UpdatePreview {
  behind: boolean
  base?: { version: string; number: number; content: Content }
  draft?: { version: string; number: number; content: Content }
  live?: { version: string; number: number; content: Content }
  conflicts: Disagreement[]
}

/** What bringing a draft up to date would meet. */
export async function previewUpdate(office: Office, actor: Actor, draftId: string): Promise<UpdatePreview> {
  const db = office.store.read
  const loaded = await loadDraft(db, draftId)
  must(actor, 'item.read', loaded.item.section_id)
  const sides = await sidesOf(db, loaded)
  if (!sides) return { behind: false, conflicts: [] }
  const merged = merge(sides.base.content, sides.draft, sides.live.content)
  const side = (version: VersionRow, content: Content) => ({ version: version.id, number: version.number, content })
  return {
    behind: true,
    base: side(sides.base.version, sides.base.content),
    draft: side(loaded.head, sides.draft),
    live: side(sides.live.version, sides.live.content),
    conflicts: merged.ok ? [] : merged.conflicts,
  }
}

/** Words of one's own for a place come in here as edits do there. */
const safeChoices = (choices: Record<string, 'a' | 'b' | { block: Block }>): Choices =>
  Object.fromEntries(
    Object.entries(choices).map(([place, choice]) => [place, typeof choice === 'object' ? { block: safeBlock(choice.block) } : choice]),
  )

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
  return office.store.write(async (tx) => {
    const loaded = await loadDraft(tx, draftId)
    must(actor, 'item.write', loaded.item.section_id)
    mustBeContent(loaded)
    mustBeOpen(loaded)
    mustMatch(loaded, seen)
    const sides = await sidesOf(tx, loaded)
    if (!sides) throw refusal('conflict', 'not-behind', 'The draft is based on what is live')
    if (Object.values(choices).some((choice) => typeof choice === 'object' && choice.block.kind === 'source'))
      must(actor, 'item.source', loaded.item.section_id)
    const merged = merge(sides.base.content, sides.draft, sides.live.content, safeChoices(choices))
    if (!merged.ok)
      throw new Refusal(
        'changed-meanwhile',
        [{ code: 'changed-by-both', detail: `${merged.conflicts.length} places were changed in the draft and on the site` }],
        {
          conflicts: merged.conflicts,
          head: loaded.head.id,
        },
      )
    const { version } = sides.live
    await addAuthorsFrom(tx, draftId, [version.id])
    const made = await addHead(
      office,
      tx,
      actor,
      loaded,
      manifestOf(merged.content),
      bytesOf(merged.content),
      'merge',
      `Brought up to version ${version.number}`,
      version.id,
    )
    await tx.update('draft', { id: draftId }, { base_version: version.id })
    const { fingerprint } = (await versionById(tx, made.id))!
    return { version: made.id, number: made.number, fingerprint, at: made.at, review: made.review, merged: true }
  })
}
