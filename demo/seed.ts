import { v7 } from 'uuid'
import type { GivenRole, RightsChange } from '../core/access/rightsChange'
import type { Content } from '../core/content/content'
import type { Edit } from '../core/content/edits'
import type { Kind } from '../core/kinds/kinds'
import { wallTimeOf } from '../core/time/zone'
import { indexVersions } from '../server/jobs/versionIndexer'
import { indexLive } from '../server/jobs/searchIndex'
import { runDue } from '../server/jobs/scheduler'
import { actorFrom, type Actor } from '../server/services/people/access'
import { sendNotifications } from '../server/services/mail/news'
import { personById } from '../server/store/people'
import { journalHead } from '../server/store/journal'
import { discardDraft, openDraft } from '../server/services/writing/drafts'
import { saveEdits } from '../server/services/writing/saving'
import { clearDraft, returnDraft } from '../server/services/reviewing/review'
import { sendDraft } from '../server/services/reviewing/sending'
import { changeOfficeFields, createItem } from '../server/services/writing/items'
import { withIncoming } from '../server/services/media/incoming'
import { addFile, addPicture } from '../server/services/media/media'
import { saveRoute, saveRules } from '../server/services/reviewing/routes'
import { ANYONE, DEFAULT_ROUTE, DEFAULT_RULES } from '../core/flow/route'
import { listRules } from '../server/store/routes'
import { openOffice, siteId, type Office } from '../server/services/office'
import { choosePassword as chooseMemberPassword } from '../server/services/members/accounts'
import { inviteMember } from '../server/services/members/membership'
import { makeMemberGroup, makePagePassword } from '../server/services/members/readersAccess'
import { choosePassword } from '../server/services/people/invitations'
import { makePasswordLink } from '../server/services/people/passwordLinks'
import { changeRights } from '../server/services/people/rightsChange'
import { changeEdition, makeEdition, putEditionLive } from '../server/services/planning/editions'
import { addEntries } from '../server/services/planning/editionEntries'
import { plan, setEmbargo } from '../server/services/planning/events'
import { putLiveNow, rollBack, withdraw } from '../server/services/publishing/publishing'
import { addUses } from '../server/store/addresses'
import { makeRedirect } from '../server/services/site/redirects'
import { addSection } from '../server/services/site/sections'
import { firstStart } from '../server/services/site/sites'
import { itemById } from '../server/store/items'
import { readManifest, versionById } from '../server/store/versions'
import { HOLDERS, MEMBERS, MEMBERS_PAGES, memberEmailOf, PRESS_PASSWORD } from './members'
import { DEMO_PASSWORD, emailOf, PEOPLE, SECTIONS, type PersonKey, type SectionName, GROUPS } from './people'
import { drawScene, type Vessel } from './pictures'
import { leaflet } from './leaflet'
import { blocksOf } from './prose'
import { newEntry, type MenuEntry } from '../core/menu/entries'
import { seeded, type Random } from './random'
import { PAGES, type PageText } from './texts/pages'
import { dayName, monthAfter, SEASON_TEXTS, seasonOf, type SeasonName } from './season'
import { LABELS, makePosts, noticesOn, type PostText } from './texts/posts'

export const ZONE = 'Europe/Oslo'
const HOUR = 3_600_000
const DAY = 24 * HOUR
/** In so many days the next season's timetable begins. */
const SEASON_AHEAD = 19
const capital = (name: SeasonName) => `${name[0]!.toUpperCase()}${name.slice(1)}`
/** The last day of the month of an instant. */
const lastDayOf = (at: number) => {
  const day = new Date(at)
  return new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + 1, 0)).toISOString().slice(0, 10)
}
/** The day of the week of a calendar date, Sunday 0. */
const weekdayOf = (date: string) => new Date(`${date}T00:00Z`).getUTCDay()

interface Options {
  /** The moment that the demo ends at: its present. */
  now: Date
  seed?: number
  posts?: number
  progress?: (words: string) => void
}

/** How readers came by the redirected addresses in the three weeks before an instant: more at weekends, when people stand on quays. */
const posterUses = (until: number) =>
  Object.entries({ '/boats': 9, '/bikes': 4, '/old-site/*': 2, '/rover-ticket': 1 }).flatMap(([address, usual], turn) =>
    Array.from({ length: 19 }, (_, day) => {
      const at = new Date(until - (19 - day) * DAY)
      const hits = usual + ((day * 7 + turn * 3) % 5) + (at.getUTCDay() % 6 === 0 ? usual : 0)
      return { address, day: at.toISOString().slice(0, 10), hits, last: at.toISOString() }
    }).filter(({ day }) => usual > 1 || new Date(day).getUTCDay() === 3),
  )

/**
 * Writes the scenario into an empty data folder, through the same services that people use, along eighteen months of a
 * clock of its own. The same seed and present give the same data.
 */
export async function seedDemo(folder: string, { now, seed = 1911, posts = 140, progress = () => {} }: Options): Promise<void> {
  const random = seeded(seed)
  let present = now.getTime() - 550 * DAY
  const draws = { from: random }
  const office = await openOffice(
    folder,
    { now: () => new Date(present) },
    { newId: () => v7({ msecs: present, random: draws.from.bytes(16) }), durable: false },
  )
  try {
    await new Story(office, random, draws, (at) => (present = at), now.getTime(), progress).tell(posts)
  } finally {
    await office.close()
  }
}

interface Written {
  item: string
  draft: string
  head: string
}

class Story {
  private readonly people = new Map<string, string>()
  private readonly sections = new Map<string, string>()
  private readonly refs = new Map<string, string>()
  private readonly steps: { at: number; order: number; run: () => Promise<void> }[] = []
  private readonly pictures = new Map<string, string>()

  constructor(
    private readonly office: Office,
    private readonly random: Random,
    /** Where the ids of what the services make are drawn from. */
    private readonly draws: { from: Random },
    private readonly setClock: (at: number) => void,
    private readonly now: number,
    private readonly progress: (words: string) => void,
  ) {}

  private async as(key: PersonKey): Promise<Actor> {
    const row = (await personById(this.office.store.read, this.people.get(key)!))!
    return actorFrom(row, await this.office.rights())
  }

