import { appendJournal } from '../../store/journal'
import { waitsDue, noteMomentTold, type Moment } from '../../store/waits'
import { lateReviews } from './afterwards'
import { fact, type Office, siteId } from '../office'

/** Told of in one transaction at most, so that a save need not wait behind a whole Monday. */
const BATCH = 200

const ACTION = { remind: 'gate.reminded', due: 'gate.late' } as const

async function tell(office: Office, moment: Moment): Promise<number> {
  if (!(await waitsDue(office.store.read, await siteId(office), moment, office.now(), 1)).length) return 0
  return office.store.write(async (tx) => {
    const due = await waitsDue(tx, await siteId(office), moment, office.now(), BATCH)
    for (const { draft, gate } of due) await noteMomentTold(tx, moment, draft, gate, office.now())
    await appendJournal(
      tx,
      await siteId(office),
      due.map(({ item, ...data }) => fact(office, null, ACTION[moment], item, data)),
    )
    return due.length
  })
}

/** Reminds of what should be cleared soon, and tells of what should have been: each once. Returns how many there were. */
export async function keepDeadlines(office: Office): Promise<number> {
  return (await tell(office, 'remind')) + (await tell(office, 'due')) + (await lateReviews(office))
}
