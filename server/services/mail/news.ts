import { digestText, newsWords, type News, type NewsKind } from '../../../core/flow/news'
import { clearersOf, namedBy } from '../../../core/flow/guards'
import { gatesOf } from '../../../core/flow/route'
import { personBehind, grantFor, grantsOf, type Rights } from '../../../core/access/rights'
import { describedAction, type JournalData } from '../../../core/journal/actions'
import type { JournalRow } from '../../../core/journal/chain'
import { fullIn } from '../../../core/time/words'
import { wallTimeOf } from '../../../core/time/zone'
import type { Reader, Tx } from '../../store/database'
import { draftWhole } from '../../store/drafts'
import { itemById } from '../../store/items'
import { journalAfter, journalHead } from '../../store/journal'
import { changePerson, loadRights, personById } from '../../store/people'
import { routeOf } from '../writing/loadedDraft'
import { movesOf } from '../writing/reading'
import type { Actor } from '../people/access'
import { post, type Letter } from './mail'
import { officeAddress } from '../site/siteOrigin'
import type { Office } from '../office'
import { found } from '../refusal'
import { ownerOfEvent } from '../../store/events'
import { askedOf } from '../../store/afterReviews'
import { handedTo, gatesSince } from '../../store/waits'
import {
  peopleReached,
  addNotifications,
  peopleToWrite,
  unmailedOf,
  noteMailed,
  notificationsOf,
  noteSeen,
  noteTold,
  toldUpTo,
  type NotificationRow,
} from '../../store/notifications'

const BATCH = 500
/** One thing is told to no more people than these. */
const MOST_TOLD = 60
const DIGEST_HOUR = '07:00'

interface Told {
  person: string
  kind: NewsKind
  gate: string | null
  note: string
}

/** What any of the actions says that people are told of. */
type Said = Partial<
  JournalData['draft.handed'] &
    JournalData['event.held'] &
    JournalData['exception.opened'] &
    JournalData['exception.looked-at'] &
    JournalData['person.deputised'] &
    JournalData['rights.asked'] &
    JournalData['rights.agreed']
> & {
  /** A change of rights in words that was made without a second steward. */
  alone?: string
}