  private later(at: number, run: () => Promise<void>): void {
    this.steps.push({ at: Math.min(at, this.now - 60_000 + this.steps.length), order: this.steps.length, run })
  }

  /** Runs the steps so far in the order of their moments. */
  private async play(words: string): Promise<void> {
    this.steps.sort((a, b) => a.at - b.at || a.order - b.order)
    let done = 0
    for (const step of this.steps) {
      this.setClock(step.at)
      await runDue(this.office)
      await step.run()
      if (++done % 100 === 0) this.progress(`${words}: ${done} of ${this.steps.length} steps`)
    }
    this.steps.length = 0
    await this.office.settle()
  }

  private readonly blockId = () =>
    `b${v7({ msecs: 0, random: this.random.bytes(16) })
      .replaceAll('-', '')
      .slice(-18)}`
  private blocks = (text: string) => blocksOf(text, this.refs, this.blockId)

  private async write(
    by: PersonKey,
    kind: Kind,
    section: string,
    title: string,
    content: Partial<Content>,
    parent?: string | null,
  ): Promise<Written> {
    const made = await createItem(this.office, await this.as(by), {
      kind,
      section,
      title,
      content: { fields: content.fields ?? {}, body: content.body ?? [] },
      ...(parent === undefined ? {} : { parent }),
    })
    return { item: made.item, draft: made.draft, head: made.version }
  }
  private async edit(by: PersonKey, written: Written, edits: Edit[], words = ''): Promise<void> {
    const saved = await saveEdits(this.office, await this.as(by), written.draft, {
      base: written.head,
      edits,
      ...(words ? { named: true, note: words } : {}),
    })
    written.head = saved.version
  }
  private send = async (by: PersonKey, { draft, head }: Written, words: string) =>
    void (await sendDraft(this.office, await this.as(by), draft, head, words))
  private clear = async (by: PersonKey, { draft, head }: Written, words = '') =>
    void (await clearDraft(this.office, await this.as(by), draft, head, 'review', words))
  private live = async (by: PersonKey, { draft, head }: Written) =>
    void (await putLiveNow(this.office, await this.as(by), draft, { head, shownDate: 'keep' }))
  /** A change of rights that asks nobody: there is one steward. */
  private async changeRights<T = object>(by: PersonKey, change: RightsChange): Promise<T> {
    const changed = await changeRights<T>(this.office, await this.as(by), change)
    if (changed.waits) throw new Error('A change of the demo waits for a second steward')
    return changed
  }
  private async change(by: PersonKey, item: string, name: string): Promise<Written> {
    const { draft, head } = await openDraft(this.office, await this.as(by), item, name)
    return { item, draft, head }
  }
  /** A picture of a boat or quay; some are drawn for each, and shared among the texts. */
  private async picture(what: { vessel: Vessel } | { quay: true }, alt: string) {
    const name = 'vessel' in what ? what.vessel : 'quay'
    const key = `${name} ${this.random.whole(1, 6)}`
    let media = this.pictures.get(key)
    if (!media) {
      const [by, drawn] = [await this.as('liv'), await drawScene(this.random, what)]
      media = (await withIncoming(this.office, [drawn], (file) => addPicture(this.office, by, file, `${name}.png`))).id
      this.pictures.set(key, media)
    }
    return { media, alt, decorative: false }
  }

  /** Lets a text go its way: sent, cleared, live, over some hours of a day. */
  private publish(at: number, by: PersonKey, written: () => Written, words: string): void {
    const reviewer = this.random.pick(['noor', 'bea'] as const)
    this.later(at, () => this.send(by, written(), words))
    this.later(at + this.random.whole(1, 4) * HOUR, () => this.clear(reviewer, written()))
    this.later(at + 5 * HOUR, () => this.live('idris', written()))
  }

  async tell(posts: number): Promise<void> {
    await this.found()
    await this.labelsAndAuthors()
    await this.pages()
    await this.news(posts)
    await this.notices()
    await this.deadlines()
    await this.unfinished()
    await this.routes()
    await this.away()
    await this.tellLately()
    this.progress('taking in the words for search')
    await indexLive(this.office)
    await indexVersions(this.office)
  }

  private async found(): Promise<void> {
    this.progress('founding the site')
    const { office } = this
    const maren = PEOPLE[0]
    this.people.set(
      'maren',
      await firstStart(office, {
        siteName: 'Larkholm Ferries',
        zone: ZONE,
        language: 'en',
        name: maren.name,
        email: emailOf(maren.name),
        password: DEMO_PASSWORD,
      }),
    )
    await office.settle()
    for (const name of SECTIONS) this.sections.set(name, await addSection(office, await this.as('maren'), name, null))
    await office.settle()
    for (const person of PEOPLE.slice(1)) {
      const roles: { role: string; section: string | null }[] = person.roles.map((entry) => ({
        role: entry.role,
        section: 'in' in entry ? this.sections.get(entry.in)! : null,
      }))
      const added = await this.changeRights<{ person: string }>('maren', {
        change: 'person',
        name: person.name,
        email: emailOf(person.name),
        roles,
      })
      const link = await office.store.write((tx) => makePasswordLink(office, tx, added.person, null, 1))
      await choosePassword(office, new URL(link).searchParams.get('with')!, DEMO_PASSWORD)
      this.people.set(person.key, added.person)
    }
    await office.settle()
    for (const group of GROUPS)
      await this.changeRights('maren', {
        change: 'group',
        group: null,
        name: group.name,
        roles: [...group.roles],
        members: group.members.map((key) => this.people.get(key)!),
      })
    await office.settle()
    const site = (await office.site())!
    const settings = await this.change('maren', site.settings_item, 'Foot of the page')
    await this.edit('maren', settings, [
      { op: 'field', name: 'summary', value: 'Five ports, three boats, one sound.' },
      { op: 'field', name: 'joining', value: 'open' },
      { op: 'field', name: 'footer', value: 'Larkholm Ferries, Long Quay 1, Larkholm\nTelephone +47 00 00 00 40, from six to twenty-two' },
    ])
    await this.send('maren', settings, '')
    await this.live('maren', settings)
    // From here on each has only the roles of the scenario.
    const everywhere = (role: string) => ({ role, section: null })
    const idris = PEOPLE.find((person) => person.key === 'idris')!.roles.map(({ role }) => everywhere(role))
    const setRoles = async (by: PersonKey, key: PersonKey, roles: GivenRole[]) => {
      await this.changeRights(by, { change: 'roles', person: this.people.get(key)!, roles })
      await office.settle()
    }
    // A second steward for a moment: nobody changes their own roles, so this one takes the founder's extra ones away.
    await setRoles('maren', 'idris', [...idris, everywhere('steward')])
    await setRoles('idris', 'maren', [everywhere('steward')])
    await setRoles('maren', 'idris', idris)
  }

