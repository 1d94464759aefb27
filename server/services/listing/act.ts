import { makeSegment } from '../../../core/address/segment'
import type { Action, Done } from '../../../core/batch/action'
import { editsBetween } from '../../../core/content/between'
import { presentFields, type Content, type Manifest } from '../../../core/content/content'
import type { Fields } from '../../../core/content/fields'
import { can, type Filing } from '../../../core/kinds/kinds'
import { fullIn } from '../../../core/time/words'
import { addAuthorsFrom } from '../../store/drafts'
import { draftById, itemById, type ItemRow } from '../../store/items'
import { liveByIds } from '../../store/live'
import { newestVersion, readContent, readManifest, versionById } from '../../store/versions'
import type { Actor } from '../people/access'
import { discardDraft, openDraft } from '../writing/drafts'
import { saveEdits } from '../writing/saving'
import { addToEdition, removeEntry } from '../planning/editionEntries'
import { cancelEvent, plan } from '../planning/events'
import { binItem, changeOfficeFields, createItem, moveItem } from '../writing/items'
import type { Office } from '../office'
import { filedAs, leadsTo, propose } from '../writing/otherChanges'
import { putLiveNow, rollBack, withdraw } from '../publishing/publishing'
import { mustRead } from '../writing/reading'
import { changedMeanwhile, doneInDraft, fieldChange, whereItWent, type FieldAction } from './fieldChange'
import { found, refusal, Refusal } from '../refusal'
import { pullOutDraft, sendDraft } from '../reviewing/sending'
import { within } from '../within'

/** An item with the draft of it that is meant; `null` for the one that stands for it, or none. */
export interface Target {
  item: string
  draft: string | null
}

/** Whether an action takes a draft on as it is: whoever asks for it says which version they saw. */
export const actsOnDraft = ({ do: what }: Action): boolean => what === 'send' || what === 'put-live'

/**
 * Does one action to one item, as one transaction: a refusal leaves nothing of it behind. Returns what came of it; throws a
 * refusal where it cannot be. `seen` is the version that the actor saw, where they are asked for it.
 */
export const act = (office: Office, actor: Actor, target: Target, action: Action, seen?: string): Promise<Done> =>
  office.store.write((tx) => perform(within(office, tx), actor, target, action, seen))

