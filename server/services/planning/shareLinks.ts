import { randomBytes } from 'node:crypto'
import { personBehind } from '../../../core/access/rights'
import type { Reader } from '../../store/database'
import { isDraftAuthor } from '../../store/drafts'
import { draftById, itemById } from '../../store/items'
import { personById } from '../../store/people'
import { actorFrom, may, must, type Actor } from '../people/access'
import { loadDraft } from '../writing/loadedDraft'
import { editionById } from '../../store/editions'
import { momentAhead, type Moment } from './moments'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal } from '../refusal'
import { hashToken } from '../people/sessions'
import type { MayRead, Sight } from './foresight'
import { openLinks, addLink, listLinks, linkById, endLink, openLink, type LinkRow } from '../../store/shareLinks'

/** Links that may be open at once; more than anyone keeps track of. */
const MOST = 200

export interface ShareInput {
  /** A moment (an instant), an edition or a draft, as it will be on the site. */
  sight: Sight
  /** When the link ends by itself. */
  until: Moment
}

/**
 * Whether somebody may show others what will be: who may set times, and a draft also whoever writes it.
 * @param section where the draft is
 */
async function mayShow(db: Reader, actor: Actor, sight: Sight, section: string | null): Promise<boolean> {
  if (may(actor, 'item.plan', section)) return true
  if (sight.shows !== 'draft' || !may(actor, 'item.write', section)) return false
  return isDraftAuthor(db, sight.draft, personBehind(actor.rights, actor.id))
}

async function mustShare(office: Office, actor: Actor, sight: Sight): Promise<void> {
  const section = sight.shows === 'draft' ? (await loadDraft(office.store.read, sight.draft)).item.section_id : null
  if (!(await mayShow(office.store.read, actor, sight, section))) must(actor, 'item.plan', section)
}

/** Makes a link with which people without an account see a moment, an edition or a draft until it ends. Its secret is told once. */
export async function shareLink(
  office: Office,
  actor: Actor,
  { sight, until }: ShareInput,
): Promise<{ id: string; token: string; endsAt: string }> {
  const site = found(await office.site(), 'site')
  await mustShare(office, actor, sight)
  if (sight.shows === 'edition') found(await editionById(office.store.read, site.id, sight.edition), 'edition')
  const { at: endsAt } = momentAhead(office, site.zone, until)
  const token = randomBytes(24).toString('base64url')
  const id = office.newId()
  await office.store.write(async (tx) => {
    if ((await openLinks(tx, site.id, office.now())) >= MOST) throw refusal('conflict', 'links-many', { most: MOST })
    const target = sight.shows === 'edition' ? sight.edition : sight.shows === 'draft' ? sight.draft : null
    await addLink(tx, {
      token_hash: hashToken(token),
      id,
      site_id: site.id,
      shows: sight.shows,
      target,
      at: sight.shows === 'moment' ? sight.at : null,
      made_by: actor.id,
      made_at: office.now(),
      ends_at: endsAt,
    })
    await writeFact(office, tx, actor.id, 'share.made', null, { link: id, ...sight, until: endsAt })
  })
  return { id, token, endsAt }
}

const sightOf = ({ shows, target, at }: Pick<LinkRow, 'shows' | 'target' | 'at'>): Sight =>
  shows === 'moment' ? { shows, at: at! } : shows === 'edition' ? { shows, edition: target! } : { shows, draft: target! }

/** The links that are open: one's own, and everybody's for those who set times on the whole site. */
export async function shareLinks(office: Office, actor: Actor, all: boolean) {
  const rows = await listLinks(office.store.read, { site: actor.rights.site, now: office.now(), person: actor.id, all, limit: MOST })
  return rows.map((row) => ({
    id: row.id,
    ...sightOf(row),
    name: row.name,
    by: row.person,
    madeAt: row.made_at,
    endsAt: row.ends_at,
    opened: row.opened,
  }))
}

/** Ends a link at once. */
export async function endShareLink(office: Office, actor: Actor, id: string): Promise<void> {
  await office.store.write(async (tx) => {
    const link = found(await linkById(tx, actor.rights.site, id), 'link')
    if (link.made_by !== actor.id) must(actor, 'item.plan', null)
    await endLink(tx, id, office.now())
    await writeFact(office, tx, actor.id, 'share.ended', null, { link: id })
  })
}

/**
 * What a link shows while it is open, and of the plan only where its maker may read at this moment: it shows nobody more than
 * the maker sees, and ends with their right to share.
 */
export async function sharedSight(office: Office, token: string): Promise<{ id: string; sight: Sight; mayRead: MayRead } | null> {
  const row = await openLink(office.store.read, await siteId(office), hashToken(token), office.now())
  const maker = row && (await personById(office.store.read, row.made_by))
  if (!row || maker?.active !== 1) return null
  const actor = actorFrom(maker, await office.rights())
  const sight = sightOf(row)
  const draft = sight.shows === 'draft' ? await draftById(office.store.read, sight.draft) : undefined
  const item = draft && (await itemById(office.store.read, draft.item_id))
  if (!(await mayShow(office.store.read, actor, sight, item?.section_id ?? null))) return null
  return { id: row.id, sight, mayRead: (section) => may(actor, 'item.read', section) }
}