  /** What is sent from here on should be read within a working day; notices have a fast lane. */
  private async deadlines(): Promise<void> {
    const { office } = this
    this.setClock(this.now - 4 * DAY)
    await office.store.write((tx) => journalHead(tx).then(({ seq }) => tx.insert('heard', [{ name: 'notifications', seq }], 'REPLACE')))
    const maren = this.people.get('maren')!
    const escalate = { ...ANYONE, people: [maren] }
    const review = {
      ...DEFAULT_ROUTE.steps[0]!.gates[0]!,
      deadline: { hours: 8, calendar: 'office-hours', remind: 2, escalate },
      checks: [
        { name: 'alternative-texts' as const, must: true },
        { name: 'dead-links' as const, must: false },
        { name: 'reading-ease' as const, must: false },
      ],
    }
    await saveRoute(office, await this.as('maren'), DEFAULT_ROUTE.id, { name: 'Reviewed', steps: [{ name: 'Review', gates: [review] }] })
    const urgent = await saveRoute(office, await this.as('maren'), null, {
      name: 'Notices: fast lane',
      steps: [{ name: 'Review', gates: [{ ...review, checks: [] }] }],
      fast: { hours: 4, calendar: 'office-hours', escalate, takesBack: false },
    })
    await saveRules(office, await this.as('maren'), [...DEFAULT_RULES, { kind: 'notice', section: null, route: urgent.route }])
    await office.settle()
  }

  /** Noor is away next week; Bea clears for her. */
  private async away(): Promise<void> {
    await this.changeRights('noor', {
      change: 'deputy',
      absent: this.people.get('noor')!,
      deputy: this.people.get('bea')!,
      gates: null,
      from: new Date(this.now + 3 * DAY).toISOString(),
      to: new Date(this.now + 10 * DAY).toISOString(),
    })
    await this.office.settle()
  }

  /** People have been told of the last days; the mails of that time were sent long ago. */
  private async tellLately(): Promise<void> {
    while ((await sendNotifications(this.office)) > 0);
    await this.office.store.write(async (tx) => {
      await tx.run('UPDATE mail SET sent_at = made_at, next_at = NULL')
      await tx.run('UPDATE notification SET seen_at = at WHERE at < $before', { before: new Date(this.now - 2 * DAY).toISOString() })
    })
  }

  /** Fares need the legal reviewer after the first reading; what was begun before finishes as it began. */
  private async routes(): Promise<void> {
    const { office } = this
    const noor = this.people.get('noor')!
    const desk = await this.changeRights<{ group: string }>('maren', {
      change: 'group',
      group: null,
      name: 'Legal desk',
      members: [noor],
      roles: [],
    })
    await office.settle()
    const gate = (id: string, name: string, groups: string[]) => ({
      id,
      name,
      who: { ...ANYONE, groups },
      needed: 1,
      authorsMayClear: false,
      covers: 'all-but-shown-date' as const,
    })
    const made = await saveRoute(office, await this.as('maren'), null, {
      name: 'Fares: read, then legal',
      steps: [
        { name: 'Reading', gates: [gate('review', 'Review', [])] },
        {
          name: 'Law',
          gates: [
            {
              ...gate('legal', 'Legal', [desk.group]),
              deadline: { hours: 16, calendar: 'office-hours', remind: 4, escalate: ANYONE },
              about: { fields: [], blocks: [], amounts: true, words: ['refund'] },
            },
          ],
        },
      ],
    })
    const fares = this.sections.get('Fares')!
    const rules = await listRules(office.store.read, await siteId(office))
    await saveRules(office, await this.as('maren'), [...rules, { kind: 'page', section: fares, route: made.route }])
    await office.settle()
  }

  private async labelsAndAuthors(): Promise<void> {
    this.progress('labels and authors')
    const section = this.sections.get('News')!
    for (const [type, key, title, broader] of LABELS) {
      const written = await this.write('wen', 'label', section, title, {
        fields: {
          labelType: type,
          broader: broader === undefined ? null : this.refs.get(`label:${broader}`)!,
          summary: type === 'series' ? 'A series, best read in order.' : '',
        },
      })
      await this.send('wen', written, '')
      await this.live('idris', written)
      this.refs.set(`label:${key}`, written.item)
    }
    const about: Partial<Record<PersonKey, string>> = {
      anton: 'Anton writes about works, weather and whatever is on the slip.',
      wen: 'Wen walks. She also keeps the leaflets in order.',
      sorley: 'Sorley has been a deckhand and has not quite stopped.',
      petra: 'Petra makes the timetables and explains them to anyone who asks.',
    }
    for (const [key, words] of Object.entries(about) as [PersonKey, string][]) {
      const name = PEOPLE.find((person) => person.key === key)!.name
      const written = await this.write(key, 'author', section, name, { fields: { summary: words }, body: this.blocks(words) })
      await this.send(key, written, '')
      await this.live('idris', written)
      this.refs.set(`author:${key}`, written.item)
    }
  }

  private pageWriter = (page: PageText): PersonKey =>
    page.section === 'Timetables' ? 'petra' : page.section === 'Fares' ? 'wen' : page.section === 'About' ? 'sorley' : 'anton'

