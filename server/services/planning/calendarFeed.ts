import { calendarWords } from '../../../core/plan/calendarWords'
import { randomBytes } from 'node:crypto'
import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator'
import { personById } from '../../store/people'
import { actorFrom, sectionsWhere, type Actor } from '../people/access'
import { calendar } from './calendar'
import type { Foresight } from './foresight'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal } from '../refusal'
import { hashToken } from '../people/sessions'
import { endFeedsOf, addFeed, openFeed, feedByHash } from '../../store/calendarFeeds'

/** How far a feed looks back and ahead. */
const BACK_MS = 31 * 86_400_000
const AHEAD_MS = 366 * 86_400_000

/** Makes the private address under which one's calendar can be subscribed to; an earlier one ends. Its secret is told once. */
export async function makeFeed(office: Office, actor: Actor): Promise<{ token: string }> {
  sectionsWhere(actor, 'item.read')
  const token = randomBytes(24).toString('base64url')
  await office.store.write(async (tx) => {
    await endFeedsOf(tx, actor.rights.site, actor.id, office.now())
    await addFeed(tx, { token_hash: hashToken(token), site_id: actor.rights.site, person_id: actor.id, made_at: office.now() })
    await writeFact(office, tx, actor.id, 'calendar.feed-made', null)
  })
  return { token }
}

/** Ends the private address of one's calendar. */
export async function endFeed(office: Office, actor: Actor): Promise<void> {
  await office.store.write(async (tx) => {
    await endFeedsOf(tx, actor.rights.site, actor.id, office.now())
    await writeFact(office, tx, actor.id, 'calendar.feed-ended', null)
  })
}

/** Since when one's calendar can be subscribed to; `null` while it cannot. */
export const feedOf = async (office: Office, actor: Actor): Promise<{ madeAt: string | null }> => {
  const row = await openFeed(office.store.read, actor.rights.site, actor.id)
  return { madeAt: row?.made_at ?? null }
}

/** The calendar of whoever has the address, as iCalendar (RFC 5545), with what that person may read at this moment. */
export async function feed(office: Office, foresight: Foresight, token: string, origin: string, name: string): Promise<string> {
  const row = await feedByHash(office.store.read, await siteId(office), hashToken(token))
  const person = row && (await personById(office.store.read, row.person_id))
  if (!person || person.active !== 1) throw refusal('unknown', 'unknown', { what: 'calendar' })
  const actor = actorFrom(person, await office.rights())
  const now = Date.parse(office.now())
  const site = found(await office.site(), 'site')
  const entries = await calendar(office, actor, foresight, new Date(now - BACK_MS).toISOString(), new Date(now + AHEAD_MS).toISOString())
  const made = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Yieldgate', product: 'Calendar', language: 'EN' },
    timezone: null,
  })
  for (const entry of entries) {
    const end =
      (entry.what === 'window' || entry.what === 'block') && entry.until
        ? entry.until
        : new Date(Date.parse(entry.at) + 900_000).toISOString()
    const held = entry.state === 'held' ? ['Held: ' + entry.reasons.map(({ detail }) => detail).join('. ')] : []
    const trouble = entry.troubles.stops + entry.troubles.warns
    made.createEvent({
      id: `${entry.id.replaceAll(' ', '-')}@${site.id}`,
      start: new Date(entry.at),
      end: new Date(end),
      stamp: new Date(now),
      summary: `${entry.title}: ${calendarWords(entry)}`,
      description: [
        entry.person,
        entry.sectionName,
        entry.cleared ? '' : 'Not cleared yet',
        ...held,
        trouble ? `${trouble} ${trouble === 1 ? 'trouble' : 'troubles'} foreseen` : '',
      ]
        .filter(Boolean)
        .join('\n'),
      status: entry.state === 'held' ? ICalEventStatus.TENTATIVE : ICalEventStatus.CONFIRMED,
      url: `${origin}/office/${entry.edition ? `editions/${entry.edition}` : `items/${entry.item}`}`,
    })
  }
  return made.toString()
}
