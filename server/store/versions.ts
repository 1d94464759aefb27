import { LRUCache } from 'lru-cache'
import { sanitiseSource } from '../../core/content/sanitise'
import type { Block } from '../../core/blocks/blocks'
import { sha256Hex } from '../../core/content/canonical'
import { blockBytes, fingerprint, manifestMedia, type Content, type Manifest } from '../../core/content/content'
import type { VersionCause } from '../../core/history/causes'
import { changeSize, type ChangeSize } from '../../core/history/blame'
import type { Reader, Tx } from './database'
import type { Row } from './models'
import { keepTexts, readTexts, type StoredText } from './objects'

/** A version with its fingerprint and the hash of its manifest in hex. */
export type VersionRow = Omit<Row<'version'>, 'fingerprint' | 'manifest'> & { fingerprint: string; manifest: string }

const COLUMNS = `v.id, v.item_id, v.draft_id, v.number, v.parent_id, v.merge_parent_id, v.author_id, v.at, v.cause, v.note, lower(hex(v.fingerprint)) AS fingerprint,
  (SELECT lower(hex(hash)) FROM object WHERE id = v.manifest) AS manifest`

export const versionById = (db: Reader, id: string) => db.one<VersionRow>(`SELECT ${COLUMNS} FROM version v WHERE v.id = $id`, { id })

export const versionsByIds = (db: Reader, ids: string[]) =>
  db.all<VersionRow>(`SELECT ${COLUMNS} FROM version v WHERE v.id IN (SELECT value FROM json_each($ids))`, { ids: JSON.stringify(ids) })

/** The newest version of an item. */
export const newestVersion = async (db: Reader, item: string): Promise<string> =>
  (await db.one<{ id: string }>('SELECT id FROM version WHERE item_id = $item ORDER BY number DESC LIMIT 1', { item }))!.id

/** The version of an item that readers got last, or get now. */
export async function lastLive(db: Reader, item: string): Promise<string | null> {
  const sql = 'SELECT version_id AS id FROM live_interval WHERE item_id = $item ORDER BY from_at DESC, id DESC LIMIT 1'
  return (await db.one<{ id: string }>(sql, { item }))?.id ?? null
}

/** A page of an item's versions, newest first, below a number. */
export const versionsOf = (db: Reader, item: string, below: number, limit: number) =>
  db.all<VersionRow & { author: string; draft: string; name: string | null; cleared: number }>(
    `SELECT ${COLUMNS}, p.name AS author, d.name AS draft, n.name, EXISTS (SELECT 1 FROM clearance c WHERE c.version_id = v.id) AS cleared
     FROM version v JOIN person p ON p.id = v.author_id LEFT JOIN draft d ON d.id = v.draft_id LEFT JOIN version_name n ON n.version_id = v.id
     WHERE v.item_id = $item AND v.number < $below ORDER BY v.number DESC LIMIT $limit`,
    { item, below, limit },
  )

/** How much each version changed of the one that it follows. */
export async function sizesOf(db: Reader, versions: VersionRow[]): Promise<Map<string, ChangeSize>> {
  const parents = new Map(
    (await versionsByIds(db, [...new Set(versions.flatMap((version) => version.parent_id ?? []))])).map((row) => [row.id, row]),
  )
  const known = await readManifests(
    db,
    [...versions, ...parents.values()].map((version) => version.manifest),
  )
  return new Map(
    versions.flatMap((version) => {
      const parent = version.parent_id === null ? undefined : parents.get(version.parent_id)
      return parent ? [[version.id, changeSize(known.get(parent.manifest)!, known.get(version.manifest)!)] as const] : []
    }),
  )
}

/** Manifests by the hash of their text; nobody changes one in place, so many may hold the same. */
const manifests = new LRUCache<string, Manifest>({ maxSize: 400_000, sizeCalculation: (manifest) => manifest.body.length + 20 })

/** The manifests of versions, by the manifests' hashes. */
export async function readManifests(db: Reader, hashes: string[]): Promise<Map<string, Manifest>> {
  const found = new Map<string, Manifest>()
  const missing = new Set<string>()
  for (const hash of hashes) {
    const manifest = manifests.get(hash)
    if (manifest) found.set(hash, manifest)
    else missing.add(hash)
  }
  for (const [hash, text] of missing.size ? await readTexts(db, missing) : []) {
    const manifest = JSON.parse(text) as Manifest
    manifests.set(hash, manifest)
    found.set(hash, manifest)
  }
  return found
}