  private async pages(): Promise<void> {
    const begin = this.now - 540 * DAY
    const written = new Map<string, Written>()
    const sheet = leaflet('All times', [
      'Larkholm - Vessa   06:10  07:40  09:10  12:10  15:40  18:10',
      'Larkholm - Innermost   06:30  11:30  16:30',
    ])
    const by = await this.as('liv')
    const file = await withIncoming(this.office, [sheet], (incoming) => addFile(this.office, by, incoming, 'All times.pdf'))
    this.refs.set('leaflet', file.id)
    PAGES.forEach((page, index) => {
      const by = this.pageWriter(page)
      const at = begin + Math.floor(index / 6) * DAY + (index % 6) * 20 * 60_000
      this.later(at, async () => {
        const cover = page.picture
          ? await this.picture(
              page.picture,
              'vessel' in page.picture
                ? `The ${page.picture.vessel} in the sound, seen from the side`
                : 'Houses along a quay, with hills behind',
            )
          : null
        const made = await this.write(by, 'page', this.sections.get(page.section)!, page.title, {
          fields: {
            parent: page.parent ? this.refs.get(page.parent)! : null,
            menuLabel: page.menu ?? '',
            order: page.order,
            inMenus: page.inMenus ?? true,
            summary: page.summary,
            ...(cover ? { cover } : {}),
          },
          body: this.blocks(page.text),
        })
        this.refs.set(page.key, made.item)
        written.set(page.key, made)
        await this.send(by, made, 'First text')
        await this.clear(this.random.pick(['noor', 'bea']), made)
        await this.live('idris', made)
      })
    })
    await this.play('pages')
    // Second thoughts, once all pages have ids that links can hold.
    for (const page of PAGES) {
      const by = this.pageWriter(page)
      const at = begin + 20 * DAY + this.random.whole(0, 9) * DAY
      const missing = /\]\(ref:/.test(page.text)
      if (missing) this.revise(at, by, page.key, 'Links to the other pages', () => this.blocks(page.text))
      const turns = this.random.whole(1, 2)
      for (let turn = 0; turn < turns; turn++) {
        const words = this.random.pick(['Shorter', 'As the crews say it', 'New figures', 'After a reader’s question'])
        this.revise(begin + this.random.whole(40, 520) * DAY + 9 * HOUR, by, page.key, words, () => [
          ...this.blocks(page.text),
          ...this.blocks(
            this.random.pick([
              'Ask on board if anything is unclear; the crew knows more than this page.',
              'Last looked through with the crews before the season began.',
              'This page changes when the boats do.',
              'Telephone us before you travel far for one crossing.',
            ]),
          ),
        ])
      }
    }
    // An address that hangs on old posters: it leads on to the new one.
    this.later(begin + 300 * DAY, async () => {
      const draft = await this.change('petra', this.refs.get('leaflets')!, 'New address')
      await this.edit('petra', draft, [{ op: 'field', name: 'segment', value: 'leaflets' }])
      await this.send('petra', draft, 'The address on the new leaflets is shorter')
      await this.clear('noor', draft)
      await this.live('idris', draft)
    })
    await this.play('changes of pages')
  }

  /** A change of a live page, from draft to live within a day or two; none where one is under way. */
  private revise(at: number, by: PersonKey, key: string, words: string, body: () => ReturnType<Story['blocks']>): void {
    const reviewer = by === 'petra' ? 'bea' : this.random.pick(['noor', 'bea'] as const)
    const wait = this.random.whole(1, 30) * HOUR
    let draft: Written | undefined
    this.later(at + wait, async () => draft && this.clear(reviewer, draft))
    this.later(at + wait + HOUR, async () => draft && this.live('idris', draft))
    this.later(at, async () => {
      const item = this.refs.get(key)!
      if ((await itemById(this.office.store.read, item))?.draft_id) return
      draft = await this.change(by, item, words)
      const old = await this.bodyOf(item)
      const next = body()
      const edits: Edit[] = next.map((block, index) =>
        old[index]
          ? { op: 'replace', block: { ...block, id: old[index]! } }
          : { op: 'insert', block, after: index ? (old[index - 1] ?? next[index - 1]!.id) : null },
      )
      for (const id of old.slice(next.length)) edits.push({ op: 'remove', id })
      await this.edit(by, draft, edits, words)
      await this.send(by, draft, words)
    })
  }

  private async bodyOf(item: string): Promise<string[]> {
    const row = (await itemById(this.office.store.read, item))!
    const version = (await versionById(this.office.store.read, row.live_version!))!
    return (await readManifest(this.office.store.read, version.manifest)).body.map(([id]) => id)
  }

  private async news(count: number): Promise<void> {
    const begin = this.now - 520 * DAY
    const step = (this.now - 2 * DAY - begin) / count
    const dayOf = (index: number) => new Date(begin + index * step)
    makePosts(this.random, count, dayOf).forEach((post, index) => {
      const day = dayOf(index)
      const at = Date.parse(`${day.toISOString().slice(0, 10)}T08:00:00Z`) + this.random.whole(0, 3) * HOUR
      let written: Written
      this.later(at - DAY, async () => {
        written = await this.post(post)
      })
      if (this.random.next() < 0.3)
        this.later(at - 2 * HOUR, () =>
          this.edit(post.author, written, [{ op: 'field', name: 'summary', value: post.summary }], 'Read through once more'),
        )
      this.publish(
        at,
        post.author,
        () => written,
        this.random.pick(['Ready, I think', 'Please check the figures', 'For tomorrow', 'Short one']),
      )
    })
    await this.play('posts')
  }

  private async post(post: PostText): Promise<Written> {
    const cover = post.picture
      ? await this.picture(post.picture, 'vessel' in post.picture ? `The ${post.picture.vessel} under way` : 'Houses along a quay')
      : null
    const labels = [...post.labels, ...(post.series ? [post.series.key] : [])].map((key) => this.refs.get(`label:${key}`)!)
    return this.write(post.author, 'post', this.sections.get('News')!, post.title, {
      fields: {
        summary: post.summary,
        labels,
        byline: [this.refs.get(`author:${post.author}`)!],
        ...(cover ? { cover } : {}),
        ...(post.series ? { seriesPart: post.series.part } : {}),
      },
      body: this.blocks(post.text),
    })
  }

  private notice(by: PersonKey, index: number): Promise<Written> {
    const notice = noticesOn(new Date(this.office.now()))[index]!
    return this.write(by, 'notice', this.sections.get('Service notices')!, notice.title, {
      fields: { summary: notice.summary, noticeLevel: notice.level },
      body: this.blocks(notice.text),
    })
  }

