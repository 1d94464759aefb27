import { parseQuery } from '../../../core/query/parse'
import { readSort } from '../../../core/query/sort'
import { USEFUL_VIEWS } from '../../../core/query/usefulViews'
import { dateIn } from '../../../core/time/date'
import { countListed } from '../../store/listing'
import type { Actor } from '../people/access'
import type { Foresight } from '../planning/foresight'
import { siteId, type Office } from '../office'
import { preference, setPreference } from '../people/preferences'
import { listingOf } from './queries'
import { found, refusal, Refusal } from '../refusal'
import { viewsFor, viewCount, addView, viewOf, updateView, dropView } from '../../store/savedViews'

/** More views of one's own than anyone finds again. */
const MOST = 60
const MOST_PINNED = 12

export interface SavedView {
  id: string
  name: string
  q: string
  sort: string
  /** The columns it comes with; one’s own where it says none. */
  columns: string[] | null
  whose: 'everyone' | 'mine' | 'group'
  owner: string | null
  group: { id: string; name: string } | null
  pinned: boolean
  /** How many items it has, of those that are pinned. */
  count: number | null
}

const PINNED = 'pinned-views'
const FIRST_PINNED = ['mine', 'waiting', 'stale', 'no-picture', 'ending', 'bin']

/** The views that a person has: the useful first ones, their own, and those shared with a group of theirs; pinned ones with counts. */
export async function savedViews(office: Office, foresight: Foresight, actor: Actor): Promise<SavedView[]> {
  const rows = await viewsFor(office.store.read, await siteId(office), actor.id)
  const pinned = await pinnedOf(office, actor)
  const views = [
    ...USEFUL_VIEWS.map((view): SavedView => ({
      ...view,
      columns: null,
      whose: 'everyone',
      owner: null,
      group: null,
      pinned: false,
      count: null,
    })),
    ...rows.map((row): SavedView => ({
      id: row.id,
      name: row.name,
      q: row.q,
      sort: row.sort,
      columns: row.columns === null ? null : (JSON.parse(row.columns) as string[]),
      whose: row.owner_id === actor.id ? 'mine' : 'group',
      owner: row.owner,
      group: row.group_id === null ? null : { id: row.group_id, name: row.group! },
      pinned: false,
      count: null,
    })),
  ]
  return Promise.all(
    views.map(async (view) =>
      pinned.includes(view.id) ? { ...view, pinned: true, count: await countOf(office, foresight, actor, view.q) } : view,
    ),
  )
}

/** A view whose query no longer reads counts nothing, rather than taking the others with it. */
async function countOf(office: Office, foresight: Foresight, actor: Actor, q: string): Promise<number | null> {
  try {
    return await countListed(office.store.read, await listingOf(office, foresight, actor, q))
  } catch (error) {
    if (error instanceof Refusal) return null
    throw error
  }
}

const pinnedOf = async (office: Office, actor: Actor): Promise<string[]> =>
  ((await preference(office, actor, PINNED)) as string[] | null) ?? FIRST_PINNED

export interface ViewInput {
  name: string
  q: string
  sort: string
  columns: string[] | null
  /** A group of one’s own that has it too. */
  group: string | null
}

async function mustBeRight(office: Office, actor: Actor, { q, sort, group }: ViewInput): Promise<void> {
  const site = found(await office.site(), 'site')
  const parsed = parseQuery(q, dateIn(office.now(), site.zone))
  if (!parsed.ok) throw refusal('refused', 'query-wrong', { expected: parsed.problem.expected, at: 'q' })
  if (!readSort(sort)) throw refusal('refused', 'sort-wrong', { at: 'sort' })
  if (group !== null && !actor.rights.groups.get(group)?.members.includes(actor.id))
    throw refusal('refused', 'group-not-yours', { at: 'group' })
}

/** Keeps a list under a name; it is pinned at once. */
export async function keepView(office: Office, actor: Actor, input: ViewInput): Promise<{ id: string }> {
  await mustBeRight(office, actor, input)
  const site = found(await office.site(), 'site')
  const id = office.newId()
  await office.store.write(async (tx) => {
    const n = await viewCount(tx, site.id, actor.id)
    if (n >= MOST) throw refusal('conflict', 'views-many', { most: MOST })
    await addView(tx, { id, site_id: site.id, owner_id: actor.id, made_at: office.now(), ...columnsOf(input) })
  })
  const pinned = await pinnedOf(office, actor)
  if (pinned.length < MOST_PINNED) await setPreference(office, actor, PINNED, [...pinned, id])
  return { id }
}

const columnsOf = ({ name, q, sort, columns, group }: ViewInput) => ({
  name,
  q,
  sort,
  columns: columns && JSON.stringify(columns),
  group_id: group,
})

async function mustOwn(office: Office, actor: Actor, id: string): Promise<void> {
  found(await viewOf(office.store.read, await siteId(office), actor.id, id), 'view')
}

export async function changeView(office: Office, actor: Actor, id: string, input: ViewInput): Promise<void> {
  await mustOwn(office, actor, id)
  await mustBeRight(office, actor, input)
  await office.store.write((tx) => updateView(tx, actor.id, id, columnsOf(input)))
}

export async function deleteView(office: Office, actor: Actor, id: string): Promise<void> {
  await mustOwn(office, actor, id)
  await office.store.write((tx) => dropView(tx, actor.id, id))
}

/** Puts a view where it is always seen with its count, or takes it from there. */
export async function pinView(office: Office, actor: Actor, id: string, pinned: boolean): Promise<void> {
  const now = (await pinnedOf(office, actor)).filter((one) => one !== id)
  if (pinned && now.length >= MOST_PINNED) throw refusal('conflict', 'pinned-many', { most: MOST_PINNED })
  await setPreference(office, actor, PINNED, pinned ? [...now, id] : now)
}