export const readManifest = async (db: Reader, hash: string): Promise<Manifest> => (await readManifests(db, [hash])).get(hash)!

/** The manifests of versions, by the versions' ids. */
export async function manifestsOfVersions(db: Reader, ids: readonly string[]): Promise<Map<string, Manifest>> {
  const versions = ids.length ? await versionsByIds(db, [...new Set(ids)]) : []
  const known = await readManifests(
    db,
    versions.map(({ manifest }) => manifest),
  )
  return new Map(versions.map(({ id, manifest }) => [id, known.get(manifest)!]))
}

/** Markup of source blocks as it may be shown, by the block's hash. */
const shownMarkup = new LRUCache<string, string>({ maxSize: 10_000_000, sizeCalculation: (html) => html.length + 100 })

/** A block as it is kept. Its markup passes the sanitiser once more, since what was kept before a rule of it keeps its bytes. */
function blockOf(hash: string, text: string): Block {
  const block = JSON.parse(text) as Block
  if (block.kind !== 'source') return block
  let html = shownMarkup.get(hash)
  if (html === undefined) shownMarkup.set(hash, (html = sanitiseSource(block.html)))
  return { ...block, html }
}

/** Blocks by their hashes. */
export async function readBlocks(db: Reader, hashes: readonly string[]): Promise<Map<string, Block>> {
  if (!hashes.length) return new Map()
  return new Map([...(await readTexts(db, new Set(hashes)))].map(([hash, text]) => [hash, blockOf(hash, text)]))
}

/** The whole content behind a manifest. */
export async function readContent(db: Reader, manifest: Manifest): Promise<Content> {
  const texts = await readTexts(db, new Set(manifest.body.map(([, hash]) => hash)))
  return { fields: manifest.fields, body: manifest.body.map(([, hash]) => blockOf(hash, texts.get(hash)!)) }
}

/** The whole contents of versions, by the versions' ids: in a handful of reads, however many there are. */
export async function readContents(db: Reader, ids: string[]): Promise<Map<string, Content>> {
  const known = await manifestsOfVersions(db, ids)
  const texts = await readTexts(db, new Set([...known.values()].flatMap(({ body }) => body.map(([, hash]) => hash))))
  return new Map(
    [...known].map(([id, { fields, body }]) => [id, { fields, body: body.map(([, hash]) => blockOf(hash, texts.get(hash)!)) }]),
  )
}

export interface NewVersion {
  id: string
  item: string
  draft: string
  number: number
  parent: { id: string; manifestHash: string; manifest: Manifest } | null
  mergeParent?: string | undefined
  author: string
  at: string
  cause: VersionCause
  note: string
  manifest: Manifest
  /** The bytes of blocks that may be new, by hash. */
  blocks: Map<string, { bytes: string; id: string }>
}

/** Writes versions; blocks and manifests are stored once each, as differences to their parents' where that is smaller. */
export async function addVersions(tx: Tx, versions: NewVersion[]): Promise<void> {
  const texts: StoredText[] = []
  const hashes = versions.map((version) => {
    const changed = new Set([...version.blocks.values()].map((block) => block.id))
    const before = new Map(version.parent?.manifest.body.filter(([id]) => changed.has(id)).map(([id, hash]) => [id, hash]))
    for (const [hash, block] of version.blocks) texts.push({ hash, text: block.bytes, like: before.get(block.id) })
    const text = JSON.stringify(version.manifest)
    const hash = sha256Hex(text)
    manifests.set(hash, version.manifest)
    texts.push({ hash, text, like: version.parent?.manifestHash })
    return hash
  })
  const ids = await keepTexts(tx, texts)
  await noteMedia(tx, versions)
  await tx.insert(
    'version',
    versions.map((version, index) => ({
      id: version.id,
      item_id: version.item,
      draft_id: version.draft,
      number: version.number,
      parent_id: version.parent?.id ?? null,
      merge_parent_id: version.mergeParent ?? null,
      author_id: version.author,
      at: version.at,
      cause: version.cause,
      note: version.note,
      fingerprint: Buffer.from(fingerprint(version.manifest), 'hex'),
      manifest: ids.get(hashes[index]!)!,
    })),
  )
}

