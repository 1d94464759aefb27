import type { Quote } from '../../core/content/quote'
import type { Reader, Tx } from './database'
import type { Changes, Row } from './models'

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

export type NoteRow = Row<'note'>

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

export const changeNote = (tx: Tx, id: string, set: Changes<'note'>) => tx.update('note', { id }, set)

/** Resolves all open notes of a draft. */
export const resolveNotesOf = (tx: Tx, draft: string, by: string, at: string) =>
  tx.run('UPDATE note SET resolved_at = $at, resolved_by = $by WHERE draft_id = $draft AND resolved_at IS NULL', { at, by, draft })
