import type { Tx } from '../database'
import { manifestsThen, type ManifestThen } from './frozen'

/**
 * What taking back gives back: the state that lapsed for a fingerprint, what waited at gates, and what was planned. The draft
 * that a kept block was written in, so that its authors are known where it is put in. Which items show which files, and
 * the words of labels in texts that are searched: both are for those alone who may see what they are of. And how many items
 * each section has.
 */
const STATEMENTS = [
  'ALTER TABLE draft ADD COLUMN lapsed TEXT',
  'ALTER TABLE draft ADD COLUMN kept_waits TEXT',
  'ALTER TABLE planned_event ADD COLUMN resumes INTEGER NOT NULL DEFAULT 0',
  'ALTER TABLE kept_block ADD COLUMN draft_id TEXT',
  // A draft that was begun while nothing of its item was on the site stands on nothing.
  `UPDATE draft SET base_version = NULL WHERE closed_at IS NULL AND change = 'content' AND base_version IS NOT NULL
     AND item_id IN (SELECT id FROM item WHERE live_version IS NULL)
     AND created_at >= coalesce((SELECT max(l.to_at) FROM live_interval l WHERE l.item_id = draft.item_id), '')`,
  'CREATE TABLE media_use (media_id TEXT NOT NULL REFERENCES media, item_id TEXT NOT NULL REFERENCES item, PRIMARY KEY (media_id, item_id)) WITHOUT ROWID',
  // How many items each section has, so that nobody counts a hundred thousand to see the sections.
  'CREATE TABLE section_size (section_id TEXT PRIMARY KEY REFERENCES section, items INTEGER NOT NULL) WITHOUT ROWID',
  'INSERT INTO section_size SELECT section_id, count(*) FROM item WHERE binned_at IS NULL GROUP BY section_id',
  `CREATE TRIGGER section_grows AFTER INSERT ON item WHEN NEW.binned_at IS NULL BEGIN
    INSERT INTO section_size VALUES (NEW.section_id, 1) ON CONFLICT (section_id) DO UPDATE SET items = items + 1;
  END`,
  `CREATE TRIGGER section_changes AFTER UPDATE OF section_id, binned_at ON item
   WHEN NEW.section_id <> OLD.section_id OR (NEW.binned_at IS NULL) <> (OLD.binned_at IS NULL) BEGIN
    UPDATE section_size SET items = items - 1 WHERE section_id = OLD.section_id AND OLD.binned_at IS NULL;
    INSERT INTO section_size SELECT NEW.section_id, 1 WHERE NEW.binned_at IS NULL ON CONFLICT (section_id) DO UPDATE SET items = items + 1;
  END`,
  'DROP TRIGGER label_is_renamed',
  `CREATE TRIGGER label_is_renamed AFTER UPDATE OF title, on_site, section_id ON item
   WHEN NEW.kind = 'label' AND (NEW.title <> OLD.title OR (NEW.on_site = 'live') <> (OLD.on_site = 'live') OR NEW.section_id <> OLD.section_id) BEGIN
    UPDATE pair SET indexed_version = NULL WHERE n IN (SELECT n FROM listed_label WHERE label_id = NEW.id);
  END`,
  "UPDATE pair SET indexed_version = NULL WHERE n IN (SELECT b.n FROM listed_label b JOIN item i ON i.id = b.label_id WHERE i.on_site <> 'live')",
  'DROP INDEX journal_flow',
  "CREATE INDEX journal_flow ON journal (at) WHERE action IN ('draft.sent', 'draft.gate-cleared', 'draft.returned', 'draft.pulled-out', 'draft.lapsed', 'draft.reinstated', 'draft.passed-over', 'draft.rerouted', 'draft.discarded', 'draft.reopened', 'item.binned')",
]

export const givenBack = {
  name: '0010-given-back',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
    await noteMedia(tx)
  },
}

const mediaOf = ({ fields, body }: ManifestThen): string[] => [
  ...[fields.cover, fields.sharingPicture].flatMap((picture) => picture?.media?.split(' ') ?? []),
  ...(fields.target?.match(/^media:([0-9a-f-]{36})$/)?.slice(1) ?? []),
  ...body.flatMap(([, , media]) => media ?? []),
]
const BATCH = 500

/** Notes which files each item shows now: live, or in an open draft. */
async function noteMedia(tx: Tx): Promise<void> {
  const known = new Set((await tx.all<{ id: string }>('SELECT id FROM media')).map(({ id }) => id))
  if (!known.size) return
  const rows = await tx.all<{ id: string; item: string }>(
    `SELECT v.id, v.item_id AS item FROM version v
     WHERE v.id IN (SELECT head_version FROM draft WHERE closed_at IS NULL UNION SELECT version_id FROM live_interval)`,
  )
  for (let at = 0; at < rows.length; at += BATCH) {
    const batch = rows.slice(at, at + BATCH)
    const manifests = await manifestsThen(
      tx,
      batch.map(({ id }) => id),
    )
    await tx.insert(
      'media_use',
      batch.flatMap(({ id, item }) =>
        mediaOf(manifests.get(id)!)
          .filter((media) => known.has(media))
          .map((media) => ({ media_id: media, item_id: item })),
      ),
      'IGNORE',
    )
  }
}
