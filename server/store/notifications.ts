import type { Reader, Tx } from './database'
import type { NewRow, Row } from './models'

export interface NotificationRow {
  id: string
  at: string
  kind: Row<'notification'>['kind']
  item: string | null
  title: string | null
  section: string | null
  gate: string | null
  by: string | null
  note: string
  seen: string | null
}

const ROW =
  'SELECT n.id, n.at, n.kind, n.item_id AS item, i.title, i.section_id AS section, n.gate, b.name AS "by", n.note, n.seen_at AS seen FROM notification n LEFT JOIN item i ON i.id = n.item_id LEFT JOIN person b ON b.id = n.by_id'

export const addNotifications = (tx: Tx, rows: NewRow<'notification'>[]) => tx.insert('notification', rows)

/** What a person was told on a site, the newest first. */
export const notificationsOf = (db: Reader, site: string, person: string, limit: number) =>
  db.all<NotificationRow>(`${ROW} WHERE n.person_id = $person AND n.site_id = $site ORDER BY n.at DESC, n.id DESC LIMIT $limit`, {
    site,
    person,
    limit,
  })

/** What a person who is written to once a day was told on a site and not written, the oldest first. */
export const unmailedOf = (db: Reader, site: string, person: string) =>
  db.all<NotificationRow>(
    `${ROW} WHERE n.person_id = $person AND n.site_id = $site AND n.mailed_at IS NULL ORDER BY n.at, n.id LIMIT 200`,
    {
      site,
      person,
    },
  )

/** The people who are written to once a day and have something of a site that was not mailed. */
export const peopleToWrite = (db: Reader, site: string) =>
  db.all<Row<'person'>>(
    "SELECT * FROM person p WHERE mail = 'daily' AND active = 1 AND EXISTS (SELECT 1 FROM notification n WHERE n.person_id = p.id AND n.site_id = $site AND n.mailed_at IS NULL) LIMIT 1000",
    { site },
  )

export const noteMailed = (tx: Tx, site: string, person: string, now: string) =>
  tx.change('notification', { person_id: person, site_id: site, mailed_at: null }, { mailed_at: now })

/** Notes that a person has seen one notification of a site and all before it. */
export const noteSeen = (tx: Tx, site: string, person: string, upTo: string, now: string) =>
  tx.run(
    'UPDATE notification SET seen_at = $now WHERE person_id = $person AND site_id = $site AND seen_at IS NULL AND at <= (SELECT at FROM notification WHERE id = $upTo AND person_id = $person)',
    { site, now, person, upTo },
  )

/** A person as they are written to. */
export interface Reached {
  id: string
  email: string
  mail: Row<'person'>['mail']
  joined: number
}

export const peopleReached = (db: Reader) =>
  db.all<Reached>("SELECT id, email, mail, password_hash <> '' OR identity IS NOT NULL AS joined FROM person WHERE active = 1")

const NEWS = 'notifications'

/** Up to which row of the journal people were told, whichever site it is about. */
export const toldUpTo = async (db: Reader): Promise<number> =>
  // Asked after each commit.
  (await db.one<{ seq: number }>('SELECT seq FROM heard WHERE name = $name', { name: NEWS }))?.seq ?? 0

export const noteTold = (tx: Tx, seq: number) => tx.insert('heard', [{ name: NEWS, seq }], 'REPLACE')
