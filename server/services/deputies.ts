import { selfOf, type GateName } from '../../core/access/rights'
import { may, must, type Actor } from './access'
import { note, type Office } from './office'
import { found, refusal } from './refusal'

export interface DelegationInput {
  absent: string
  deputy: string
  gates: GateName[] | null
  /** Instants. */
  from: string
  to: string
}

/** Who stands in for whom, now and to come, those that end first before. */
export function deputies(office: Office, actor: Actor) {
  const now = office.now()
  const name = (id: string) => actor.rights.people.get(id)?.name ?? ''
  return actor.rights.delegations
    .filter(({ to }) => to > now)
    .sort((a, b) => a.from.localeCompare(b.from))
    .map((entry) => ({
      ...entry,
      absentName: name(entry.absent),
      deputyName: name(entry.deputy),
      begun: entry.from <= now,
      mine: entry.absent === actor.id || may(actor, 'people.change', null),
    }))
}

/** Lets someone clear for another while that one is away. People say so for themselves; who may change people, for anyone. */
export async function deputise(office: Office, actor: Actor, input: DelegationInput): Promise<string> {
  if (input.absent !== actor.id) must(actor, 'people.change', null)
  const { people } = actor.rights
  found(people.get(input.absent), 'person')
  if (!found(people.get(input.deputy), 'person').active) throw refusal('refused', 'deputy-inactive', 'That account rests', 'deputy')
  const selves = [input.deputy, input.absent].map((person) => selfOf(actor.rights, person))
  if (selves[0] === selves[1]) throw refusal('refused', 'deputy-self', 'Nobody stands in for themselves', 'deputy')
  const own = (person: string) => selfOf(actor.rights, person) === selfOf(actor.rights, actor.id)
  if (own(input.deputy) && !own(input.absent))
    throw refusal('refused', 'own-rights', 'That would raise your own rights; another steward can do it', 'deputy')
  if (input.from >= input.to) throw refusal('refused', 'time-order', 'The time must end after it begins', 'to')
  if (input.to <= office.now()) throw refusal('refused', 'time-past', 'That time is past', 'to')
  const id = office.newId()
  await office.store.write(async (tx) => {
    await tx.insert('delegation', [
      {
        id,
        absent_id: input.absent,
        deputy_id: input.deputy,
        gates: input.gates === null ? null : JSON.stringify(input.gates),
        from_at: input.from,
        to_at: input.to,
        made_by: actor.id,
        made_at: office.now(),
      },
    ])
    await note(office, tx, actor.id, 'person.deputised', null, { delegation: id, ...input })
  })
  return id
}

/** Ends a delegation at once. */
export async function endDelegation(office: Office, actor: Actor, id: string): Promise<void> {
  const entry = found(
    actor.rights.delegations.find((one) => one.id === id),
    'delegation',
  )
  if (entry.absent !== actor.id && entry.deputy !== actor.id) must(actor, 'people.change', null)
  await office.store.write(async (tx) => {
    await tx.update('delegation', { id }, { ended_at: office.now() })
    await note(office, tx, actor.id, 'person.deputy-ended', null, { delegation: id, absent: entry.absent, deputy: entry.deputy })
  })
}