async function perform(office: Office, actor: Actor, target: Target, action: Action, seen: string | undefined): Promise<Done> {
  const item = found(await itemById(office.store.read, target.item), 'item')
  await mustRead(office.store.read, actor, { id: item.id, section: item.section_id })
  switch (action.do) {
    case 'note':
      return setNote(office, actor, item, action)
    case 'field':
      if (action.draft !== undefined) await openWork(office, item, action.draft)
      return edit(office, actor, item, action.draft ?? target.draft, action)
    case 'label':
      return edit(office, actor, item, target.draft, action)
    case 'move':
      return moveTo(office, actor, item, action)
    case 'become':
      return become(office, actor, item, action)
    case 'send': {
      const draft = await openWork(office, item, target.draft)
      const so = draft.review === 'cleared' ? ('cleared' as const) : ('in-review' as const)
      await sameAs('wrong-state', so, () => sendDraft(office, actor, draft.id, seen ?? draft.head_version, action.note))
      const { review } = (await draftById(office.store.read, draft.id))!
      const undo: Action = { do: 'pull-out', draft: draft.id, version: draft.head_version }
      return review === 'cleared'
        ? { said: 'Cleared at once: its route has no gate', draft: draft.id, undo: null }
        : { said: 'Sent to review', draft: draft.id, undo }
    }
    case 'put-live': {
      const draft = await openWork(office, item, target.draft)
      const { path, previousPath } = await putLiveNow(office, actor, draft.id, { head: seen ?? draft.head_version })
      const now = (await itemById(office.store.read, item.id))!.live_version!
      const moved = path !== null && previousPath !== null && previousPath !== path ? `; ${previousPath} redirects there` : ''
      return {
        said: `Live${path === null ? '' : ` at ${path}`}${moved}`,
        draft: draft.id,
        undo: item.live_version === null ? { do: 'withdraw', from: now } : { do: 'live-again', version: item.live_version, now },
      }
    }
    case 'schedule': {
      const site = found(await office.site(), 'site')
      const { event, at } = await plan(office, actor, item.id, {
        kind: 'put-live',
        draft: target.draft ?? undefined,
        date: action.date,
        time: action.time,
        zone: action.zone,
      })
      return {
        said: `Goes live ${fullIn(at, site.zone)}, once it is cleared`,
        draft: target.draft ?? item.draft_id,
        undo: { do: 'cancel', event },
      }
    }
    case 'gather': {
      const { entry, left, cancelled } = await sameAs('in-edition', 'there', () =>
        addToEdition(office, actor, { edition: action.edition, item, draft: target.draft ?? undefined }),
      )
      return {
        said: left === null ? 'In the edition' : `In the edition; it was in “${left}” before`,
        draft: target.draft ?? item.draft_id,
        undo: { do: 'take-out', edition: action.edition, event: entry, resumes: cancelled },
      }
    }
    case 'withdraw':
      return takeOff(office, actor, item, action.from)
    case 'rewrite':
      return rewrite(office, actor, item, target.draft, action)
    case 'bin':
    case 'restore':
      await binItem(office, actor, item.id, action.do === 'bin')
      return {
        said: action.do === 'bin' ? 'In the bin' : 'Out of the bin',
        draft: null,
        undo: { do: action.do === 'bin' ? 'restore' : 'bin' },
      }
    case 'duplicate':
      return duplicate(office, actor, item, target.draft)
    case 'discard':
      await discardDraft(office, actor, action.draft, action.version)
      return { said: 'The draft with it was discarded', draft: action.draft, undo: null }
    case 'pull-out':
      await pullOutDraft(office, actor, action.draft, action.version)
      return { said: 'Taken back from review', draft: action.draft, undo: null }
    case 'cancel':
      await cancelEvent(office, actor, action.event)
      return { said: 'The time was taken away', draft: null, undo: null }
    case 'take-out':
      await removeEntry(office, actor, action.edition, action.event, action.resumes)
      return { said: action.resumes !== null ? 'Planned as it was before' : 'Out of the edition', draft: null, undo: null }
    case 'live-again': {
      const { path } = await rollBack(office, actor, item.id, action.version, action.now ?? 'none')
      return { said: `What was live is live again${path === null ? '' : ` at ${path}`}`, draft: null, undo: null }
    }
  }
}

/** A draft by its id, if it is one of the item’s: who may see one item must not get at the drafts of another. */
async function draftOf(office: Office, item: ItemRow, id: string | null) {
  const draft = id === null ? undefined : await draftById(office.store.read, id)
  return draft?.item_id === item.id ? draft : undefined
}

/** The open draft of content that is meant; refused where there is none. */
async function openWork(office: Office, item: ItemRow, wanted: string | null) {
  const draft = await draftOf(office, item, wanted ?? item.draft_id)
  if (!draft || draft.closed_at) throw refusal('conflict', 'draft-missing', { needed: 'open' })
  return draft
}

/** Does something; where it is refused because it is so already, the refusal says that. */
async function sameAs<T>(code: string, what: 'in-review' | 'cleared' | 'there', run: () => Promise<T>): Promise<T> {
  try {
    return await run()
  } catch (error) {
    if (error instanceof Refusal && error.reasons[0]?.code === code) throw refusal('conflict', 'unchanged', { what })
    throw error
  }
}

const OFFICE = { internalName: 'internal_name', owner: 'owner_id', reviewBy: 'review_by' } as const

