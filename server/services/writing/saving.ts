import type { VersionCause } from '../../../core/history/causes'
import { makeSegment } from '../../../core/address/segment'
import { KINDS } from '../../../core/kinds/kinds'
import { applyEdits, conflictingBlocks, type Conflict, type Edit, type Saved } from '../../../core/content/edits'
import { blockText } from '../../../core/blocks/blocks'
import { fingerprint, type Manifest } from '../../../core/content/content'
import { personBehind } from '../../../core/access/rights'
import { apply, decideDraft } from '../../../core/flow/draft'
import type { Reader, Tx } from '../../store/database'
import { addAuthorsFrom, addDraftAuthors, changeDraft } from '../../store/drafts'
import { changeItem, type DraftRow, type ItemRow, syncItems } from '../../store/items'
import { readTexts } from '../../store/objects'
import { appendJournal, type JournalHead } from '../../store/journal'
import { addVersions, readBlocks, readContent, readManifest, versionById, type NewVersion, type VersionRow } from '../../store/versions'
import { perform } from '../../threads/tasks'
import { may, must, type Actor } from '../people/access'
import { draftToChange, headsOf, type LoadedDraft, seenDraft } from './loadedDraft'
import { fact, type Office, siteId } from '../office'
import { mustFit } from '../listing/pageSize'
import { mustNotLoop } from './parents'
import { refusal, Refusal } from '../refusal'
import { restoreWaits, takeWaits } from '../reviewing/waits'

/** Texts of so many characters that two changed are merged at once; longer ones in a thread. */
const AT_ONCE_CHARACTERS = 100_000

export interface SaveResult {
  version: string
  number: number
  fingerprint: string
  at: string
  review: DraftRow['review']
  /** Whether others' changes were merged in, so that the writer's screen should load them. */
  merged: boolean
}

/** Writes a new version at the head of a draft and tells the state machine. */
export async function addHead(
  office: Office,
  tx: Tx,
  actor: Actor,
  loaded: LoadedDraft & { journal: JournalHead },
  manifest: Manifest,
  blocks: NewVersion['blocks'],
  cause: VersionCause,
  text: string,
  mergeParent?: string,
): Promise<{ id: string; number: number; at: string; review: DraftRow['review'] }> {
  const { item, draft, head } = loaded
  await mustNotLoop(tx, item.id, loaded.manifest.fields.parent, manifest.fields.parent)
  const id = office.newId()
  const number = item.versions + 1
  const at = office.now()
  await addVersions(tx, [
    {
      id,
      item: item.id,
      draft: draft.id,
      number,
      parent: { id: head.id, manifestHash: head.manifest, manifest: loaded.manifest },
      mergeParent,
      author: actor.id,
      at,
      cause,
      note: text,
      manifest,
      blocks,
    },
  ])
  const heads = await headsOf(tx, loaded.wholeRoute, manifest)
  const decision = decideDraft(loaded.state, { do: 'edit', by: personBehind(actor.rights, actor.id), head: heads }, loaded.wholeRoute)
  if (!decision.ok) throw new Refusal('conflict', decision.reasons)
  const state = decision.value.reduce(apply, loaded.state)
  const lapsed = decision.value.some((event) => event.event === 'lapsed')
  const reinstated = decision.value.some((event) => event.event === 'reinstated')
  if (state.review !== draft.review)
    await changeDraft(tx, draft.id, { review: state.review, lapsed: state.lapsed ? JSON.stringify(state.lapsed) : null })
  if (!loaded.state.authors.includes(personBehind(actor.rights, actor.id)))
    await addDraftAuthors(tx, [{ draft_id: draft.id, person_id: actor.id }])
  const title = manifest.fields.title ?? ''
  if (!item.live_version && title !== item.title) await changeItem(tx, item.id, { title })
  const about = { draft: draft.id, version: id, number, cause, ...(lapsed ? { lapsed: true } : {}) }
  const facts = [fact(office, actor.id, 'draft.saved', item.id, about)]
  if (lapsed) facts.push(fact(office, actor.id, 'draft.lapsed', item.id, { draft: draft.id, version: id, waits: [] }))
  if (lapsed) await takeWaits(tx, draft.id)
  if (reinstated) {
    const waits = await restoreWaits(tx, draft)
    facts.push(fact(office, actor.id, 'draft.reinstated', item.id, { draft: draft.id, version: id, review: state.review, waits }))
  }
  await appendJournal(tx, await siteId(office), facts, loaded.journal)
  if (lapsed || state.review !== draft.review) await syncItems(tx, [item.id])
  return { id, number, at, review: state.review }
}