  private async notices(): Promise<void> {
    const at = this.now
    for (const [index, ago] of [
      [3, 130],
      [4, 40],
      [5, 21],
      [1, 3],
      [0, 2],
    ] as const) {
      let written: Written
      this.later(at - ago * DAY, async () => {
        written = await this.notice('anton', index)
        await this.send('anton', written, 'Quickly, please')
      })
      const wait = this.random.whole(4, 50) * 60_000
      this.later(at - ago * DAY + wait, () => this.clear('noor', written))
      this.later(at - ago * DAY + wait + 60_000, () => this.live('idris', written))
      if (ago > 10)
        this.later(at - (ago - 6) * DAY, async () => void (await withdraw(this.office, await this.as('idris'), written.item, written.head)))
    }
    this.later(at - 30 * HOUR, async () => {
      const sunday = new Date(at + ((7 - new Date(at).getUTCDay()) % 7 || 7) * DAY)
      const item = (await this.office.store.read.one<{ id: string }>("SELECT id FROM item WHERE kind = 'notice' AND title LIKE 'Tystie%'"))!
        .id
      await plan(this.office, await this.as('idris'), item, {
        kind: 'withdraw',
        date: wallTimeOf(sunday.toISOString(), ZONE).date,
        time: '22:00',
      })
    })
    await this.play('notices')
  }

  /** The season that begins next, whose timetable is being made. */
  private season() {
    const name = seasonOf(new Date(this.now + SEASON_AHEAD * DAY))
    return { name, ...SEASON_TEXTS[name] }
  }

  /** What is planned: a season's edition, a notice that comes each weekend, an embargo, and pages to be looked at again. */
  private plans(): void {
    const t = this.now
    const wall = (at: number) => wallTimeOf(new Date(at).toISOString(), ZONE)
    const on = (days: number, time: string) => ({ date: wall(t + days * DAY).date, time })
    const paragraph = (id: string, text: string): Edit => ({ op: 'replace', block: { id, kind: 'paragraph', text: [{ text }] } })
    const clearedChange = async (by: PersonKey, key: string, name: string, text: string) => {
      const draft = await this.change(by, this.refs.get(key)!, name)
      const [first] = await this.bodyOf(draft.item)
      await this.edit(by, draft, [paragraph(first!, text)], name)
      await this.send(by, draft, name)
      await this.clear('bea', draft)
      return draft
    }
    this.later(t - 16 * HOUR, async () => {
      const idris = await this.as('idris')
      const entries: { item: string; draft?: string; withdraw?: boolean }[] = []
      const { name, half, ...texts } = this.season()
      for (const [key, text] of [
        [`larkholm-innermost-${half}`, texts.innermost],
        [`vessa-grey-skerry-${half}`, texts.skerry],
        [`innermost-tarn-head-${half}`, texts.tarnHead],
        [
          'timetables',
          `The ${name} times hold from the first Saturday of the season. Print them as a leaflet, or look at the page of your route.`,
        ],
        ['bicycles', texts.bicycles],
      ] as const)
        entries.push({ item: this.refs.get(key)!, draft: (await clearedChange('petra', key, 'Next season', text)).draft })
      // A fare that its gates have not let through yet, and a page that others still link to.
      const fare = (await itemById(this.office.store.read, this.refs.get('cars')!))!
      entries.push({ item: fare.id, draft: fare.draft_id! }, { item: this.refs.get('ten-trip')!, withdraw: true })
      const { edition } = await makeEdition(this.office, idris, {
        name: `${capital(name)} timetable`,
        note: 'The whole season’s change, at four in the morning, when no boat sails.',
      })
      await addEntries(this.office, idris, edition, entries)
      await changeEdition(this.office, idris, edition, { moment: on(SEASON_AHEAD, '04:00') })
    })
    this.later(t - 9 * DAY, async () => {
      const idris = await this.as('idris')
      const entries = []
      for (const [key, text] of [
        ['luggage', 'Two bags each go free. Skis, prams and musical instruments do not count.'],
        ['groups', 'Groups of ten and more pay a third less, and the eleventh goes free.'],
      ] as const)
        entries.push({ item: this.refs.get(key)!, draft: (await clearedChange('wen', key, 'Simpler words', text)).draft })
      const { edition } = await makeEdition(this.office, idris, { name: 'Simpler words', note: '' })
      await addEntries(this.office, idris, edition, entries)
      await putEditionLive(this.office, idris, edition)
    })
    this.later(t - 50 * HOUR, async () => {
      const rush = await this.write('anton', 'notice', this.sections.get('Service notices')!, 'Weekend rush: come twenty minutes early', {
        fields: { summary: 'From Friday afternoon to Sunday night the car decks fill up early.', noticeLevel: 'information' },
        body: this.blocks(
          'From Friday afternoon to Sunday night the car decks fill up early.\nCome twenty minutes before your boat, with the ticket in hand.',
        ),
      })
      await this.send('anton', rush, 'For every weekend')
      await this.clear('noor', rush)
      const friday = (5 - weekdayOf(on(0, '').date) + 7) % 7 || 7
      await plan(this.office, await this.as('idris'), rush.item, {
        kind: 'window',
        draft: rush.draft,
        ...on(friday, '15:00'),
        until: on(friday + 2, '22:00'),
        rule: 'FREQ=WEEKLY;BYDAY=FR',
      })
    })
    this.later(t - 33 * HOUR, async () => {
      const vessel = await this.write('sorley', 'post', this.sections.get('News')!, 'A fourth vessel for the sound', {
        fields: { summary: 'She is called Skarv, and she is quiet.' },
        body: this.blocks('The board has ordered a fourth vessel.\nShe is called Skarv, runs on batteries, and comes next year.'),
      })
      await this.send('sorley', vessel, 'Not before the board has met')
      await this.clear('bea', vessel)
      await setEmbargo(this.office, await this.as('idris'), vessel.item, on(6, '12:00'))
      await plan(this.office, await this.as('idris'), vessel.item, { kind: 'put-live', draft: vessel.draft, ...on(6, '12:30') })
    })
    this.later(t - 20 * DAY, async () => {
      const idris = await this.as('idris')
      for (const [from, to, code, note] of [
        ['/boats', `item:${this.refs.get('timetables')!}`, 302, 'for the posters on the quays'],
        ['/bikes', `item:${this.refs.get('bicycles')!}`, 301, 'printed on the racks'],
        ['/old-site/*', '/archive', 301, 'links to the site before this one'],
        ['/rover-ticket', null, 410, 'not sold any more'],
      ] as const)
        await makeRedirect(this.office, idris, { from, to, code, note, until: null })
      await this.office.store.write((tx) => addUses(tx, idris.rights.site, posterUses(t)))
    })
    this.later(t - 14 * DAY, async () => {
      const maren = await this.as('liv')
      for (const [key, owner, days] of [
        ['to-tarn-head', 'idris', 3],
        ['access', 'bea', 12],
        ['statement', 'bea', 21],
        ['work', 'idris', 9],
        ['history', 'liv', 30],
      ] as const)
        await changeOfficeFields(this.office, maren, this.refs.get(key)!, {
          owner: (await this.as(owner)).id,
          reviewBy: on(days, '00:00').date,
        })
    })
  }

