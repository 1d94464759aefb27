import { sha256Hex } from '../../core/content/canonical'
import { fingerprint, type Manifest } from '../../core/content/content'
import type { Reader } from './database'
import { verifyJournal } from './journal'
import { MIGRATION_NAMES } from './migrate'
import { readTexts } from './objects'

/** More faults than this of one sort are not told: the file is to be taken from a backup then. */
const MOST = 100
const BATCH = 500

/** What each query finds is a fault; its `what` names the row. */
const FAULTS: Record<string, string> = {
  'damaged file': `SELECT integrity_check AS what FROM pragma_integrity_check WHERE integrity_check <> 'ok'`,
  'row that refers to nothing': `SELECT "table" || ' ' || coalesce(rowid, '') || ' → ' || parent AS what FROM pragma_foreign_key_check LIMIT ${MOST}`,
  'version on the site that begins before the one before it ended': `SELECT item_id AS what FROM (
     SELECT item_id, from_at, lag(coalesce(to_at, '9')) OVER (PARTITION BY item_id ORDER BY from_at, id) AS before FROM live_interval) WHERE before > from_at LIMIT ${MOST}`,
  'item that is live with another version than readers get': `SELECT i.id AS what FROM item i LEFT JOIN live_interval l ON l.item_id = i.id AND l.to_at IS NULL
     WHERE i.live_version IS NOT l.version_id OR (i.on_site = 'live') <> (l.id IS NOT NULL) LIMIT ${MOST}`,
  'item that readers get without it being live, or not though it is': `SELECT coalesce(l.item_id, e.item_id) AS what
     FROM (SELECT item_id, version_id FROM live_interval WHERE to_at IS NULL) l FULL JOIN live_entry e ON e.item_id = l.item_id WHERE l.item_id IS NULL OR e.item_id IS NULL LIMIT ${MOST}`,
  'draft whose newest version is not its head': `SELECT d.id AS what FROM draft d JOIN version v ON v.draft_id = d.id
     GROUP BY d.id HAVING d.head_version <> (SELECT n.id FROM version n WHERE n.draft_id = d.id ORDER BY n.number DESC LIMIT 1) LIMIT ${MOST}`,
  'open draft that is in no list, or in one as another version': `SELECT d.id AS what FROM draft d LEFT JOIN pair p ON p.draft_id = d.id
     WHERE d.closed_at IS NULL AND p.version_id IS NOT d.head_version LIMIT ${MOST}`,
  'row of a list for no open draft': `SELECT p.item_id AS what FROM pair p LEFT JOIN draft d ON d.id = p.draft_id
     WHERE p.draft_id IS NOT NULL AND (d.id IS NULL OR d.closed_at IS NOT NULL) LIMIT ${MOST}`,
  'item that is in no list': `SELECT i.id AS what FROM item i LEFT JOIN pair p ON p.item_id = i.id AND p.rank = 0 LEFT JOIN listed l ON l.n = p.n WHERE l.n IS NULL LIMIT ${MOST}`,
}

/** Versions whose words are not what their hashes and fingerprints say. */
async function changedVersions(db: Reader): Promise<string[]> {
  const faults: string[] = []
  const sound = new Set<string>()
  for (let after = ''; faults.length < MOST;) {
    const versions = await db.all<{ id: string; fingerprint: string; manifest: string }>(
      `SELECT v.id, lower(hex(v.fingerprint)) AS fingerprint, lower(hex(o.hash)) AS manifest FROM version v JOIN object o ON o.id = v.manifest
       WHERE v.id > $after ORDER BY v.id LIMIT ${BATCH}`,
      { after },
    )
    if (!versions.length) break
    after = versions.at(-1)!.id
    const texts = await readTexts(db, new Set(versions.map(({ manifest }) => manifest)))
    const read = versions.map((version) => ({ ...version, parsed: JSON.parse(texts.get(version.manifest)!) as Manifest }))
    const blocks = new Set(read.flatMap(({ parsed }) => parsed.body.map(([, hash]) => hash)).filter((hash) => !sound.has(hash)))
    for (const [hash, text] of await readTexts(db, blocks)) if (sha256Hex(text) === hash) sound.add(hash)
    for (const { id, fingerprint: said, manifest, parsed } of read)
      if (sha256Hex(texts.get(manifest)!) !== manifest || fingerprint(parsed) !== said || !parsed.body.every(([, hash]) => sound.has(hash)))
        faults.push(id)
  }
  return faults
}

/**
 * Looks through a whole data file: that it is not damaged, that every row refers to one that is there, that the journal's chain and
 * all versions are what their hashes say, that readers get what is live, and that lists have every item and open draft. Returns
 * what is wrong, in words; nothing where all holds. It reads all that is written: a second for some thousand versions.
 */
export async function faultsOf(db: Reader): Promise<string[]> {
  const done = (await db.all<{ name: string }>('SELECT name FROM migration ORDER BY name')).map(({ name }) => name)
  if (done.join() !== MIGRATION_NAMES.join()) return ['file of another version of Yieldgate: start this version on it first']
  const faults: string[] = []
  for (const [words, sql] of Object.entries(FAULTS)) {
    const rows = await db.all<{ what: string }>(sql)
    faults.push(...rows.map(({ what }) => `${words}: ${what}`))
  }
  const journal = await verifyJournal(db)
  if (!journal.intact) faults.push(`journal changed at its row ${journal.brokenAt}`)
  faults.push(...(await changedVersions(db)).map((id) => `version with other words than it was written with: ${id}`))
  return faults
}
