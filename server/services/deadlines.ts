import type { Tx } from '../store/database'
import { appendJournal } from '../store/journal'
import { lateReviews } from './afterwards'
import { fact, type Office } from './office'

interface Due {
  draft: string
  gate: string
  item: string
  due: string | null
}

/** Told of in one transaction at most, so that a save need not wait behind a whole Monday. */
const BATCH = 200

/** What still waits at its gate and has come to a moment of its deadline that was not told of yet. */
const DUE = (moment: 'remind_at' | 'due_at', told: 'reminded_at' | 'late_at') =>
  `SELECT w.draft_id AS draft, w.gate, d.item_id AS item, w.due_at AS due FROM gate_wait w JOIN draft d ON d.id = w.draft_id JOIN item i ON i.id = d.item_id
   WHERE w.${moment} <= $now AND w.${told} IS NULL AND d.review = 'in_review' AND d.closed_at IS NULL AND i.binned_at IS NULL ORDER BY w.${moment} LIMIT ${BATCH}`

async function tell(
  office: Office,
  moment: 'remind_at' | 'due_at',
  told: 'reminded_at' | 'late_at',
  action: 'gate.reminded' | 'gate.late',
): Promise<number> {
  const sql = DUE(moment, told)
  if (!(await office.store.read.one(sql, { now: office.now() }))) return 0
  return office.store.write(async (tx: Tx) => {
    const due = await tx.all<Due>(sql, { now: office.now() })
    for (const { draft, gate } of due) await tx.update('gate_wait', { draft_id: draft, gate }, { [told]: office.now() })
    await appendJournal(
      tx,
      due.map(({ item, ...data }) => fact(office, null, action, item, data)),
    )
    return due.length
  })
}

/** Reminds of what should be cleared soon, and tells of what should have been: each once. Answers how many there were. */
export async function keepDeadlines(office: Office): Promise<number> {
  return (
    (await tell(office, 'remind_at', 'reminded_at', 'gate.reminded')) +
    (await tell(office, 'due_at', 'late_at', 'gate.late')) +
    (await lateReviews(office))
  )
}
