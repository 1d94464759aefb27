import { accessOfKey, opens, type Audience } from '../../../core/members/access'
import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, open, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { fileTypeFromFile } from 'file-type'
import { PICTURE_FORMATS, widthsOf, type MediaView, type PictureFormat } from '../../../core/render/picture'
import { grantsOf } from '../../../core/access/rights'
import type { Reader } from '../../store/database'
import { pictureType } from './pictures'
import type { Crop, Made } from '../../pictures/decode'
import { mediaAccess } from '../../store/live'
import { must, sectionsWhere, type Actor } from '../people/access'
import type { Incoming } from './incoming'
import { writeFact, siteId, type Office } from '../office'
import { found, refusal } from '../refusal'
import { addMedia, mediaPart, mediaById, mediaByIds, listMedia, namedMedia, type MediaRow } from '../../store/media'

/** The most bytes of a picture; of a document as many as of any file. */
export const MAX_PICTURE_BYTES = 5 * 1024 * 1024

/** The documents taken, by what the bytes are and never by the name; none that can run anything. */
const DOCUMENTS = new Set(['pdf', 'docx', 'xlsx', 'pptx', 'odt', 'ods', 'odp', 'epub'])

export interface MediaFile extends MediaView {
  name: string
  type: string
  size: number
  /** The picture that this is a part of, and which part: pixels of that one. */
  part: { of: string; crop: Crop } | null
}
const fileOf = (office: Office, hash: string) => join(office.store.folder, 'media', hash.slice(0, 2), hash)

async function keep(file: string, bytes: Uint8Array): Promise<void> {
  await mkdir(join(file, '..'), { recursive: true })
  const part = `${file}.${process.pid}.${Math.random().toString(36).slice(2)}`
  await writeFile(part, bytes, { flush: true })
  await rename(part, file)
}

/** Keeps a file that was brought, on the disk for good. */
async function takeIn({ path }: Incoming, file: string): Promise<void> {
  const handle = await open(path, 'r+')
  await handle.sync().finally(() => handle.close())
  await mkdir(join(file, '..'), { recursive: true })
  await rename(path, file)
}

/** Throws a refusal unless the person may add pictures somewhere. */
export function mustAddMedia(actor: Actor): void {
  if (!grantsOf(actor.rights, actor.id).some(({ verbs }) => verbs.has('media.add'))) must(actor, 'media.add', null)
}

const viewOf = ({ id, width, height, name, type, size }: MediaRow): MediaView =>
  width ? { id, width, height } : { id, width, height, file: { name, type, size } }
const mediaFile = (row: MediaRow): MediaFile => ({
  ...viewOf(row),
  name: row.name,
  type: row.type,
  size: row.size,
  part: row.of_id ? { of: row.of_id, crop: JSON.parse(row.crop!) as Crop } : null,
})

const plainName = (name: string, otherwise: string) => name.replace(/[^\p{L}\p{N}._ -]/gu, '').slice(0, 120) || otherwise

/** Says in the store and the journal that a file is kept under its hash. */
async function record(
  office: Office,
  actor: Actor,
  facts: Pick<MediaRow, 'hash' | 'size' | 'name' | 'type' | 'width' | 'height'> & Partial<Pick<MediaRow, 'of_id' | 'crop'>>,
  from: string,
): Promise<MediaFile> {
  const site = found(await office.site(), 'site')
  const row: MediaRow = {
    id: office.newId(),
    site_id: site.id,
    person_id: actor.id,
    at: office.now(),
    of_id: null,
    crop: null,
    ...facts,
  }
  await office.store.write(async (tx) => {
    await addMedia(tx, row)
    await writeFact(office, tx, actor.id, 'media.added', null, { media: row.id, hash: row.hash, name: row.name, from })
  })
  return mediaFile(row)
}

/** Keeps a picture of ours under the hash of its bytes, and says so. */
async function keepPicture(
  office: Office,
  actor: Actor,
  { bytes, width, height }: Made,
  facts: Pick<MediaRow, 'name'> & Partial<Pick<MediaRow, 'of_id' | 'crop'>>,
  from: string,
): Promise<MediaFile> {
  const hash = createHash('sha256').update(bytes).digest('hex')
  await keep(fileOf(office, hash), bytes)
  return record(office, actor, { hash, size: bytes.length, type: 'image/webp', width, height, ...facts }, from)
}