/** Who is told what by one row of the journal. */
async function toldBy(tx: Tx, rights: Rights, zone: string, row: JournalRow): Promise<Told[]> {
  const said = (row.data ?? {}) as Said
  const told = (people: readonly (string | null | undefined)[], kind: NewsKind, gate: string | null = null, note = ''): Told[] =>
    people.flatMap((person) => (person ? { person, kind, gate, note } : []))
  const name = (id: string | undefined) => (id && rights.people.get(id)?.name) ?? 'Someone'

  if (said.alone) {
    const publishers = [...rights.people.keys()].filter((person) =>
      grantsOf(rights, person).some(({ verbs }) => verbs.has('item.put-live')),
    )
    const others = [...rights.people.keys()].filter((person) => grantFor(rights, person, 'people.change', null))
    const note = `${name(row.person ?? undefined)} changed who may do what, without a second steward: ${said.alone}`
    return told([...others, ...publishers], 'rights', null, note)
  }
  if (row.action === 'rights.asked')
    return told(said.of ?? [], 'rights', null, `${name(row.person ?? undefined)} asks a second steward to agree: ${said.words}`)
  if (row.action === 'rights.agreed' || row.action === 'rights.declined') {
    const verdict = row.action === 'rights.agreed' ? 'agreed' : 'did not agree'
    return told([said.askedBy], 'rights', null, `${name(row.person ?? undefined)} ${verdict}: ${said.words}`)
  }
  if (row.action === 'person.deputised')
    return [
      ...told(
        [said.deputy],
        'deputy',
        null,
        `You stand in for ${name(said.absent)} from ${fullIn(said.from!, zone)} to ${fullIn(said.to!, zone)}`,
      ),
      ...told(
        [said.absent],
        'deputy',
        null,
        `${name(said.deputy)} stands in for you from ${fullIn(said.from!, zone)} to ${fullIn(said.to!, zone)}`,
      ),
    ]
  if (row.action === 'event.held') {
    const event = await ownerOfEvent(tx, said.event ?? '')
    return told([event?.owner_id], 'held', null, said.reasons?.[0]?.detail ?? '')
  }
  const whole = said.draft ? (await draftWhole(tx, said.draft))?.whole : undefined
  const putBy = said.exception ? await askedOf(tx, said.exception) : undefined
  if (row.action === 'exception.looked-at') return said.verdict === 'not-fine' ? told([putBy?.person_id], 'not-fine', null, said.note) : []
  if (!whole) return []
  const { item, draft, authors } = whole
  const route = routeOf(whole)
  /** Those who may clear at a gate, and did not write it. */
  const clearers = (id: string) => {
    const gate = gatesOf(route).find((entry) => entry.id === id)
    if (!gate) return []
    return clearersOf(rights, { route: route.id, gate, section: gate.section ?? item.section_id, at: row.at }).filter(
      (person) => gate.authorsMayClear || !authors.includes(personBehind(rights, person)),
    )
  }
  const gateName = (id: string | undefined) => gatesOf(route).find((gate) => gate.id === id)?.name ?? null
  const writers = [...authors, draft.sent_by]
  const escalated = route.fast ? namedBy(rights, route.fast.escalate, item.section_id) : []
  switch (row.action) {
    case 'draft.handed':
      return told([said.to], 'handed', gateName(said.gate), said.note)
    case 'draft.returned':
      return told(writers, 'returned', gateName(said.gate), said.note)
    case 'draft.cleared':
      return told(writers, 'cleared')
    case 'note.answered':
      return told(writers, 'answered')
    case 'gate.reminded':
    case 'gate.late': {
      const handed = await handedTo(tx, said.draft!, said.gate ?? '')
      const those = handed?.handed_to ? [handed.handed_to] : clearers(said.gate ?? '')
      if (row.action === 'gate.reminded') return told(those, 'reminder', gateName(said.gate), said.note)
      const escalate = gatesOf(route).find((gate) => gate.id === said.gate)?.deadline?.escalate
      return told([...those, ...(escalate ? namedBy(rights, escalate, item.section_id) : [])], 'late', gateName(said.gate))
    }
    case 'exception.opened':
      return told((said.gates ?? []).flatMap(clearers), 'look-after', null, said.reason)
    case 'exception.late':
      return told([putBy?.person_id, ...(said.gates ?? []).flatMap(clearers), ...escalated], 'look-late')
    case 'exception.not-taken-back':
      return told([putBy?.person_id, ...escalated], 'not-taken-back', null, said.reasons?.[0]?.detail ?? '')
    case 'exception.taken-back':
      return told([putBy?.person_id, ...writers], 'taken-back')
    default: {
      // Only gates that began to wait with this step: who waits already was told.
      const fresh = await gatesSince(tx, said.draft!, row.at)
      // What asks for something else than new words says what.
      const asks = draft.change === 'content' ? '' : draft.name
      const note = [asks, row.action === 'draft.sent' ? draft.sent_note : ''].filter(Boolean).join(': ')
      return fresh.flatMap(({ gate }) => told(clearers(gate), 'waits', gateName(gate), note))
    }
  }
}

/**
 * Tells people what the journal says since this was last done, once however many processes do it: what each is told, and
 * the mails to those who want one of each, stand or fall with the place up to which the journal was heard.
 */
