import { fingerprint } from '../../../core/content/content'
import { applyEdits } from '../../../core/content/edits'
import { replaceQuote, type Quote } from '../../../core/content/quote'
import { SUGGESTION_TAKEN } from '../../store/drafts'
import { addNotes, changeNote, noteById, type NoteInput, type NoteRow } from '../../store/notes'
import type { Reader, Tx } from '../../store/database'
import { readContent } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { addHead, type SaveResult } from '../writing/saving'
import { draftToChange, loadDraft, type LoadedDraft, seenDraft } from '../writing/loadedDraft'
import { writeFact, type Office } from '../office'
import { mustRead } from '../writing/reading'
import { found, refusal, Refusal } from '../refusal'

const placeOf = ({ item }: LoadedDraft) => ({ id: item.id, section: item.section_id })

/** Adds a note without any verdict. */
export async function addNote(office: Office, actor: Actor, draftId: string, input: NoteInput): Promise<void> {
  await office.store.write(async (tx) => {
    const loaded = await draftToChange(tx, draftId, (draft) => mustRead(tx, actor, placeOf(draft)))
    if (!input.text.trim() && input.suggestion === undefined) throw refusal('refused', 'note-missing', { to: 'write', at: 'text' })
    await addNotes(tx, loaded, { person: actor.id, at: office.now(), newId: office.newId, kind: 'note' }, [input])
    await writeFact(office, tx, actor.id, 'draft.noted', loaded.item.id, { draft: draftId, place: input.place })
  })
}

/** A note that begins a thread. */
async function loadNote(db: Reader, id: string): Promise<NoteRow> {
  const row = found(await noteById(db, id), 'note')
  if (row.answers !== null) throw refusal('refused', 'note-is-answer')
  return row
}

/** Returns a note; whoever may read the item may. */
export async function answerNote(office: Office, actor: Actor, noteId: string, text: string): Promise<void> {
  await office.store.write(async (tx) => {
    const row = await loadNote(tx, noteId)
    const loaded = await draftToChange(tx, row.draft_id, (draft) => mustRead(tx, actor, placeOf(draft)))
    const by = { person: actor.id, at: office.now(), newId: office.newId, kind: 'answer' as const, answers: noteId }
    await addNotes(tx, loaded, by, [{ text, place: row.place }])
    await writeFact(office, tx, actor.id, 'note.answered', loaded.item.id, { draft: row.draft_id, note: noteId })
  })
}

async function setResolved(office: Office, tx: Tx, actor: Actor, row: NoteRow, resolved: boolean): Promise<void> {
  await changeNote(tx, row.id, { resolved_at: resolved ? office.now() : null, resolved_by: resolved ? actor.id : null })
  await writeFact(office, tx, actor.id, resolved ? 'note.resolved' : 'note.reopened', row.item_id, { note: row.id })
}

/** Marks a note as dealt with, or open again: those who may write the item, and whoever wrote the note. */
export async function resolveNote(office: Office, actor: Actor, noteId: string, resolved: boolean): Promise<void> {
  await office.store.write(async (tx) => {
    const row = await loadNote(tx, noteId)
    const loaded = await loadDraft(tx, row.draft_id)
    if (row.person_id === actor.id) await mustRead(tx, actor, placeOf(loaded))
    else must(actor, 'item.write', loaded.item.section_id)
    await setResolved(office, tx, actor, row, resolved)
  })
}

/**
 * Puts the words that a note suggests in place of those it is about, as a version by the one who takes them, and marks the
 * note as dealt with. Two have then seen the words, so the one who suggested them may still clear the text.
 */
export async function takeSuggestion(office: Office, actor: Actor, noteId: string, seen: string | undefined): Promise<SaveResult> {
  return office.store.write(async (tx) => {
    const row = await loadNote(tx, noteId)
    const loaded = await seenDraft(tx, row.draft_id, seen, ({ item }) => must(actor, 'item.write', item.section_id), 'content')
    if (row.suggestion === null || row.quote === null) throw refusal('refused', 'no-suggestion')
    if (row.resolved_at) throw refusal('conflict', 'note-resolved')
    const { body } = await readContent(tx, loaded.manifest)
    const block = body.find(({ id }) => id === row.place)
    if (block?.kind === 'source') must(actor, 'item.source', loaded.item.section_id)
    const next = block && replaceQuote(block, JSON.parse(row.quote) as Quote, row.suggestion)
    if (!next) throw refusal('conflict', 'words-gone')
    const edited = applyEdits(loaded.item.kind, loaded.manifest, loaded.manifest, [{ op: 'replace', block: next }])
    if (!edited.ok) throw new Refusal('refused', edited.reasons)
    const { manifest, blocks } = edited.value
    const made = await addHead(office, tx, actor, loaded, manifest, blocks, 'save', SUGGESTION_TAKEN)
    await setResolved(office, tx, actor, row, true)
    return { version: made.id, number: made.number, fingerprint: fingerprint(manifest), at: made.at, review: made.review, merged: false }
  })
}