/** Both texts of each place that two people changed, for the person to choose. */
async function describeConflicts(db: Reader, conflicts: Conflict[], edits: Edit[], head: Manifest): Promise<object[]> {
  const content = await readContent(db, head)
  return conflicts.map(({ at }) =>
    'field' in at
      ? {
          field: at.field,
          theirs: head.fields[at.field as keyof Manifest['fields']] ?? null,
          mine: edits.findLast((edit) => edit.op === 'field' && edit.name === at.field),
        }
      : {
          block: at.block,
          theirs: content.body.find((block) => block.id === at.block) ?? null,
          mine: edits.findLast((edit) => 'block' in edit && edit.block.id === at.block) ?? null,
        },
  )
}

/** Edits, and the version that they were made on. */
interface Edited {
  base: string
  edits: Edit[]
}

/** A version of the draft's item that edits were made on, with its manifest. */
async function baseOf(db: Reader, { item, head, manifest }: LoadedDraft, id: string): Promise<{ row: VersionRow; manifest: Manifest }> {
  if (id === head.id) return { row: head, manifest }
  const row = await versionById(db, id)
  if (!row || row.item_id !== item.id) throw refusal('refused', 'base-unknown', { at: 'base' })
  return { row, manifest: await readManifest(db, row.manifest) }
}

/** Writes the text that lost where two changed one place as a version beside the draft's line, so that it can be found again. */
async function keepAside(
  office: Office,
  tx: Tx,
  actor: Actor,
  loaded: LoadedDraft,
  aside: Edited,
): Promise<{ id: string; number: number }> {
  const base = await baseOf(tx, loaded, aside.base)
  const made = applyEdits(loaded.item.kind, base.manifest, base.manifest, aside.edits)
  if (!made.ok) throw new Refusal('refused', made.reasons)
  await mustStillFit(tx, made.value)
  const [id, number] = [office.newId(), loaded.item.versions + 1]
  await addVersions(tx, [
    {
      id,
      item: loaded.item.id,
      draft: loaded.draft.id,
      number,
      parent: { id: base.row.id, manifestHash: base.row.manifest, manifest: base.manifest },
      author: actor.id,
      at: office.now(),
      cause: 'autosave',
      note: 'Not taken: others changed the same places',
      ...made.value,
    },
  ])
  return { id, number }
}

/**
 * Saves edits made on a base version, merging with what others saved since. Returns the new head; the same head when
 * nothing changed. 409 with both texts when the same words were changed by someone else: then nothing is saved. `aside` is
 * one's own text that was given up for theirs: it is kept as a version of its own, which the new head names as merged.
 * `from` names drafts and versions that blocks of the edits were copied from: who wrote there is an author here.
 */