  /** A menu in the foot of every page. Its ids are drawn apart, so that all else of the story stays as it is. */
  private menu(): void {
    const own = seeded(4)
    const entry = (target: MenuEntry['target'], more: Partial<MenuEntry> = {}): MenuEntry => ({
      ...newEntry(v7({ msecs: 0, random: own.bytes(16) }), target),
      ...more,
    })
    const page = (key: string, more: Partial<MenuEntry> = {}) => entry({ is: 'link', href: `item:${this.refs.get(key)!}`, below: 0 }, more)
    const heading = (label: string, entries: MenuEntry[]) => entry({ is: 'heading' }, { label, entries })
    this.later(this.now - 20 * DAY, async () => {
      this.draws.from = own
      const menuEntries = [
        heading('Travelling', [
          page('timetables', { icon: 'clock' }),
          page('fares', { icon: 'ticket' }),
          page('bicycles', { icon: 'bicycle' }),
        ]),
        heading('Good to know', [page('access', { icon: 'accessibility' }), page('luggage'), page('refunds', { label: 'Money back' })]),
        heading('The line', [page('crew'), page('work'), page('press')]),
        heading('Ask us', [
          page('contact', { icon: 'phone', note: 'Somebody answers from six to ten' }),
          entry(
            { is: 'link', href: 'https://weather.example/vessa-sound', below: 0 },
            { label: 'Weather in the sound', icon: 'wind', newWindow: true },
          ),
        ]),
      ]
      const menu = await this.write('sorley', 'menu', this.sections.get('News')!, 'Foot of the site', {
        fields: { menuPlace: 'foot', menuEntries },
      })
      await this.send('sorley', menu, 'What people ask for most')
      await this.clear('bea', menu)
      await this.live('idris', menu)
      this.draws.from = this.random
    })
  }

  /** What is for holders of the season card, two of whom have an account, and a page for the press with a password. */
  private members(): void {
    const own = seeded(5)
    const blockId = () =>
      `b${v7({ msecs: 0, random: own.bytes(16) })
        .replaceAll('-', '')
        .slice(-18)}`
    this.later(this.now - 15 * DAY, async () => {
      this.draws.from = own
      const liv = await this.as('liv')
      const { id: holders } = await makeMemberGroup(this.office, liv, HOLDERS)
      const { id: press } = await makePagePassword(this.office, liv, { name: 'Press', password: PRESS_PASSWORD })
      const pages = new Map<string, string>()
      for (const { key, parent, section, title, summary, text } of MEMBERS_PAGES) {
        const access =
          key === 'holders'
            ? { who: 'groups' as const, groups: [holders] }
            : key === 'press-kit'
              ? { who: 'password' as const, password: press }
              : null
        const written = await this.write(
          'sorley',
          'page',
          this.sections.get(section)!,
          title,
          { fields: { summary, ...(access ? { access } : {}) }, body: blocksOf(text, this.refs, blockId) },
          pages.get(parent) ?? this.refs.get(parent)!,
        )
        pages.set(key, written.item)
        await this.send('sorley', written, 'For those whom it is meant for')
        await this.clear('noor', written)
        await this.live('idris', written)
      }
      for (const { name, holder } of MEMBERS) {
        const groups = holder ? [{ group: holders, until: lastDayOf(this.now + 120 * DAY) }] : []
        const { link } = await inviteMember(this.office, liv, { name, email: memberEmailOf(name), groups }, 'Larkholm Ferries')
        await chooseMemberPassword(this.office, new URL(link!).searchParams.get('token')!, DEMO_PASSWORD)
      }
      this.draws.from = this.random
    })
  }

