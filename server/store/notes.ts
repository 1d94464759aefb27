import type { Quote } from '../../core/content/quote'
import type { Reader, Tx } from './database'

export interface NoteInput {
  text: string
  /** A block's id or `field:<name>`; `null` for the whole. */
  place: string | null
  /** The words of the block that it is about. */
  quote?: Quote | undefined
  /** Words in place of the quoted ones. */
  suggestion?: string | undefined
}

/** What a note says in one line; one without words of its own says what it suggests. */
export const noteWords = ({ text, suggestion }: { text: string; suggestion?: string | null | undefined }): string =>
  text.trim() ||
  (suggestion === null || suggestion === undefined ? '' : suggestion ? `Suggests: ${suggestion}` : 'Suggests leaving words out')

export interface NoteRow {
  id: string
  item_id: string
  draft_id: string
  version_id: string
  place: string | null
  kind: 'return' | 'note' | 'answer'
  person_id: string
  at: string
  text: string
  quote: string | null
  suggestion: string | null
  /** The note that an answer belongs to. */
  answers: string | null
  resolved_at: string | null
  resolved_by: string | null
}

/** Writes notes at a draft's newest version; those without words or a suggestion are left out. */
export const addNotes = (
  tx: Tx,
  { item, draft, head }: { item: { id: string }; draft: { id: string }; head: { id: string } },
  by: { person: string; at: string; newId: () => string; kind: NoteRow['kind']; answers?: string },
  notes: readonly NoteInput[],
): Promise<void> =>
  tx.insert(
    'note',
    notes
      .filter(({ text, suggestion }) => text.trim() || suggestion !== undefined)
      .map(({ text, place, quote, suggestion }) => ({
        id: by.newId(),
        item_id: item.id,
        draft_id: draft.id,
        version_id: head.id,
        place,
        kind: by.kind,
        person_id: by.person,
        at: by.at,
        text: text.trim(),
        quote: quote ? JSON.stringify(quote) : null,
        suggestion: suggestion ?? null,
        answers: by.answers ?? null,
      })),
  )

export const noteById = (db: Reader, id: string) => db.one<NoteRow>('SELECT * FROM note WHERE id = $id', { id })

/** The notes of a draft, each with its answers, oldest first. */
export async function notesOf(db: Reader, draft: string) {
  const rows = await db.all<NoteRow & { name: string; number: number }>(
    'SELECT n.*, p.name, v.number FROM note n JOIN person p ON p.id = n.person_id JOIN version v ON v.id = n.version_id WHERE n.draft_id = $draft ORDER BY n.at, n.id LIMIT 1000',
    { draft },
  )
  return rows
    .filter((row) => row.answers === null)
    .map(({ id, place, kind, name, at, text, quote, suggestion, resolved_at, number }) => ({
      id,
      place,
      kind,
      name,
      at,
      text,
      quote: quote === null ? null : (JSON.parse(quote) as Quote),
      suggestion,
      number,
      resolved: resolved_at !== null,
      answers: rows.filter((row) => row.answers === id).map((row) => ({ id: row.id, name: row.name, at: row.at, text: row.text })),
    }))
}
