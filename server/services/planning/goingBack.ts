import { reasonAbout } from '../../../core/words/reason'
import { merge, placeOf } from '../../../core/history/merge'
import { differences, type Difference } from '../../../core/plan/differences'
import type { Site } from '../../../core/plan/siteAt'
import { fullIn } from '../../../core/time/words'
import type { Content } from '../../../core/content/content'
import { manifestOf } from '../../../core/content/content'
import type { Reader, Tx } from '../../store/database'
import { addAuthorsFrom } from '../../store/drafts'
import { setEdition, editionById, type EditionEffect, editionEffects, type EditionRow } from '../../store/editions'
import { addEvents, eventsOfEdition } from '../../store/events'
import { itemById, itemsByIds, type ItemRow } from '../../store/items'
import { bytesOf, readContent, readManifest, versionById } from '../../store/versions'
import { may, must, sectionsWhere, type Actor } from '../people/access'
import { beginDraft } from '../writing/drafts'
import { addHead } from '../writing/saving'
import { insertEdition } from './editions'
import { entryRow } from './entryRow'
import { goLive } from './editionRun'
import { loadDraft } from '../writing/loadedDraft'
import { siteId, type Office } from '../office'
import { found, refusal, Refusal } from '../refusal'
import type { SiteFacts } from '../publishing/siteFacts'
import { withAncestors } from '../../../core/access/rights'

/** What going back does with one item. */
export interface Step {
  item: string
  kind: ItemRow['kind']
  title: string
  section: string
  /** At once: an earlier version again, or off the site. As work: a draft that takes back what the edition did and keeps what came since. */
  does: 'restore' | 'withdraw' | 'draft'
  version: string | null
  /** Places of a draft in which what came since and what is taken back are one; what came since stands there. */
  conflicts: string[]
}

const contentOf = async (db: Reader, version: string): Promise<Content> => {
  const row = found(await versionById(db, version), 'version')
  return readContent(db, await readManifest(db, row.manifest))
}

/** Takes back what an edition did to an item that was changed since: the merged content, what came since standing where both meet. */
async function takenBack(
  db: Reader,
  effect: EditionEffect & { before: string; after: string },
  live: string,
): Promise<{ content: Content; conflicts: string[] }> {
  const [base, now, then] = await Promise.all([contentOf(db, effect.after), contentOf(db, live), contentOf(db, effect.before)])
  const merged = merge(base, now, then)
  if (merged.ok) return { content: merged.content, conflicts: [] }
  const places = merged.conflicts.map(placeOf)
  const settled = merge(base, now, then, Object.fromEntries(places.map((place) => [place, 'a' as const])))
  return { content: settled.ok ? settled.content : now, conflicts: places }
}

async function undoSteps(db: Reader, edition: EditionRow): Promise<{ step: Step; effect: EditionEffect; item: ItemRow }[]> {
  if (edition.state !== 'live' || edition.live_at === null) throw refusal('conflict', 'edition-not-live')
  if (edition.undone_by !== null) throw refusal('conflict', 'edition-undone')
  const effects = await editionEffects(db, edition.id, edition.live_at)
  const items = await itemsByIds(
    db,
    effects.map(({ item }) => item),
  )
  const steps: { step: Step; effect: EditionEffect; item: ItemRow }[] = []
  for (const effect of effects) {
    const item = items.get(effect.item)!
    const common = { item: item.id, kind: item.kind, title: item.title, section: item.section_id, conflicts: [] }
    if (effect.before === effect.after) continue
    if (effect.untouched)
      steps.push({ step: { ...common, does: effect.before === null ? 'withdraw' : 'restore', version: effect.before }, effect, item })
    else if (effect.before !== null && effect.after !== null && item.live_version !== null) {
      const { conflicts } = await takenBack(db, { ...effect, before: effect.before, after: effect.after }, item.live_version)
      steps.push({ step: { ...common, does: 'draft', version: effect.before, conflicts }, effect, item })
    }
  }
  return steps
}

const mustGoBack = (actor: Actor, steps: readonly Pick<Step, 'section' | 'does'>[]): void => {
  for (const { section, does } of steps) must(actor, does === 'draft' ? 'item.write' : 'item.roll-back', section)
}

/** What undoing an edition would do, item by item, and what came since. */
export async function previewUndo(office: Office, actor: Actor, id: string): Promise<{ steps: Step[]; moves: boolean }> {
  sectionsWhere(actor, 'item.read')
  const edition = found(await editionById(office.store.read, await siteId(office), id), 'edition')
  const steps = (await undoSteps(office.store.read, edition)).map(({ step }) => step)
  const moves = (await eventsOfEdition(office.store.read, id)).some(({ kind }) => kind === 'carry-out')
  return { steps: steps.filter(({ section }) => may(actor, 'item.read', section)).map((step) => named(actor, step)), moves }
}

const named = (actor: Actor, step: Step): Step => ({ ...step, section: actor.rights.sections.get(step.section)?.name ?? '' })

/**
 * Undoes an edition as one act, itself an edition: items untouched since are at once as they were before it; of the others
 * drafts are begun that take back what it did and keep what came since, for the gates to clear.
 */
