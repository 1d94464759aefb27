import { againstChange } from '../../../core/access/change'
import { changeWords, type RightsChange, type SecondYes } from '../../../core/access/rightsChange'
import { givesMoreRights, stewards, whoMayAgree } from '../../../core/access/secondYes'
import type { Tx } from '../../store/database'
import { loadRights, personById } from '../../store/people'
import { secondYesOf } from '../../store/sites'
import { accountsThatCome, addRequest, decideRequest, waitingRequests, type RightsRequest } from '../../store/rightsRequests'
import { actorFrom, may, must, type Actor } from './access'
import { writeFact, type Office } from '../office'
import { makeChange, type MadeChange } from './people'
import { found, refusal, Refusal } from '../refusal'
import { newlyStuck } from '../reviewing/routes'
import { newlyStranded } from '../reviewing/stranded'
import { within } from '../within'

/** Who changes rights, and whether work that is stranded by it was seen and accepted. */
export type Changer = Actor & { anyway?: boolean }

/** A change that was made, with what it answers; or one that waits for the yes of a second steward, and of whom, by name. */
export type Changed<T = object> = ({ waits: null } & T) | { waits: { request: string; for: string[] } }

/** A request waits so long, and so many wait at once. */
const WAIT_DAYS = 14
const MOST_WAITING = 50
const DAY_MS = 86_400_000

/** Thrown so that what was tried is undone, to ask a second steward instead. */
class AsksSecond extends Error {
  constructor(readonly those: string[]) {
    super('A second steward is asked')
  }
}

/** Throws a refusal unless someone may ask for a change at all. */
function mustAsk(actor: Actor, change: RightsChange): void {
  if (change.change === 'section') for (const section of [change.section, change.parent]) must(actor, 'section.change', section)
  // People say for themselves who stands in for them.
  else if (change.change !== 'deputy' || change.absent !== actor.id) must(actor, 'people.change', null)
}

/**
 * Makes a change and weighs what it makes of everybody's rights before it holds: nobody raises their own by it, somebody is left
 * who may change people, roles that are kept apart stay so, and no work is left without people who could clear it, unless that
 * was accepted. What raises anyone's asks for a second steward where there is one; where there is none, publishers are told.
 */
async function weighed(
  office: Office,
  tx: Tx,
  { by, agrees, anyway, site }: { by: Actor; agrees: Actor | null; anyway: boolean; site: string },
  change: RightsChange,
): Promise<MadeChange> {
  const before = await loadRights(tx, by.rights.site)
  const rule = await secondYesOf(tx, before.site)
  const made = await makeChange({ office, tx, rights: before, by, site }, change)
  const after = await loadRights(tx, before.site)
  const reasons = [by, ...(agrees ? [agrees] : [])].flatMap(({ id }) => againstChange(before, after, id))
  if (reasons.length) throw new Refusal('refused', [...new Map(reasons.map((reason) => [reason.code + reason.detail, reason])).values()])
  if (!anyway && change.change !== 'deputy') {
    const left = [...(await newlyStuck(tx, before, after)), ...(await newlyStranded(tx, before, after))]
    if (left.length) throw new Refusal('would-strand', left.slice(0, 30), { stranded: left.length })
  }
  // Who stands in for oneself is one's own to say.
  const own = change.change === 'deputy' && change.absent === by.id
  const others = whoMayAgree(before, after, by.id, await accountsThatCome(tx))
  const raising = !own && givesMoreRights(change, rule, before, after, by.id)
  if (agrees && !others.includes(agrees.id)) throw refusal('not-allowed', 'no-second')
  if (!agrees && !own && others.length && (rule === 'every' || (rule === 'raising' && raising))) throw new AsksSecond(others)
  const alone = !agrees && (raising || stewards(after).size < stewards(before).size)
  await writeFact(office, tx, by.id, made.action, null, {
    ...made.data,
    ...(agrees ? { agreedBy: agrees.id } : {}),
    ...(alone ? { alone: changeWords(change, before) } : {}),
  })
  return made
}

/** Makes a change of rights, or asks a second steward for it where the team’s rule says so. `site` is what the site is called. */
export async function changeRights<T = object>(
  office: Office,
  actor: Changer,
  change: RightsChange,
  site = 'the site',
): Promise<Changed<T>> {
  mustAsk(actor, change)
  return office.store.write(async (tx) => {
    const inTx = within(office, tx)
    try {
      const made = await inTx.store.write((part) =>
        weighed(office, part, { by: actor, agrees: null, anyway: actor.anyway ?? false, site }, change),
      )
      return { waits: null, ...(made.value as T) }
    } catch (error) {
      if (error instanceof AsksSecond) return { waits: await ask(office, tx, actor, change, error.those) }
      throw error
    }
  })
}