export async function sendNotifications(office: Office): Promise<number> {
  if ((await journalHead(office.store.read)).seq <= (await toldUpTo(office.store.read))) return 0
  return office.store.write(async (tx) => {
    const rows = await journalAfter(tx, await toldUpTo(tx), BATCH)
    if (!rows.length) return 0
    await noteTold(tx, rows.at(-1)!.seq)
    const about = rows.filter((row) => describedAction(row.action).told || (row.data as Said | null)?.alone !== undefined)
    if (!about.length) return rows.length
    const sites = new Map((await office.sites()).map((site) => [site.id, site]))
    const rightsBySite = new Map<string, Rights>()
    const people = new Map((await peopleReached(tx)).map((row) => [row.id, row]))
    const letters: Letter[] = []
    for (const row of about) {
      const site = row.site === null ? undefined : sites.get(row.site)
      if (!site) continue
      const rights = rightsBySite.get(site.id) ?? (await loadRights(tx, site.id))
      rightsBySite.set(site.id, rights)
      const item = row.item === null ? undefined : await itemById(tx, row.item)
      // The people of the section that a move leads to clear it as well.
      const places = item ? [item.section_id, ...(await movesOf(tx, item.id))] : []
      const told = new Map<string, Told>()
      for (const one of await toldBy(tx, rights, site.zone, row)) {
        if (one.person === row.person || told.has(one.person) || !people.has(one.person)) continue
        if (item && !places.some((section) => grantFor(rights, one.person, 'item.read', section))) continue
        if (told.size < MOST_TOLD) told.set(one.person, one)
      }
      const by = row.person === null ? null : (rights.people.get(row.person)?.name ?? null)
      await addNotifications(
        tx,
        [...told.values()].map(({ person, kind, gate, note }) => ({
          id: office.newId(),
          site_id: site.id,
          person_id: person,
          at: row.at,
          kind,
          item_id: item?.id ?? null,
          draft_id: (row.data as Said | null)?.draft ?? null,
          gate,
          by_id: row.person,
          note,
          // Who is written to once a day finds it there; nobody else's waits to be mailed.
          mailed_at: people.get(person)!.mail === 'daily' ? null : row.at,
        })),
      )
      for (const { person, kind, gate, note } of told.values()) {
        const { mail, email, joined } = people.get(person)!
        // Who has not come yet is written to about coming, and about nothing else.
        if (mail !== 'each' || !joined) continue
        const news = { kind, at: row.at, title: item?.title ?? null, gate, by, note, item: item?.id ?? null }
        letters.push({
          site: site.id,
          person,
          address: email,
          subject: newsWords({ ...news, note: kind === 'deputy' || kind === 'rights' ? note : '' }).slice(0, 150),
          text: digestText([news], officeAddress(site)),
        })
      }
    }
    await post(office, tx, letters)
    return rows.length
  })
}

/** Those that are about nothing the person may no longer see: a right that was taken away takes the titles with it. */
async function readable(db: Reader, rights: Rights, person: string, rows: NotificationRow[]): Promise<NotificationRow[]> {
  const kept = await Promise.all(
    rows.map(async ({ item, section }) => {
      if (item === null || section === null || grantFor(rights, person, 'item.read', section)) return true
      return (await movesOf(db, item)).some((to) => grantFor(rights, person, 'item.read', to))
    }),
  )
  return rows.filter((_, index) => kept[index])
}
/** Writes to those who want one mail a day, at seven by their own clock, what was not mailed yet. Returns how many mails. */
export async function writeDigests(office: Office): Promise<number> {
  const now = office.now()
  const site = found(await office.site(), 'site')
  const { zone } = site
  const waiting = await peopleToWrite(office.store.read, site.id)
  const due = waiting.filter((person) => {
    const wall = wallTimeOf(now, person.zone ?? zone)
    return wall.time >= DIGEST_HOUR && (person.digest_on ?? '') < wall.date
  })
  for (const person of due)
    await office.store.write(async (tx) => {
      const { date } = wallTimeOf(now, person.zone ?? zone)
      const again = await personById(tx, person.id)
      if ((again?.digest_on ?? '') >= date) return
      const rows = await unmailedOf(tx, site.id, person.id)
      const news = await readable(tx, await loadRights(tx, site.id), person.id, rows)
      await changePerson(tx, person.id, { digest_on: date })
      await noteMailed(tx, site.id, person.id, now)
      if (!news.length) return
      const subject = news.length === 1 ? newsWords(news[0]!).slice(0, 150) : `${news.length} things since yesterday`
      await post(office, tx, [
        { site: site.id, person: person.id, address: person.email, subject, text: digestText(news, officeAddress(site)) },
      ])
    })
  return due.length
}

const MOST_SHOWN = 60

/** What a person was told, the newest first, and how much of that they have not seen. */
export async function notifications(
  office: Office,
  actor: Actor,
): Promise<{ unseen: number; news: (News & { id: string; item: string | null; words: string; seen: boolean })[] }> {
  const db = office.store.read
  const all = await notificationsOf(db, actor.rights.site, actor.id, MOST_SHOWN)
  const rows = await readable(db, actor.rights, actor.id, all)
  const news = rows.map(({ seen, section: _, ...row }) => ({ ...row, words: newsWords(row), seen: seen !== null }))
  return { unseen: news.filter(({ seen }) => !seen).length, news }
}

/** Remembers that a person has seen what they were told, up to one notification and all before it. */
export const seeNotifications = (office: Office, actor: Actor, upTo: string): Promise<void> =>
  office.store.write((tx) => noteSeen(tx, actor.rights.site, actor.id, upTo, office.now()))