export async function undoEdition(
  office: Office,
  actor: Actor,
  id: string,
): Promise<{ edition: string; restored: number; drafts: string[] }> {
  sectionsWhere(actor, 'item.roll-back')
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const edition = found(await editionById(tx, site.id, id), 'edition')
    const steps = await undoSteps(tx, edition)
    mustGoBack(
      actor,
      steps.map(({ step }) => step),
    )
    const drafts: string[] = []
    for (const { step, effect, item } of steps)
      if (step.does === 'draft')
        drafts.push(await draftBack(office, tx, actor, item, edition.name, { ...effect, before: effect.before!, after: effect.after! }))
    const now = steps.flatMap(({ step }) => (step.does === 'draft' ? [] : [step]))
    const made = await actAtOnce(office, tx, actor, site, `Undo of ${edition.name}`, now)
    await setEdition(tx, id, { undone_by: made })
    return { edition: made, restored: now.length, drafts }
  })
}

async function draftBack(
  office: Office,
  tx: Tx,
  actor: Actor,
  item: ItemRow,
  name: string,
  effect: EditionEffect & { before: string; after: string },
): Promise<string> {
  const { content } = await takenBack(tx, effect, item.live_version!)
  const { draft } = await beginDraft(office, tx, actor, item, `Undo of ${name}`.slice(0, 80))
  await addAuthorsFrom(tx, draft, [effect.before])
  await addHead(
    office,
    tx,
    actor,
    await loadDraft(tx, draft),
    manifestOf(content),
    bytesOf(content),
    'restore',
    `What “${name}” did, taken back`,
  )
  return draft
}

/** Makes an edition of restored versions and withdrawals and puts it live; refused whole where one cannot be. */
async function actAtOnce(
  office: Office,
  tx: Tx,
  actor: Actor,
  site: NonNullable<Awaited<ReturnType<Office['site']>>>,
  name: string,
  steps: Step[],
): Promise<string> {
  const id = office.newId()
  await insertEdition(office, tx, actor, site.id, id, { name: name.slice(0, 120) })
  if (!steps.length) {
    await setEdition(tx, id, { state: 'live', live_at: office.now() })
    return id
  }
  const edition = found(await editionById(tx, await siteId(office), id), 'edition')
  await addEvents(
    tx,
    steps.map(({ item, does, version }) => ({
      ...entryRow(office, edition, office.newId(), item, does === 'withdraw' ? 'withdraw' : 'restore', { version }),
      at: office.now(),
    })),
  )
  const outcome = await goLive(office, tx, site, edition, await eventsOfEdition(tx, id))
  if ('live' in outcome) return id
  const titles = new Map(steps.map(({ item, title }) => [item, title]))
  throw new Refusal('refused', [
    ...outcome.reasons,
    ...outcome.held.flatMap(({ event, reasons }) =>
      reasons.map((reason) => reasonAbout(`“${titles.get(event.item_id)}”`, reason, event.item_id)),
    ),
  ])
}

/** What making the site of a section, or all of it, as it was at a moment would change. */
function backSteps(actor: Actor, before: Site, now: Site, section: string | null, items: Map<string, ItemRow>): Step[] {
  const within = (difference: Difference) =>
    section === null || withAncestors(actor.rights.sections, items.get(difference.item)?.section_id ?? '').includes(section)
  return differences(now, before)
    .filter(
      (difference) => within(difference) && !items.get(difference.item)?.binned_at && difference.from?.version !== difference.to?.version,
    )
    .map(({ item, kind, title, to }) => ({
      item,
      kind,
      title,
      section: items.get(item)!.section_id,
      does: to === null ? ('withdraw' as const) : ('restore' as const),
      version: to?.version ?? null,
      conflicts: [],
    }))
}

async function stepsBack(office: Office, actor: Actor, facts: SiteFacts, moment: string, section: string | null): Promise<Step[]> {
  if (moment >= office.now()) throw refusal('refused', 'time-ahead', { at: 'moment' })
  const [before, now] = [await facts.at(moment), await facts.at(office.now())]
  const items = await itemsByIds(
    office.store.read,
    differences(now, before).map(({ item }) => item),
  )
  return backSteps(actor, before, now, section, items)
}

/** What rolling the site back to a moment would do, item by item. */
export async function previewBack(office: Office, actor: Actor, facts: SiteFacts, moment: string, section: string | null): Promise<Step[]> {
  must(actor, 'item.roll-back', section)
  return (await stepsBack(office, actor, facts, moment, section)).map((step) => named(actor, step))
}

/** Makes a section, or the whole site, again what readers had at a moment, as one edition that can be undone itself. */
export async function rollSiteBack(
  office: Office,
  actor: Actor,
  facts: SiteFacts,
  moment: string,
  section: string | null,
): Promise<{ edition: string; restored: number }> {
  must(actor, 'item.roll-back', section)
  const site = found(await office.site(), 'site')
  const steps = await stepsBack(office, actor, facts, moment, section)
  if (!steps.length) throw refusal('conflict', 'same')
  mustGoBack(actor, steps)
  return office.store.write(async (tx) => {
    for (const { item, title } of steps) if ((await itemById(tx, item))?.binned_at) throw refusal('conflict', 'item-binned', { title })
    const edition = await actAtOnce(office, tx, actor, site, `Back to ${fullIn(moment, site.zone)}`, steps)
    return { edition, restored: steps.length }
  })
}
