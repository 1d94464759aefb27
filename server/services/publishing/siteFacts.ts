import { isStale } from '../../../core/journal/actions'
import { LRUCache } from 'lru-cache'
import type { Fields } from '../../../core/content/fields'
import type { Kind } from '../../../core/kinds/kinds'
import { SiteAt, type Facts, type ItemHistory, type Stay } from '../../../core/plan/siteAt'
import type { Reader } from '../../store/database'
import { staysAfter, staysOf, type StayRow } from '../../store/stays'
import { siteId, type Office } from '../office'

/** An interval as the core knows it; its fields are read once they are asked for. */
class StoredStay implements Stay {
  readonly version: string
  readonly kind: Kind
  readonly section: string
  readonly from: string
  readonly to: string | null
  readonly shownDate: string | null
  readonly segment: string | null
  readonly parent: string | null
  readonly labelType: Fields['labelType'] | null
  private text: string | null
  private known: Fields | undefined
  constructor(row: StayRow) {
    this.version = row.version
    this.kind = row.kind
    this.section = row.section
    this.from = row.from
    this.to = row.to
    this.shownDate = row.shown
    this.segment = row.segment
    this.parent = row.parent
    this.labelType = row.labelType
    this.text = row.fields
  }
  get fields(): Fields {
    if (this.known === undefined) {
      this.known = JSON.parse(this.text!) as Fields
      this.text = null
    }
    return this.known
  }
}

/** So many intervals are read at once: what else the process does waits for no more of them. */
const PART = 1_000

/** Views kept; one of a past moment stays true for ever. */
const KEPT = 6

/**
 * What readers got of every item, over all time, in memory: read when it is first asked for and then kept up with the
 * journal. From it any moment's site is worked out.
 */
export class SiteFacts {
  private facts: Promise<Map<string, ItemHistory>> | undefined
  private now: SiteAt | undefined
  /** When readers last got something else. */
  private newest = ''
  private readonly stale = new Set<string>()
  private readonly views = new LRUCache<string, SiteAt>({ max: KEPT })

  constructor(private readonly office: Office) {
    office.onNews((rows) => {
      for (const { action, item } of rows) if (item && isStale(action, 'live')) this.stale.add(item)
    })
  }

  /**
   * The site as it is now; the same view while nothing changes for readers. Where the clock was set back, that is the site
   * of the last change: what readers get does not go back with it.
   */
  async present(): Promise<SiteAt> {
    const facts = await this.get()
    const now = this.office.now()
    return (this.now ??= new SiteAt(facts, now > this.newest ? now : this.newest))
  }

  /** All that is known, as of the last commit that was heard. */
  async get(): Promise<Facts> {
    await this.office.settle()
    const db = this.office.store.read
    const facts = await (this.facts ??= this.load(db))
    if (this.stale.size) {
      const items = [...this.stale]
      this.stale.clear()
      this.now = undefined
      const rows = await staysOf(db, items)
      // At once, without a moment between in which a view would miss them.
      for (const item of items) facts.delete(item)
      this.take(facts, rows)
    }
    return facts
  }

  private async load(db: Reader): Promise<Map<string, ItemHistory>> {
    const facts = new Map<string, ItemHistory>()
    for (let after = 0; ;) {
      const rows = await staysAfter(db, await siteId(this.office), after, PART)
      if (!rows.length) return facts
      this.take(facts, rows)
      after = rows.at(-1)!.n
    }
  }

  /** The site as readers had it at a moment that is past, or has it now. */
  async at(moment: string): Promise<SiteAt> {
    const facts = await this.get()
    const past = moment < this.office.now()
    const known = past ? this.views.get(moment) : undefined
    if (known) return known
    const view = new SiteAt(facts, moment)
    if (past) this.views.set(moment, view)
    return view
  }

  private take(facts: Map<string, ItemHistory>, rows: StayRow[]): void {
    for (const row of rows) {
      const history = facts.get(row.item)
      const stay = new StoredStay(row)
      if (!history) facts.set(row.item, { stays: [stay] })
      else {
        history.stays.push(stay)
        // The store has them in the order of their times, as they were written; what was brought in may have them otherwise.
        if (history.stays.at(-2)!.from > stay.from) history.stays.sort((a, b) => (a.from < b.from ? -1 : 1))
      }
      const last = row.to ?? row.from
      if (last > this.newest) this.newest = last
    }
  }
}