/** Takes in a picture or a document, by what its bytes are. */
export async function addFile(office: Office, actor: Actor, file: Incoming, name: string): Promise<MediaFile> {
  mustAddMedia(actor)
  const sort = await fileTypeFromFile(file.path)
  const text = !sort && /\.(csv|txt)$/i.test(name) && (await isText(file.path))
  if (!text && !(sort && DOCUMENTS.has(sort.ext))) return addPicture(office, actor, file, name)
  const end = text ? name.split('.').at(-1)!.toLowerCase() : sort!.ext
  const type = text ? `text/${end === 'csv' ? 'csv' : 'plain'}; charset=utf-8` : sort!.mime
  // The name's ending says what it is, whatever it was called.
  const called = `${plainName(name.replace(/\.[^.]*$/, ''), 'document')}.${end}`
  const { hash, size } = file
  await takeIn(file, fileOf(office, hash))
  return record(office, actor, { hash, size, name: called, type, width: 0, height: 0 }, type)
}

async function isText(path: string): Promise<boolean> {
  const decoder = new TextDecoder('utf-8', { fatal: true })
  try {
    for await (const part of createReadStream(path)) if (decoder.decode(part as Buffer, { stream: true }).includes('\u0000')) return false
    decoder.decode()
    return true
  } catch (error) {
    if (error instanceof TypeError) return false
    throw error
  }
}

/** Takes in a picture: checks what it is, turns it upright, drops its hidden data, keeps it by the hash of its bytes. */
export async function addPicture(office: Office, actor: Actor, file: Incoming, name: string): Promise<MediaFile> {
  mustAddMedia(actor)
  if (file.size > MAX_PICTURE_BYTES) throw refusal('too-large', 'picture-large', { megabytes: MAX_PICTURE_BYTES / 1024 / 1024 })
  const type = await pictureType(file.path)
  const made = await office.pictures.make({ brought: file.path }, { make: 'kept' })
  return keepPicture(office, actor, made, { name: plainName(name, 'picture') }, type)
}

/**
 * A part of a picture as a picture of its own: the whole stays as it is, and what was cut off can be had back. A part of
 * a part is taken from the whole.
 */
export async function cropPicture(office: Office, actor: Actor, id: string, crop: Crop): Promise<MediaFile> {
  mustAddMedia(actor)
  const asked = found(await mediaRow(office, id), 'picture')
  const whole = asked.of_id ? found(await mediaRow(office, asked.of_id), 'picture') : asked
  if (!whole.width) throw refusal('refused', 'not-a-picture')
  const { left, top, width, height } = crop
  if (left + width > whole.width || top + height > whole.height)
    throw refusal('bad-input', 'crop-outside', { width: whole.width, height: whole.height, at: 'crop' })
  if (width === whole.width && height === whole.height) return mediaFile(whole)
  const part = JSON.stringify({ left, top, width, height })
  const same = await mediaPart(office.store.read, whole.id, part)
  if (same) return mediaFile(same)
  const made = await office.pictures.make({ ours: fileOf(office, whole.hash) }, { make: 'part', crop: { left, top, width, height } })
  return keepPicture(office, actor, made, { name: whole.name, of_id: whole.id, crop: part }, 'crop')
}

const mediaRow = async (office: Office, id: string) => mediaById(office.store.read, await siteId(office), id)

const mayName = (actor: Actor) => ({ site: actor.rights.site, me: actor.id, sections: sectionsWhere(actor, 'item.read') })

/** Of some media files those whose names someone may know. */
export async function nameable(office: Office, actor: Actor, ids: readonly string[]): Promise<Set<string>> {
  const rows = await Promise.all(ids.map((id) => namedMedia(office.store.read, id, mayName(actor))))
  return new Set(rows.flatMap((row) => row?.id ?? []))
}

/** The facts of one media file. */
export async function mediaFacts(office: Office, actor: Actor, id: string): Promise<MediaFile> {
  mustSeeWork(actor)
  return mediaFile(found(await namedMedia(office.store.read, id, mayName(actor)), 'file'))
}

