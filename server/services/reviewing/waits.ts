import { newFact, type DataOf, type STEPS } from '../../../core/journal/actions'
import { openGates, type DraftState } from '../../../core/flow/draft'
import { gatesOf, type Deadline, type Route } from '../../../core/flow/route'
import { afterWorking } from '../../../core/time/workingHours'
import { listCalendars, type WorkCalendar } from '../../store/calendars'
import type { Tx } from '../../store/database'
import type { Row } from '../../store/models'
import type { DraftRow } from '../../store/items'
import { appendJournal } from '../../store/journal'
import { siteId, type Office } from '../office'
import { keepWaits, dropWaits, addWaits, dropWaitsBut } from '../../store/waits'
import { changeDraft } from '../../store/drafts'

/** The gates at which a draft waits. The journal says it with each step that changes it, which the figures of the flow are made from. */
export const waitingAt = (route: Route, state: DraftState): string[] =>
  state.review === 'in_review' ? openGates(route, state).map((gate) => gate.id) : []

/** The instants of a deadline that begins to run at one; `null` where its calendar is gone or has no such time. */
export function dueAt(
  calendars: readonly WorkCalendar[],
  from: string,
  { calendar, hours, remind }: Pick<Deadline, 'calendar' | 'hours' | 'remind'>,
) {
  const found = calendars.find(({ id }) => id === calendar)
  if (!found) return { due: null, reminder: null }
  return {
    due: afterWorking(from, hours * 60, found),
    reminder: remind > 0 && remind < hours ? afterWorking(from, (hours - remind) * 60, found) : null,
  }
}

/** Takes what waits at gates for a draft away, and keeps it for the case that the draft is given back. */
export async function takeWaits(tx: Tx, draft: string): Promise<void> {
  await keepWaits(tx, draft)
  await dropWaits(tx, draft)
}

/** Lets what was taken wait on as it did: since then, until then, for those whom it was handed to. Returns the gates. */
export async function restoreWaits(tx: Tx, draft: Pick<DraftRow, 'id' | 'kept_waits'>, gates?: readonly string[]): Promise<string[]> {
  const kept = (JSON.parse(draft.kept_waits ?? '[]') as Omit<Row<'gate_wait'>, 'draft_id'>[]).filter(
    ({ gate }) => !gates || gates.includes(gate),
  )
  await addWaits(
    tx,
    kept.map((row) => ({ draft_id: draft.id, ...row })),
  )
  await changeDraft(tx, draft.id, { kept_waits: null })
  return kept.map(({ gate }) => gate)
}

/** What happened in the life of a draft, as the journal tells it. */
export type Step = {
  person: string | null
  item: string
  draft: string
  /** Whether that is what its gates wait for now; the deadlines of those that are new begin to run. */
  waits: string[]
} & { [A in StepAction]: { action: A } & WithData<A> }[StepAction]
type StepAction = (typeof STEPS)[number] | 'draft.cleared' | 'draft.handed'
/** What a step says beside its draft and what its gates wait for. */
type More<A extends StepAction> = Omit<NonNullable<DataOf<A>>, 'draft' | 'waits'>
type WithData<A extends StepAction> = object extends More<A> ? { data?: More<A> } : { data: More<A> }

/** Writes a step of a draft: in the journal, and what waits at which gate since when and until when. */
export async function noteStep(office: Office, tx: Tx, route: Route, { person, action, item, draft, waits, data }: Step): Promise<void> {
  const at = office.now()
  await appendJournal(tx, await siteId(office), [newFact(at, person, action, item, { draft, ...data, waits })])
  await dropWaitsBut(tx, draft, waits)
  if (!waits.length) return
  const gates = gatesOf(route).filter(({ id }) => waits.includes(id))
  const calendars = gates.some((gate) => gate.deadline) ? await listCalendars(tx, await siteId(office)) : []
  await addWaits(
    tx,
    gates.map((gate) => {
      const { due, reminder } = gate.deadline ? dueAt(calendars, at, gate.deadline) : { due: null, reminder: null }
      return { draft_id: draft, gate: gate.id, since: at, remind_at: reminder, due_at: due }
    }),
  )
}
