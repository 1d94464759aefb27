import { reason } from '../words/ruleReasons'
import { checkSegment } from '../address/segment'
import type { Fields } from '../content/fields'
import { can, type Kind, KINDS } from '../kinds/kinds'
import type { Reason } from '../outcome'
import { daysBetween } from '../time/zone'

/** What going live needs to know beside the content itself. */
export interface GoingLive {
  kind: Kind
  fields: Fields
  /** Whether every gate stands cleared for exactly this version. */
  cleared: boolean
  /** The address it would have; `null` when it cannot be made. */
  path: string | null
  /** Whether its parent page is on the site (true for items without one). */
  parentLive: boolean
  /** Whether the new parent lies below the page itself. */
  loop: boolean
  /** The title of a live item that has this address now. */
  pathTakenBy: string | null
  /** Whether it replaces another live version than the one it was written on, and nobody accepted that. */
  behind: boolean
  /** Whether nothing of it is on the site now: behind, it was taken off since. */
  gone: boolean
  /** Today's date in the site's zone. */
  today: string
  /** The moment before which nobody may put it live, in words, while that lies ahead. */
  embargo: string | null
  /** Whether it is planned that it leaves the site again. */
  ends: boolean
  /** What the person answered about a shown date older than a month; a planned event keeps it. */
  shownDate: 'ask' | 'keep'
}

/**
 * Whether a planned change meets another state of the site than the one it was written on: `base` is the version that was
 * there then, `replaced` the one it would replace (`null`: none), `accepted` what someone let it replace all the same
 * (`none`: nothing).
 */
export const isBehind = (base: string | null, replaced: string | null, accepted: string | null): boolean =>
  replaced !== base && accepted !== (replaced ?? 'none')

/** That another item, by its title, has an address. */
export const taken = (title: string, path: string): Reason => reason('segment-taken', { title, path, at: 'segment' })

/** Shown dates older than this many days are asked about. */
export const OLD_DATE_DAYS = 31

/**
 * What stands between a version and the readers, as reasons with the field to mend. An empty answer lets it through.
 * Used when a person puts it live, when it is planned (as a warning), and again inside the transaction that does it.
 */
export function notReady(change: GoingLive): Reason[] {
  const { kind, fields } = change
  const reasons: Reason[] = []
  if (!change.cleared) reasons.push(reason('not-cleared', { what: 'version' }))
  if (change.embargo !== null) reasons.push(reason('embargo', { until: change.embargo, at: 'embargo' }))
  if (fields.lifetime === 'temporary' && !change.ends) reasons.push(reason('end-missing', { at: 'lifetime' }))
  if (!fields.title?.trim()) reasons.push(reason('title-missing', { of: 'page', at: 'title' }))
  if (KINDS[kind].address !== null) {
    reasons.push(...checkSegment(fields.segment ?? '', can(kind, 'tree') && !fields.parent))
    if (change.loop) reasons.push(reason('parent-loop', { asked: 'ready', at: 'parent' }))
    else if (!change.parentLive) reasons.push(reason('parent-not-live', { at: 'parent' }))
    if (change.path && change.pathTakenBy !== null) reasons.push(taken(change.pathTakenBy, change.path))
  }
  if (change.behind) reasons.push(reason('behind', { since: change.gone ? 'taken-off' : 'changed' }))
  if (can(kind, 'dated') && change.shownDate === 'ask' && fields.shownDate && daysBetween(fields.shownDate, change.today) > OLD_DATE_DAYS)
    reasons.push(reason('shown-date-old', { date: fields.shownDate, at: 'shownDate' }))
  return reasons
}
