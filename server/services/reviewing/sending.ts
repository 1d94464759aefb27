import { personBehind } from '../../../core/access/rights'
import { openGates } from '../../../core/flow/draft'
import { shortIn } from '../../../core/time/words'
import type { Tx } from '../../store/database'
import { changeDraft } from '../../store/drafts'
import { eventsOfEdition } from '../../store/events'
import { editionById } from '../../store/editions'
import { appendJournal, lastAskedAgain } from '../../store/journal'
import { may, must, sectionsWhere, type Actor } from '../people/access'
import { fact, siteId, type Office } from '../office'
import { found, refusal } from '../refusal'
import { loadDraft, seenDraft, type LoadedDraft } from '../writing/loadedDraft'
import { gatesAhead } from './gateFacts'
import { eachNamed, obey } from './review'

const maySend = (actor: Actor) => (loaded: LoadedDraft) => must(actor, 'item.send', loaded.item.section_id)
const self = (actor: Actor) => personBehind(actor.rights, actor.id)

/** Sends a draft on to its route's first step, with a word to those who wait there. */
export const sendDraft = (office: Office, actor: Actor, draftId: string, seen: string | undefined, text: string) =>
  office.store.write(async (tx) => sendLoaded(office, tx, actor, await seenDraft(tx, draftId, seen, maySend(actor)), text))

/** The same in a transaction that has the draft. */
export const sendLoaded = (office: Office, tx: Tx, actor: Actor, loaded: LoadedDraft, text: string) =>
  obey(office, tx, actor, loaded, { do: 'send', by: self(actor) }, () =>
    changeDraft(tx, loaded.draft.id, { sent_by: actor.id, sent_at: office.now(), sent_note: text.trim() }),
  )

/** So many drafts are sent as one set at most. */
export const MOST_TOGETHER = 200

/** Sends drafts that belong together on, each as it was seen: all or, where one may not be sent, none. */
export const sendTogether = (office: Office, actor: Actor, drafts: readonly { draft: string; seen: string }[], text: string) =>
  eachNamed(office, actor, drafts, async (tx, { draft, seen }) =>
    sendLoaded(office, tx, actor, await seenDraft(tx, draft, seen, maySend(actor)), text),
  )

/** The drafts of an edition that nobody sent yet and that the actor may send, as many as one set has, each with its newest version and who would be asked. */
export async function unsentOfEdition(office: Office, actor: Actor, edition: string) {
  const db = office.store.read
  sectionsWhere(actor, 'item.read')
  found(await editionById(db, await siteId(office), edition), 'edition')
  const unsent = []
  for (const { draft_id: id, state } of await eventsOfEdition(db, edition)) {
    if (unsent.length === MOST_TOGETHER) break
    if (id === null || (state !== 'planned' && state !== 'held')) continue
    const { item, draft, head } = await loadDraft(db, id)
    if (draft.review !== 'draft' && draft.review !== 'returned') continue
    if (!may(actor, 'item.send', item.section_id) || !may(actor, 'item.read', item.section_id)) continue
    unsent.push({ draft: id, item: item.id, title: item.title, seen: head.id, gates: await gatesAhead(office, actor, id) })
  }
  return unsent.sort((a, b) => a.title.localeCompare(b.title))
}

/** Takes a draft back out of review. */
export const pullOutDraft = (office: Office, actor: Actor, draftId: string, seen: string | undefined) =>
  office.store.write(async (tx) =>
    obey(office, tx, actor, await seenDraft(tx, draftId, seen, maySend(actor)), { do: 'pull-out', by: self(actor) }, async () => undefined),
  )

/** So long after someone asked again, nobody asks once more. */
const ASK_AGAIN_MS = 3_600_000

/** Asks those who may clear a draft at the gates where it waits once more, with a word. Refused within the hour after it was asked. */
export async function remindGates(office: Office, actor: Actor, draftId: string, text: string): Promise<void> {
  await office.store.write(async (tx) => {
    const loaded = await loadDraft(tx, draftId)
    maySend(actor)(loaded)
    const { item, draft, route, state } = loaded
    const gates = draft.closed_at === null && state.review === 'in_review' ? openGates(route, state) : []
    if (!gates.length) throw refusal('refused', 'gate-closed')
    const now = office.now()
    const asked = await lastAskedAgain(tx, item.id, draftId)
    const since = asked === undefined ? ASK_AGAIN_MS : Date.parse(now) - Date.parse(asked)
    // After a clock was set back the last time lies ahead: that keeps nobody from asking.
    if (asked !== undefined && since >= 0 && since < ASK_AGAIN_MS) {
      const zone = (await office.site())?.zone ?? 'UTC'
      throw refusal('refused', 'asked-just-now', { since: shortIn(asked, zone, new Date(now)) })
    }
    const facts = gates.map(({ id: gate }) => fact(office, actor.id, 'gate.reminded', item.id, { draft: draftId, gate, note: text.trim() }))
    await appendJournal(tx, await siteId(office), facts)
  })
}