  /** Banners of the front page, one of them kept for another year, and a paragraph that shows at weekends. */
  private banners(): void {
    const t = this.now
    const on = (days: number, time: string) => ({ date: wallTimeOf(new Date(t + days * DAY).toISOString(), ZONE).date, time })
    const made = [
      [
        'Walk the ridge, sail home',
        'The first boat takes you to Tarn Head, the last one back from Innermost.',
        'tarn-head',
        'Ridge walk',
        24,
      ],
      ['Your bicycle travels free', 'On every boat, all year round.', 'bicycles', 'Bicycles', 16],
      ['Ten together pay a third less', 'School classes, choirs, work outings: ring us the day before.', 'groups', 'Groups', 9],
      ['The night boat is back', 'Fridays at 23:40, until the nights grow light.', 'night-boat', 'Night boat, last year', 0],
    ] as const
    for (const [index, [title, summary, target, internalName, days]] of made.entries()) {
      const begin = t - (days ? 4 : 300) * DAY + index * HOUR
      let banner: Written | undefined
      this.later(begin, async () => {
        const media = [...this.pictures.values()][index]
        banner = await this.write('sorley', 'banner', this.sections.get('News')!, title, {
          fields: {
            summary,
            target: `item:${this.refs.get(target)!}`,
            order: index * 100,
            ...(media ? { cover: { media, alt: '', decorative: true } } : {}),
          },
        })
        await changeOfficeFields(this.office, await this.as('liv'), banner.item, { internalName })
        await this.send('sorley', banner, 'For the front page')
        await this.clear('bea', banner)
        const until = days ? on(days, '23:00') : on(-260, '23:00')
        const from = wallTimeOf(new Date(begin + HOUR).toISOString(), ZONE)
        await plan(this.office, await this.as('idris'), banner.item, {
          kind: 'window',
          draft: banner.draft,
          date: from.date,
          time: from.time,
          until,
        })
      })
      // The clock must stand within the window once, so that it opens.
      this.later(begin + 2 * HOUR, async () => {})
    }
    this.later(t - 6 * DAY, async () => {
      const draft = await this.change('petra', this.refs.get('larkholm')!, 'Weekends')
      const friday = (5 - weekdayOf(on(0, '').date) + 7) % 7
      const [paragraph] = this.blocks(
        'From Friday afternoon to Sunday night, queue in lane three: the others are kept for those with a booking.',
      )
      const [first] = await this.bodyOf(draft.item)
      const window = { from: `${on(friday - 7, '').date}T15:00`, until: `${on(friday - 5, '').date}T22:00`, rule: 'FREQ=WEEKLY;BYDAY=FR' }
      await this.edit('petra', draft, [{ op: 'insert', after: first!, block: { ...paragraph!, window } }], 'Lane three at weekends')
      await this.send('petra', draft, 'Shows from Friday to Sunday, by itself')
      await this.clear('noor', draft)
      await this.live('idris', draft)
    })
  }