export async function saveEdits(
  office: Office,
  actor: Actor,
  draftId: string,
  input: Edited & { named?: boolean | undefined; note?: string | undefined; aside?: Edited | undefined; from?: string[] | undefined },
): Promise<SaveResult> {
  return office.store.write(async (tx) => {
    const loaded = await draftToChange(tx, draftId, (whole) => must(actor, 'item.write', whole.item.section_id), 'content')
    const { item, draft, head, manifest } = loaded
    if ([...input.edits, ...(input.aside?.edits ?? [])].some((edit) => 'block' in edit && edit.block.kind === 'source'))
      must(actor, 'item.source', item.section_id)
    const base = await baseOf(tx, loaded, input.base)
    const edits = followTitle(item, manifest, input.edits)
    const blocks = await readBlocks(tx, conflictingBlocks(base.manifest, manifest, edits))
    const laid = { kind: item.kind, base: base.manifest, head: manifest, edits, blocks }
    const long = [...blocks.values()].reduce((sum, block) => sum + blockText(block).length, 0) > AT_ONCE_CHARACTERS
    const result = await (long ? office.threads.runAtOnce('edits', laid) : perform(tx, 'edits', laid))
    if (!result.ok) {
      if ('conflicts' in result)
        throw new Refusal('changed-meanwhile', result.reasons, {
          conflicts: await describeConflicts(tx, result.conflicts, edits, manifest),
          head: head.id,
        })
      throw new Refusal('refused', result.reasons)
    }
    await mustStillFit(tx, result.value)
    const merged = base.row.id !== head.id
    if (input.from?.length) await addAuthorsFrom(tx, draft.id, input.from)
    const aside = input.aside && (await keepAside(office, tx, actor, loaded, input.aside))
    if (fingerprint(result.value.manifest) === head.fingerprint && !input.named && !aside)
      return { version: head.id, number: head.number, fingerprint: head.fingerprint, at: head.at, review: draft.review, merged }
    const made = await addHead(
      office,
      tx,
      actor,
      aside ? { ...loaded, item: { ...item, versions: aside.number } } : loaded,
      result.value.manifest,
      result.value.blocks,
      input.named ? 'save' : 'autosave',
      input.note ?? '',
      aside?.id,
    )
    return {
      version: made.id,
      number: made.number,
      fingerprint: fingerprint(result.value.manifest),
      at: made.at,
      review: made.review,
      merged,
    }
  })
}

/** Refuses a page that has grown too long; what is on the writer's screen is kept there. */
async function mustStillFit(tx: Tx, { manifest, blocks }: Saved): Promise<void> {
  if (!blocks.size) return
  const stored = await readTexts(
    tx,
    manifest.body.flatMap(([, hash]) => (blocks.has(hash) ? [] : hash)),
  )
  mustFit([...stored.values(), ...[...blocks.values()].map(({ bytes }) => bytes)])
}

/** While an item was never live and its segment is still the one made from its title, the segment follows the title. */
function followTitle(item: ItemRow, head: Manifest, edits: Edit[]): Edit[] {
  const title = edits.findLast((edit) => edit.op === 'field' && edit.name === 'title')
  if (item.on_site !== 'none' || !(KINDS[item.kind].address !== null) || title?.op !== 'field' || typeof title.value !== 'string')
    return edits
  if (edits.some((edit) => edit.op === 'field' && edit.name === 'segment')) return edits
  const now = head.fields.segment ?? ''
  const made = makeSegment(head.fields.title ?? '')
  return now === '' || now === made ? [...edits, { op: 'field', name: 'segment', value: makeSegment(title.value) }] : edits
}

/** Throws a refusal where a content brings source blocks that the draft has not, to someone who may not write any. */
async function mustMaySource(db: Reader, actor: Actor, { item, manifest }: LoadedDraft, next: Manifest): Promise<void> {
  if (may(actor, 'item.source', item.section_id)) return
  const known = new Set(manifest.body.map(([, hash]) => hash))
  const blocks = await readBlocks(
    db,
    next.body.flatMap(([, hash]) => (known.has(hash) ? [] : hash)),
  )
  if ([...blocks.values()].some(({ kind }) => kind === 'source')) must(actor, 'item.source', item.section_id)
}

/** Makes an earlier version of the item the draft's newest; what was there stays in the history. */
export async function restoreVersion(
  office: Office,
  actor: Actor,
  draftId: string,
  versionId: string,
  seen: string | undefined,
): Promise<SaveResult> {
  return office.store.write(async (tx) => {
    const loaded = await seenDraft(tx, draftId, seen, ({ item }) => must(actor, 'item.write', item.section_id), 'content')
    const version = await versionById(tx, versionId)
    if (!version || version.item_id !== loaded.item.id) throw refusal('unknown', 'unknown', { what: 'version-of-item' })
    const manifest = await readManifest(tx, version.manifest)
    await mustMaySource(tx, actor, loaded, manifest)
    await addAuthorsFrom(tx, draftId, [version.id])
    const made = await addHead(office, tx, actor, loaded, manifest, new Map(), 'restore', `Version ${version.number} restored`)
    return { version: made.id, number: made.number, fingerprint: version.fingerprint, at: made.at, review: made.review, merged: false }
  })
}