async function setNote(office: Office, actor: Actor, item: ItemRow, { name, to, from }: Action & { do: 'note' }): Promise<Done> {
  const before = item[OFFICE[name]] ?? ''
  if (from !== undefined && before !== (from ?? '')) throw changedMeanwhile('It')
  if (before === (to ?? '')) throw refusal('conflict', 'unchanged', { what: 'so' })
  await changeOfficeFields(office, actor, item.id, { [name]: name === 'internalName' ? (to ?? '') : to || null })
  const said =
    name === 'owner'
      ? to
        ? `Handed to ${actor.rights.people.get(to)?.name ?? 'nobody'}`
        : 'Without an owner'
      : 'Set at once: readers see nothing of it'
  return { said, draft: null, undo: { do: 'note', name, to: before || null, from: to || null } }
}

/** A draft to edit: the one that is meant or stands for the item, else a new one. */
async function draftToEdit(office: Office, actor: Actor, item: ItemRow, wanted: string | null) {
  const named = await draftOf(office, item, wanted)
  if (named && !named.closed_at && named.change === 'content')
    return { id: named.id, head: named.head_version, review: named.review, opened: false }
  const before = item.draft_id
  const { draft, head } = await openDraft(office, actor, item.id)
  const { review } = (await draftById(office.store.read, draft))!
  return { id: draft, head, review, opened: draft !== before }
}

/** Changes one field in a draft. */
async function edit(office: Office, actor: Actor, item: ItemRow, wanted: string | null, action: FieldAction): Promise<Done> {
  const draft = await draftToEdit(office, actor, item, wanted)
  const { fields } = await manifestOf(office, draft.head)
  const change = fieldChange(item.kind, fields, action)
  const { name, to } = change
  const made = await saveEdits(office, actor, draft.id, { base: draft.head, edits: [{ op: 'field', name, value: to }], named: true })
  const more = [
    ...(draft.review !== made.review && draft.review !== 'draft' ? [LAPSES] : []),
    ...(name === 'segment' ? await willRedirect(office, item, { ...fields, segment: to as string }) : []),
  ]
  return doneInDraft(item, change, { ...draft, version: made.version }, more)
}

const LAPSES = 'what was cleared or waiting lapses'
async function willRedirect(office: Office, item: ItemRow, { segment, title }: Fields): Promise<string[]> {
  const [now] = item.on_site === 'live' ? await liveByIds(office.store.read, item.site_id, [item.id]) : []
  return now?.path ? [`once it is live, ${now.path} redirects to …/${segment || makeSegment(title ?? '')}`] : []
}

/** Makes edits of a version that was looked at, in a draft that is gathered with others; what others changed there since refuses it. */
async function rewrite(
  office: Office,
  actor: Actor,
  item: ItemRow,
  wanted: string | null,
  { version, edits, into, out }: Action & { do: 'rewrite' },
): Promise<Done> {
  const draft = await draftToEdit(office, actor, item, wanted)
  const before = await contentOf(office, draft.head)
  const made = await saveEdits(office, actor, draft.id, { base: version, edits, named: true })
  if (made.version === draft.head) throw refusal('conflict', 'unchanged', { what: 'so' })
  if (out) await removeEntry(office, actor, out.edition, out.event, out.resumes)
  const said = [whereItWent(item, draft), ...(draft.review !== made.review && draft.review !== 'draft' ? [LAPSES] : [])].join('; ')
  const gathered = into && (await addToEdition(office, actor, { edition: into.edition, name: into.name, item, draft: draft.id }))
  return {
    said: into ? `${said}; gathered in “${into.name}”` : said,
    draft: draft.id,
    undo: draft.opened
      ? { do: 'discard', draft: draft.id, version: made.version }
      : {
          do: 'rewrite',
          version: made.version,
          edits: editsBetween(await contentOf(office, made.version), before),
          into: null,
          ...(into && gathered ? { out: { edition: into.edition, event: gathered.entry, resumes: gathered.cancelled } } : {}),
        },
  }
}

const contentOf = async (office: Office, version: string): Promise<Content> =>
  readContent(office.store.read, await manifestOf(office, version))
const manifestOf = async (office: Office, version: string): Promise<Manifest> =>
  readManifest(office.store.read, found(await versionById(office.store.read, version), 'version').manifest)