/** Media files by words of their name, newest first, for choosing one; parts cut out of pictures are left out. */
export async function findMedia(
  office: Office,
  actor: Actor,
  asked: { text: string; sort: 'picture' | 'document' | 'any'; limit: number },
): Promise<{ media: MediaFile[] }> {
  mustSeeWork(actor)
  const rows = await listMedia(office.store.read, mayName(actor), asked)
  return { media: rows.map(mediaFile) }
}

/** Media of a site by id, for the renderer. */
export async function mediaViews(db: Reader, site: string, ids: string[]): Promise<Map<string, MediaView>> {
  if (!ids.length) return new Map()
  const rows = await mediaByIds(db, site, ids)
  return new Map(rows.map((row) => [row.id, viewOf(row)]))
}

/** What is sent of a media file; `live` says whether readers may have it, for the cache. */
export interface MediaBytes {
  bytes: Buffer
  etag: string
  type: string
  live: boolean
  /** The name a document is saved under. */
  name?: string
}

/** Whether a person may see what is not on the site yet, somewhere: files belong to no section. */
const seesWork = (actor: Actor | undefined) =>
  actor !== undefined && grantsOf(actor.rights, actor.id).some(({ verbs }) => verbs.has('item.read'))

/** Who asks for a file: a reader, who may have signed in to the office too, or a page that was shown to them through a shared link. */
export type Asker = { actor: Actor | undefined; audience: Audience } | 'shown'

/**
 * Readers get a media file only while something that they may read shows it or leads to it; who may see work in the office, always. `live` says
 * that everyone may have it.
 */
async function allowed(office: Office, id: string, asker: Asker): Promise<{ live: boolean } | undefined> {
  const keys = await mediaAccess(office.store.read, await siteId(office), id)
  const live = keys.includes(null)
  if (live || asker === 'shown' || seesWork(asker.actor)) return { live }
  return keys.some((key) => opens(accessOfKey(key), asker.audience)) ? { live } : undefined
}

/** Throws a refusal unless the person may see work somewhere. */
function mustSeeWork(actor: Actor): void {
  if (!seesWork(actor)) must(actor, 'item.read', null)
}

async function makeSized(office: Office, original: string, sized: string, width: number, format: PictureFormat): Promise<Buffer> {
  const { bytes } = await office.pictures.make({ ours: original }, { make: 'size', width, format })
  await keep(sized, bytes)
  return Buffer.from(bytes)
}

/** What is being made for those who ask: the same is made once, however many wait for it. */
const underWay = new Map<string, Promise<Buffer>>()
function once(name: string, make: () => Promise<Buffer>): Promise<Buffer> {
  let making = underWay.get(name)
  if (!making) underWay.set(name, (making = make().finally(() => underWay.delete(name))))
  return making
}

/** The bytes of a picture at one of the widths and in one of the formats it is served in; made when first asked for. */
export async function pictureBytes(
  office: Office,
  id: string,
  width: number,
  format: PictureFormat,
  asker: Asker,
): Promise<MediaBytes | undefined> {
  const row = await mediaRow(office, id)
  if (!row || !widthsOf(row.width).includes(width)) return undefined
  const access = await allowed(office, id, asker)
  if (!access) return undefined
  const original = fileOf(office, row.hash)
  const answer = { etag: `"${row.hash.slice(0, 32)}-${width}-${format}"`, type: PICTURE_FORMATS[format], ...access }
  if (width === row.width && format === 'webp') return { bytes: await readFile(original), ...answer }
  const sized = `${original}-${width}.${format}`
  const bytes = await readFile(sized).catch(() => once(sized, () => makeSized(office, original, sized, width, format)))
  return { bytes, ...answer }
}

/** The bytes of a document. */
export async function documentBytes(office: Office, id: string, asker: Asker): Promise<MediaBytes | undefined> {
  const row = await mediaRow(office, id)
  if (!row || row.width) return undefined
  const access = await allowed(office, id, asker)
  if (!access) return undefined
  return { bytes: await readFile(fileOf(office, row.hash)), etag: `"${row.hash.slice(0, 32)}"`, type: row.type, name: row.name, ...access }
}