  /** Work that is still under way at the demo's present, so that every list has something true to show. */
  private async unfinished(): Promise<void> {
    const t = this.now
    const wall = (at: number) => wallTimeOf(new Date(at).toISOString(), ZONE)
    const news = this.sections.get('News')!
    const [today, season] = [new Date(t), this.season()]
    const write = (by: PersonKey, title: string, summary: string, text: string, section: SectionName = 'News', kind: Kind = 'post') =>
      this.write(by, kind, this.sections.get(section)!, title, {
        fields: { summary, ...(kind === 'post' ? { byline: [this.refs.get(`author:${by}`)!].filter(Boolean) } : {}) },
        body: this.blocks(text),
      })
    const setTime = async (item: string, at: number, time?: string) =>
      void (await plan(this.office, await this.as('idris'), item, { kind: 'put-live', date: wall(at).date, time: time ?? wall(at).time }))

    // Waiting at the gate.
    this.later(t - 26 * HOUR, async () => {
      const draft = await this.change('wen', this.refs.get('cars')!, `${capital(season.name)} fares`)
      const [, , table] = await this.bodyOf(this.refs.get('cars')!)
      const block = this.blocks(
        '| Route | Car | Van | With trailer |\n| Larkholm – Vessa | 192 kr | 268 kr | 341 kr |\n| Larkholm – Innermost | 152 kr | 214 kr | 287 kr |\n| Vessa – Grey Skerry | no cars | < | < |\n| Larkholm – Tarn Head | 229 kr | 305 kr | 398 kr |',
      )[0]!
      await this.edit(
        'wen',
        draft,
        [{ op: 'replace', block: { ...block, id: table! } }],
        `Vessa up six kroner from ${monthAfter(today, 1)}`,
      )
      await this.send('wen', draft, `Vessa fare up six kroner from ${monthAfter(today, 1)}; please look at all three figures`)
    })
    this.later(t - 9 * HOUR, async () =>
      this.send(
        'sorley',
        await write(
          'sorley',
          `Night boat returns ${today.getUTCMonth() < 6 ? 'in June' : 'for Advent'}`,
          'On Fridays the Auk sails at 23:40 again.',
          `The night boat comes back on the first Friday ${today.getUTCMonth() < 6 ? 'in June' : 'of Advent'}.\nBring a pullover; the saloon is cold at that hour.`,
        ),
        'Concert people keep asking',
      ),
    )
    this.later(t - 4 * HOUR, async () => this.send('anton', await this.notice('anton', 2), 'For Thursday'))
    this.later(t - 3 * HOUR, async () => {
      const draft = await this.change('petra', this.refs.get(`larkholm-vessa-${season.half}`)!, `Next ${season.name}`)
      const first = (await this.bodyOf(draft.item))[0]!
      await this.edit(
        'petra',
        draft,
        [
          {
            op: 'replace',
            block: {
              id: first,
              kind: 'paragraph',
              text: [{ text: season.vessa }],
            },
          },
        ],
        'One more boat at 18:30',
      )
      await this.send('petra', draft, 'One more boat at 18:30')
    })
    // Returned with notes.
    this.later(t - 22 * HOUR, async () => {
      const draft = await this.change('sorley', this.refs.get('to-innermost')!, 'The bus has moved')
      const [first] = await this.bodyOf(draft.item)
      await this.edit(
        'sorley',
        draft,
        [
          {
            op: 'replace',
            block: {
              id: first!,
              kind: 'paragraph',
              text: [{ text: 'The valley bus leaves from behind the school and waits ten minutes for late boats.' }],
            },
          },
        ],
        'The bus stop has moved',
      )
      await this.send('sorley', draft, 'The stop has moved')
      await returnDraft(this.office, await this.as('bea'), draft.draft, draft.head, 'review', [
        { text: 'The bus leaves from the other side now. Say how far it is from the boat, with a wheelchair in mind.', place: first! },
      ])
    })
    this.later(t - 20 * HOUR, async () => {
      const draft = await write(
        'anton',
        'Why the Auk sails slower this year',
        'A knot less in the middle of the sound.',
        'The Auk sails a knot slower this year.\nThat saves fuel, and she is quieter.\nNobody arrives later: she is quicker at the quay.',
      )
      await this.send('anton', draft, 'Ready, I think')
      await returnDraft(this.office, await this.as('noor'), draft.draft, draft.head, 'review', [
        { text: 'Say how much fuel. Readers will ask.', place: null },
      ])
    })
    // Cleared: one without a time, three planned, one that cannot go because it was changed afterwards.
    this.later(t - 7 * HOUR, async () => {
      const draft = await write(
        'wen',
        'A map on every quay',
        'Drawn by hand, and right.',
        'Each quay now has a map, drawn by hand by the pupils of Innermost.\nThe footpaths are right; we have walked them.',
      )
      await this.send('wen', draft, 'Nothing urgent')
      await this.clear('bea', draft, 'Lovely')
    })
    for (const [title, summary, by, hours] of [
      [`Extra sailings on ${dayName(new Date(t + 44 * HOUR))}`, 'Four more boats, and flags on all of them.', 'anton', 20],
      ['The Petrel is back from the yard', 'With quieter bearings and new seats.', 'sorley', 41],
      ['Tide table for the next twelve months', 'High and low water at all five quays.', 'petra', 24 * 12],
    ] as const)
      this.later(t - 30 * HOUR, async () => {
        const draft = await write(by, title, summary, `${summary}\nThe [timetables](ref:timetables) have the details.`)
        await this.send(by, draft, 'With a time, please')
        await this.clear('noor', draft)
        const at = t + hours * HOUR
        await setTime(draft.item, at, hours > 100 ? '04:00' : `${wall(at).time.slice(0, 2)}:00`)
      })
    this.later(t - 28 * HOUR, async () => {
      const draft = await write(
        'wen',
        'Bicycles on the early crossing',
        'How many fit, and where they stand.',
        'On the 06:10 there is now room for twenty bicycles, on the port side.\nFold what can be folded.',
      )
      await this.send('wen', draft, 'Checked with the mate')
      await this.clear('bea', draft)
      await setTime(draft.item, t - 2 * HOUR)
      await this.edit(
        'wen',
        draft,
        [
          {
            op: 'insert',
            after: null,
            block: { id: this.blockId(), kind: 'paragraph', text: [{ text: 'From Monday the mate counts bicycles on the early boat.' }] },
          },
        ],
        'One sentence more',
      )
    })
    // Drafts, a discarded one, a roll-back, and one that went live without clearance.
    for (const [by, title, summary, ago] of [
      ['anton', 'What the harbour pilot sees', '', 50],
      ['wen', 'Five walks, and a sixth', 'One that we left out.', 30],
      ['sorley', 'How the ramp at Tarn Head was mended', '', 12],
      ['petra', 'How we set the timetable', 'Tides, trains, and the school bell.', 6],
    ] as const)
      this.later(
        t - ago * HOUR,
        async () => void (await write(by, title, summary, 'First thoughts.\nMore to come after I have spoken with the crew.')),
      )
    this.later(t - 90 * HOUR, async () => {
      const draft = await this.write('anton', 'post', news, 'Old harbour timetable', { fields: { summary: 'No longer wanted.' } })
      await discardDraft(this.office, await this.as('anton'), draft.draft, draft.head)
    })
    this.later(t - 70 * HOUR, async () => {
      const item = this.refs.get('refunds')!
      const before = (await itemById(this.office.store.read, item))!.live_version!
      const draft = await this.change('wen', item, 'Shorter')
      await this.edit('wen', draft, [{ op: 'field', name: 'summary', value: 'When you get your money back.' }], 'Shorter summary')
      await this.send('wen', draft, 'Shorter')
      await this.clear('bea', draft)
      await this.live('idris', draft)
      this.setClock(t - 68 * HOUR)
      await rollBack(this.office, await this.as('idris'), item, before, draft.head)
    })
    this.later(t - 5 * HOUR, async () => {
      const draft = await this.write('anton', 'notice', this.sections.get('Service notices')!, 'Storm: no boats to Grey Skerry today', {
        fields: { summary: 'The swell at the Lighthouse Steps is too high. All other boats sail.', noticeLevel: 'urgent' },
        body: this.blocks(
          'No boats to Grey Skerry today. The swell at the Lighthouse Steps is too high to lie there.\nAll other boats sail. We look again at six tomorrow morning.',
        ),
      })
      await putLiveNow(this.office, await this.as('idris'), draft.draft, {
        head: draft.head,
        fast: 'Storm; both reviewers are at sea',
      })
    })
    // Two lines of work on one page: a rewrite for the season waits while a fix goes live, and they touch one paragraph.
    const ages = () => this.refs.get('young-old')!
    const paragraph = (id: string, text: string): Edit => ({ op: 'replace', block: { id, kind: 'paragraph', text: [{ text }] } })
    this.later(t - 60 * HOUR, async () => {
      const rewrite = await this.change('petra', ages(), `Rewrite for the ${season.name}`)
      const [first, second] = await this.bodyOf(ages())
      await this.edit('petra', rewrite, [
        paragraph(
          first!,
          `Under six: free. From six to sixteen: half, and free on Sundays from ${monthAfter(today, 1)} to ${monthAfter(today, 4)}. From 67: half, with any proof of age.`,
        ),
        {
          op: 'insert',
          after: second!,
          block: {
            id: this.blockId(),
            kind: 'paragraph',
            text: [{ text: `In ${monthAfter(today, 2)} a family of four crosses for the price of two on any weekday.` }],
          },
        },
      ])
    })
    this.later(t - 18 * HOUR, async () => {
      const fix = await this.change('wen', ages(), 'Fix of the age')
      const [first] = await this.bodyOf(ages())
      await this.edit(
        'wen',
        fix,
        [paragraph(first!, 'Under six: free. From six to seventeen: half. From 67: half, with any proof of age.')],
        'It was fifteen; the board decided seventeen',
      )
      await this.send('wen', fix, 'Please quickly: the board decided seventeen')
      await this.clear('bea', fix, 'Yes!')
      await this.live('idris', fix)
    })
    this.later(t - 40 * HOUR, async () => {
      const draft = await this.change('sorley', this.refs.get('crew')!, 'Names of the deck crew')
      const [first] = await this.bodyOf(draft.item)
      await this.edit('sorley', draft, [paragraph(first!, 'Nineteen people run the boats, and some of them have asked not to be named.')])
      await discardDraft(this.office, await this.as('sorley'), draft.draft, draft.head)
    })
    this.plans()
    this.banners()
    this.menu()
    this.members()
    await this.play('work under way')
    this.setClock(t)
    await runDue(this.office)
  }
}