/** Notes which files the items show that they did not show before; an id that is no file's is passed over. */
async function noteMedia(tx: Tx, versions: readonly NewVersion[]): Promise<void> {
  const uses = versions.flatMap(({ item, manifest, parent }) => {
    const before = new Set(parent && parent.manifest !== manifest ? manifestMedia(parent.manifest) : [])
    return manifestMedia(manifest).flatMap((media) => (before.has(media) ? [] : [{ media, item }]))
  })
  if (!uses.length) return
  await tx.run(
    `INSERT OR IGNORE INTO media_use (media_id, item_id) SELECT m.id, j.value ->> 'item' FROM json_each($uses) j JOIN media m ON m.id = j.value ->> 'media'`,
    { uses: JSON.stringify(uses) },
  )
}

/** Of each version what differs from its base, if it has one: both with their fields, and the blocks that are not in both. */
export async function readChanges(
  db: Reader,
  pairs: readonly { version: string; base: string | null }[],
): Promise<[before: Content | null, after: Content][]> {
  const rows = new Map(
    (
      await versionsByIds(
        db,
        pairs.flatMap(({ version, base }) => [version, ...(base === null ? [] : [base])]),
      )
    ).map((row) => [row.id, row.manifest]),
  )
  const manifestsOf = await readManifests(db, [...rows.values()])
  const changed = pairs.map(({ version, base }) => {
    const of = (id: string) => manifestsOf.get(rows.get(id)!)!
    const [before, after] = [base === null ? null : of(base), of(version)]
    const apart = (one: Manifest, other: Manifest | null): Manifest => {
      const known = new Set(other?.body.map(([, hash]) => hash))
      return { ...one, body: one.body.filter(([, hash]) => !known.has(hash)) }
    }
    return [before && apart(before, after), apart(after, before)] as const
  })
  const texts = await readTexts(db, new Set(changed.flatMap((both) => both.flatMap((one) => one?.body.map(([, hash]) => hash) ?? []))))
  const filled = ({ fields, body }: Manifest): Content => ({ fields, body: body.map(([, hash]) => blockOf(hash, texts.get(hash)!)) })
  return changed.map(([before, after]) => [before && filled(before), filled(after)])
}

/** The manifest and block bytes of a whole content, for a first version. */
export function bytesOf(content: Content): Map<string, { bytes: string; id: string }> {
  return new Map(
    content.body.map((block) => {
      const bytes = blockBytes(block)
      return [sha256Hex(bytes), { bytes, id: block.id }]
    }),
  )
}

/** Gives a version a name, or another. */
export const setVersionName = (tx: Tx, version: string, name: string, by: string, at: string) =>
  tx.insert('version_name', [{ version_id: version, name, person_id: by, at }], 'REPLACE')

export const dropVersionName = (tx: Tx, version: string) => tx.remove('version_name', { version_id: version })

/** The versions that lead to one, from the first on. */
export const lineTo = async (db: Reader, version: string): Promise<string[]> =>
  (
    await db.all<{ id: string }>(
      `WITH RECURSIVE line (id, parent_id, number) AS (SELECT id, parent_id, number FROM version WHERE id = $version
         UNION ALL SELECT v.id, v.parent_id, v.number FROM line JOIN version v ON v.id = line.parent_id)
       SELECT id FROM line ORDER BY number LIMIT 20000`,
      { version },
    )
  ).map(({ id }) => id)

/** The newest version that the lines of two have in common. */
export async function commonAncestor(db: Reader, one: string, other: string): Promise<string | undefined> {
  const line = (from: string) =>
    `WITH RECURSIVE line (id, parent_id, merge_parent_id, number) AS (SELECT id, parent_id, merge_parent_id, number FROM version WHERE id = ${from}
       UNION SELECT v.id, v.parent_id, v.merge_parent_id, v.number FROM line JOIN version v ON v.id IN (line.parent_id, line.merge_parent_id))
     SELECT id, number FROM line`
  const row = await db.one<{ id: string }>(
    `SELECT id FROM (${line('$one')}) WHERE id IN (SELECT id FROM (${line('$other')})) ORDER BY number DESC LIMIT 1`,
    { one, other },
  )
  return row?.id
}