async function ask(
  office: Office,
  tx: Tx,
  actor: Actor,
  change: RightsChange,
  those: string[],
): Promise<{ request: string; for: string[] }> {
  const now = office.clock.now()
  const waiting = await waitingRequests(tx, actor.rights.site, now.toISOString())
  const words = JSON.stringify(change)
  const same = waiting.find((one) => one.asked_by === actor.id && JSON.stringify(one.change) === words)
  const names = [...new Set(those.map((id) => actor.rights.people.get(id)?.name ?? ''))].sort()
  if (same) return { request: same.id, for: names }
  if (waiting.length >= MOST_WAITING) throw refusal('conflict', 'requests-many', { most: MOST_WAITING })
  const id = office.newId()
  await addRequest(tx, {
    id,
    site_id: actor.rights.site,
    change,
    asked_by: actor.id,
    asked_at: now.toISOString(),
    ends_at: new Date(now.getTime() + WAIT_DAYS * DAY_MS).toISOString(),
  })
  await writeFact(office, tx, actor.id, 'rights.asked', null, {
    request: id,
    words: changeWords(change, await loadRights(tx, actor.rights.site)),
    of: those,
  })
  return { request: id, for: names }
}

/** A change that waits, in words, with what the actor can do about it. */
export interface WaitingChange {
  id: string
  words: string
  by: { id: string; name: string }
  at: string
  endsAt: string
  /** Whether the actor may say yes or no to it, or take it back. */
  can: 'decide' | 'take-back' | null
}

/** What waits for a second steward: all of it for who may change people, and what one asked for oneself. */
export async function waitingChanges(office: Office, actor: Actor): Promise<WaitingChange[]> {
  const steward = may(actor, 'people.change', null)
  return (await waitingRequests(office.store.read, actor.rights.site, office.now()))
    .filter(({ asked_by }) => steward || asked_by === actor.id)
    .map(({ id, change, asked_by, asked_at, ends_at }) => ({
      id,
      words: changeWords(change, actor.rights),
      by: { id: asked_by, name: actor.rights.people.get(asked_by)?.name ?? '' },
      at: asked_at,
      endsAt: ends_at,
      can: asked_by === actor.id ? 'take-back' : steward ? 'decide' : null,
    }))
}

async function waitingOne(office: Office, tx: Tx, site: string, id: string): Promise<RightsRequest> {
  const request = (await waitingRequests(tx, site, office.now())).find((one) => one.id === id)
  return found(request, 'request')
}

/**
 * Says the second yes: the change is made as the one who asked for it, if they still may and the steward who agrees is another.
 * `seen` is what the steward read: where the change would be another by now, they are asked to look again.
 */
export async function approveChange(office: Office, actor: Changer, id: string, seen: string, site: string): Promise<object> {
  must(actor, 'people.change', null)
  return office.store.write(async (tx) => {
    const { change, asked_by } = await waitingOne(office, tx, actor.rights.site, id)
    const rights = await loadRights(tx, actor.rights.site)
    if (changeWords(change, rights) !== seen) throw refusal('stale', 'request-changed')
    const by = actorFrom(found(await personById(tx, asked_by), 'person'), rights)
    mustAsk(by, change)
    const made = await weighed(office, tx, { by, agrees: actor, anyway: actor.anyway ?? false, site }, change)
    await decideRequest(tx, id, 'agreed')
    await writeFact(office, tx, actor.id, 'rights.agreed', null, { request: id, words: seen, askedBy: asked_by })
    return made.value
  })
}

/** Ends a request without the change: by a steward who says no, or by the one who asked. */
export async function endRequest(office: Office, actor: Actor, id: string): Promise<void> {
  await office.store.write(async (tx) => {
    const { change, asked_by } = await waitingOne(office, tx, actor.rights.site, id)
    const own = asked_by === actor.id
    if (!own) must(actor, 'people.change', null)
    await decideRequest(tx, id, own ? 'taken-back' : 'declined')
    const words = changeWords(change, await loadRights(tx, actor.rights.site))
    await writeFact(office, tx, actor.id, own ? 'rights.taken-back' : 'rights.declined', null, { request: id, words, askedBy: asked_by })
  })
}

/** Which changes ask for a second steward. */
export async function secondYesRule(office: Office, actor: Actor): Promise<{ asked: SecondYes }> {
  must(actor, 'people.change', null)
  return { asked: await secondYesOf(office.store.read, actor.rights.site) }
}