const isGate = (error: unknown): boolean => error instanceof Refusal && error.reasons[0]?.code === 'gated'

/** Files an item otherwise: at once, or by asking its gates where its route has some for that. */
async function move(office: Office, actor: Actor, item: ItemRow, to: Partial<Filing>): Promise<Omit<Done, 'undo'> & { moved: boolean }> {
  const words = leadsTo(actor, item, filedAs(actor, item, to))
  try {
    await moveItem(office, actor, item.id, to)
    return { said: `${to.kind ? 'Among' : 'In'} ${words} at once`, draft: null, moved: true }
  } catch (error) {
    if (!isGate(error)) throw error
    const { draft } = await propose(office, actor, item.id, { change: 'move', ...to, note: '' })
    return { said: `Its gates are asked for the move to ${words}`, draft, moved: false }
  }
}

async function moveTo(office: Office, actor: Actor, item: ItemRow, { section, from }: Action & { do: 'move' }): Promise<Done> {
  if (item.section_id === section) throw refusal('conflict', 'unchanged', { what: 'there' })
  if (from !== undefined && item.section_id !== from) throw changedMeanwhile('Its section')
  const { moved, ...done } = await move(office, actor, item, { section })
  return { ...done, undo: moved ? { do: 'move', section: item.section_id, from: section } : null }
}

async function become(office: Office, actor: Actor, item: ItemRow, { kind, from }: Action & { do: 'become' }): Promise<Done> {
  if (item.kind === kind) throw refusal('conflict', 'unchanged', { what: 'one' })
  if (from !== undefined && item.kind !== from) throw changedMeanwhile('Its kind')
  const [before] = await liveByIds(office.store.read, actor.rights.site, [item.id])
  const { moved, ...done } = await move(office, actor, item, { kind })
  const [after] = await liveByIds(office.store.read, actor.rights.site, [item.id])
  const said = moved && before?.path && after?.path ? `${done.said}: ${before.path} redirects to ${after.path}` : done.said
  return { ...done, said, undo: moved ? { do: 'become', kind: item.kind, from: kind } : null }
}

async function takeOff(office: Office, actor: Actor, item: ItemRow, from: string | undefined): Promise<Done> {
  const live = item.live_version
  if (live === null) throw refusal('conflict', 'not-live')
  if (from !== undefined && live !== from) throw changedMeanwhile('What is on the site')
  try {
    const { previousPath } = await withdraw(office, actor, item.id, live)
    const said = previousPath === null ? 'Off the site' : `Off the site; ${previousPath} answers that it is gone`
    return { said, draft: null, undo: { do: 'live-again', version: live, now: null } }
  } catch (error) {
    if (!isGate(error)) throw error
    const { draft } = await propose(office, actor, item.id, { change: 'withdrawal', note: '' })
    return { said: 'Taking it off the site waits at its gates', draft, undo: { do: 'discard', draft, version: live } }
  }
}

async function duplicate(office: Office, actor: Actor, item: ItemRow, wanted: string | null): Promise<Done> {
  if (can(item.kind, 'single')) throw refusal('refused', 'only-one')
  const draft = await draftOf(office, item, wanted)
  const version = draft?.head_version ?? item.live_version ?? (await newestVersion(office.store.read, item.id))
  const { fields, body } = await readContent(office.store.read, await manifestOf(office, version))
  const { segment: _own, shownDate: _day, seriesPart: _part, ...copied } = fields
  const title = `${fields.title ?? ''} (copy)`.slice(0, 200)
  const made = await createItem(office, actor, {
    kind: item.kind,
    section: item.section_id,
    title,
    parent: fields.parent,
    content: { fields: presentFields(copied), body },
  })
  await office.store.write((tx) => addAuthorsFrom(tx, made.draft, [version]))
  return { said: `“${title}” was begun`, draft: made.draft, undo: { do: 'discard', draft: made.draft, version: made.version } }
}
