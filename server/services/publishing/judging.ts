import type { LiveCause } from '../../../core/history/causes'
import { pathOf } from '../../../core/address/path'
import { fieldsOfKind } from '../../../core/content/fields'
import type { Filing } from '../../../core/kinds/kinds'
import type { Manifest } from '../../../core/content/content'
import { judge, type Judgement, type Wish } from '../../../core/plan/judge'
import type { Reader } from '../../store/database'
import type { ItemRow } from '../../store/items'
import { lastChange } from '../../store/live'
import type { SiteRow } from '../../store/sites'
import type { VersionRow } from '../../store/versions'
import { AskedSite } from './askedSite'
import type { Office } from '../office'
import { leavingItems } from '../../store/events'

interface Common {
  item: ItemRow
  person: string | null
  /** The planned event that asks for it, if one does; of a window, whether it opens or ends. */
  event: { id: string; at: string; edition?: string | null; opens?: boolean } | null
  /** How the item is filed with it, where it moves or becomes another kind. */
  to?: Filing
}

/** One wish to change what readers get. */
export type LiveChange =
  | (Common & {
      do: 'withdraw'
      /** The line of work that asked the gates for it, if one did. */
      draft?: string
      about?: object
    })
  | (Common & {
      do: 'put'
      version: VersionRow
      manifest: Manifest
      draft: string | null
      /** Whether the gates let exactly this version through, or the exception right stands in for them. */
      cleared: boolean
      behind: boolean
      shownDate: 'ask' | 'keep'
      cause: LiveCause
      /** Further facts for the journal, such as an exception's reason. */
      about?: object
    })

export interface Judged extends Judgement {
  at: string
  changes: LiveChange[]
}

/** Of changes that bring a temporary text, the items whose end is planned. */
export async function endingItems(db: Reader, changes: readonly LiveChange[]): Promise<Set<string>> {
  const items = changes.flatMap((change) => (change.do === 'put' && change.manifest.fields.lifetime === 'temporary' ? change.item.id : []))
  if (!items.length) return new Set()
  const rows = await leavingItems(db, items)
  return new Set(rows.map(({ item }) => item))
}

/** What a change asks of the site, as the core judges it. */
export const wishOf = (change: LiveChange, ending: ReadonlySet<string>): Wish => {
  const { item } = change
  const { kind, section } = change.to ?? { kind: item.kind, section: item.section_id }
  const common = { item: item.id, kind, section, title: item.title }
  if (change.do === 'withdraw') return { ...common, do: 'withdraw' }
  const { version, manifest, cleared, behind, shownDate } = change
  // What shows for a while ends with that; what readers had before, or have still, is not asked about again.
  const ends = change.draft === null || change.event?.opens || ending.has(item.id)
  return {
    ...common,
    do: 'put',
    version: version.id,
    fields: fieldsOfKind(kind, manifest.fields),
    cleared,
    behind,
    shownDate,
    ends,
    embargo: item.embargo_at,
  }
}

/**
 * What {@link changeLive} would do and refuse, without doing it. The core's judgement asks the site as it is; what the store
 * has not been asked yet is looked up, all at once, and the judgement is made again until it asks nothing new.
 */
export async function judgeLive(office: Office, tx: Reader, site: SiteRow, changes: LiveChange[], together = false): Promise<Judged> {
  const at = await instantFor(
    office,
    tx,
    changes.map(({ item }) => item.id),
  )
  return (await judgeAt(tx, site, changes, at, together)).judged
}

/**
 * The instant at which items change for readers: now, but after whatever changed for readers before, as intervals are never
 * empty and time never runs back on the site, whatever the clock says.
 */
export async function instantFor(office: Office, db: Reader, items: string[]): Promise<string> {
  const at = await lastChange(db, items)
  const now = office.now()
  return at !== null && at > now ? at : now
}

/** What changes would do at an instant, and all that was asked of the site to say so. */
export async function judgeAt(
  tx: Reader,
  site: SiteRow,
  changes: LiveChange[],
  at: string,
  together = false,
): Promise<{ judged: Judged; asked: AskedSite }> {
  const ids = changes.map(({ item }) => item.id)
  const asked = new AskedSite(tx, site.id)
  await asked.learnEntries([...ids, ...changes.flatMap((change) => (change.do === 'put' ? (change.manifest.fields.parent ?? []) : []))])
  const ending = await endingItems(tx, changes)
  const wishes = changes.map((change) => wishOf(change, ending))
  // Where each would stand as the site is now: what the judgement will ask first.
  await asked.learnOwners(
    wishes.flatMap((wish) => {
      if (wish.do === 'withdraw') return []
      const { parent } = wish.fields
      return pathOf(wish.kind, wish.fields, parent ? (asked.entry(parent)?.path ?? null) : null) ?? []
    }),
  )
  for (;;) {
    const judgement = judge(asked, wishes, at, site.zone, together)
    if (!(await asked.learn())) return { judged: { ...judgement, at, changes }, asked }
  }
}
