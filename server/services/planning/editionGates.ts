import { serviceReason } from '../../../core/words/serviceReasons'
import { personBehind } from '../../../core/access/rights'
import { canonical, sha256Hex } from '../../../core/content/canonical'
import { hasCleared, missing, openGates, type DraftState } from '../../../core/flow/draft'
import { groupsFor, guards, guardWords } from '../../../core/flow/guards'
import { gatesOf, keyOf, type Route } from '../../../core/flow/route'
import type { Reason } from '../../../core/outcome'
import type { Reader, Tx } from '../../store/database'
import { draftsWhole } from '../../store/drafts'
import { addEditionClearance, editionClearances, type EditionRow } from '../../store/editions'
import type { EventRow } from '../../store/events'
import { newestRoute } from '../../store/routes'
import type { Actor } from '../people/access'
import { writeFact, type Office, siteId } from '../office'
import { refusal, Refusal } from '../refusal'

/** The fingerprint of an edition: what it would do with exactly which versions. A clearance of the whole stands while it is the same. */
async function fingerprintOf(db: Reader, events: EventRow[]): Promise<string> {
  const wholes = await draftsWhole(
    db,
    events.flatMap((event) => event.draft_id ?? []),
  )
  const held = events.map(({ kind, item_id: item, draft_id: draft, version_id: version }) => [
    kind,
    item,
    (draft === null ? undefined : wholes.get(draft)?.head.fingerprint) ?? version ?? '',
  ])
  return sha256Hex(canonical(held.sort(([, a = ''], [, b = '']) => (a < b ? -1 : 1))))
}

interface GatedEdition {
  route: Route
  state: DraftState
  fingerprint: string
}

/** The route that an edition goes as a whole, with what was cleared at its gates; `null` where it has none of its own. */
async function gatedEdition(office: Office, db: Reader, edition: EditionRow, events: EventRow[]): Promise<GatedEdition | null> {
  const route = edition.route_id === null ? undefined : await newestRoute(db, await siteId(office), edition.route_id)
  if (!route) return null
  const [fingerprint, clearances, rights] = await Promise.all([
    fingerprintOf(db, events),
    editionClearances(db, edition.id),
    office.rights(),
  ])
  const head = { ...Object.fromEntries(gatesOf(route).map((gate) => [keyOf(gate), fingerprint])), all: fingerprint }
  return {
    route,
    fingerprint,
    state: {
      review: 'in_review',
      head,
      authors: [personBehind(rights, edition.owner_id)],
      clearances: clearances.map((row) => ({
        gate: row.gate,
        person: row.person_id,
        projection: row.fingerprint,
        groups: row.groups === null ? undefined : (JSON.parse(row.groups) as string[]),
      })),
    },
  }
}

/** What of an edition's own route still keeps it from going live; nothing where it has none. */
export async function editionGate(office: Office, db: Reader, edition: EditionRow, events: EventRow[]): Promise<Reason[]> {
  const gated = await gatedEdition(office, db, edition, events)
  return gated ? openGates(gated.route, gated.state).map((gate) => serviceReason('edition-not-cleared', { gate: gate.name })) : []
}

/** How an edition stands at the gates of its own route, and at which of them the actor may clear it. */
export async function editionTrack(office: Office, actor: Actor, edition: EditionRow, events: EventRow[]) {
  const db = office.store.read
  const gated = await gatedEdition(office, db, edition, events)
  if (!gated) return null
  const given = await editionClearances(db, edition.id)
  const self = personBehind(actor.rights, actor.id)
  return {
    route: gated.route.name,
    gates: gated.route.steps.flatMap(({ gates }) =>
      gates.map((gate) => ({
        id: gate.id,
        name: gate.name,
        who: guardWords(actor.rights, gate),
        missing: missing(gated.state, gate),
        cleared: given
          .filter((row) => row.gate === gate.id && row.fingerprint === gated.fingerprint)
          .map(({ person, at }) => ({ person, at })),
        mayClear:
          missing(gated.state, gate) > 0 &&
          guards(actor.rights, gate, actor.id, null) &&
          !hasCleared(gated.state, gate, self) &&
          (gate.authorsMayClear || !gated.state.authors.includes(self)),
      })),
    ),
  }
}

/** Clears an edition as a whole at a gate of its own route, for exactly what it holds now. */
export async function clearEdition(
  office: Office,
  tx: Tx,
  actor: Actor,
  edition: EditionRow,
  events: EventRow[],
  gateId: string,
  text: string,
): Promise<void> {
  const gated = await gatedEdition(office, tx, edition, events)
  const gate = gated && gatesOf(gated.route).find(({ id }) => id === gateId)
  if (!gated || !gate) throw refusal('unknown', 'gate-unknown', { of: 'edition' })
  if (!guards(actor.rights, gate, actor.id, null))
    throw new Refusal('not-allowed', [serviceReason('not-guard', { gate: gate.name, guards: guardWords(actor.rights, gate) })])
  const self = personBehind(actor.rights, actor.id)
  if (!gate.authorsMayClear && gated.state.authors.includes(self)) throw refusal('refused', 'own-work', { as: 'owner' })
  if (hasCleared(gated.state, gate, self)) throw refusal('refused', 'cleared-before', { who: 'edition' })
  const row = { edition_id: edition.id, gate: gateId, person_id: actor.id, fingerprint: gated.fingerprint }
  await addEditionClearance(tx, { ...row, groups: JSON.stringify(groupsFor(actor.rights, gate, actor.id)), note: text, at: office.now() })
  await writeFact(office, tx, actor.id, 'edition.gate-cleared', null, {
    edition: edition.id,
    name: edition.name,
    gate: gate.name,
    note: text,
  })
}
