import { existsSync, readdirSync, writeFileSync } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { deleteExpired } from '../../server/jobs/cleanup'
import type { Tx } from '../../server/store/database'
import type { NewRow, Table } from '../../server/store/models'
import { siteId } from '../../server/services/office'
import { foundOffice, type FoundedOffice } from '../support/office'

const DAY_MS = 86_400_000
const start = Date.parse('2026-03-02T09:00:00.000Z')
let present = start
let here: FoundedOffice
beforeAll(async () => {
  here = await foundOffice(() => new Date(present))
})
afterAll(() => here.end())
const at = (days: number) => new Date(start + days * DAY_MS).toISOString()

/** A row of a table, and after how many whole days it is gone. */
const ends = <Name extends Table>(table: Name, row: NewRow<Name>, days: number) => ({
  table,
  days,
  insert: (tx: Tx) => tx.insert(table, [row]),
})

/** A row of each table that fills by itself. */
const rows = (site_id: string, person: string) => [
  ends('answer', { person_id: person, key: 'k', request: 'r', status: 200, body: '', at: at(0) }, 2),
  ends('mail', { id: 'sent', address: 'a@b.example', subject: '', text: '', made_at: at(-9), next_at: null, sent_at: at(0) }, 30),
  ends('mail', { id: 'given up', address: 'a@b.example', subject: '', text: '', made_at: at(0), next_at: null, sent_at: null }, 30),
  ends('notification', { id: 'seen', site_id, person_id: person, at: at(0), kind: 'waits', note: '', seen_at: at(1) }, 365),
  ends('notification', { id: 'unseen', site_id, person_id: person, at: at(0), kind: 'waits', note: '', seen_at: null }, 730),
  ends('session', { token_hash: 'h', person_id: person, created_at: at(-1), seen_at: at(-1), expires_at: at(0), agent: '' }, 0),
  ends('password_link', { token_hash: 'h', person_id: person, made_by: null, made_at: at(-1), expires_at: at(0) }, 30),
  ends('known_browser', { hash: 'h', person_id: person, seen_at: at(0) }, 180),
  ends('throttle', { key: 'email:a@b.example', failures: 9, last_at: at(0) }, 1),
  ends('presence', { draft_id: 'd', person_id: person, tab: 't', place: null, at: at(0) }, 1),
  ends('share_link', { token_hash: 'h', site_id, id: 'i', shows: 'moment', made_by: person, made_at: at(-1), ends_at: at(0) }, 90),
  ends('calendar_feed', { token_hash: 'h', site_id, person_id: person, made_at: at(-1), revoked_at: at(0) }, 90),
]

describe('nothing grows for ever', () => {
  it('each row that fills by itself ends on its day, and not the day before', async () => {
    const { office, founder } = here
    for (const { table, days, insert } of rows(await siteId(office), founder.id)) {
      await office.store.write(async (tx) => {
        await tx.run(`DELETE FROM ${table}`)
        await insert(tx)
      })
      const left = async (on: number) => {
        present = start + on * DAY_MS
        await deleteExpired(office)
        return (await office.store.read.one<{ n: number }>(`SELECT count(*) AS n FROM ${table}`))!.n
      }
      expect([table, days, await left(days - 0.01), await left(days + 0.01)]).toEqual([table, days, 1, 0])
    }
  })
  it('a mail that waits to go out, a share link that is open and a calendar that is followed stay', async () => {
    const { office, founder } = here
    present = start
    await office.store.write(async (tx) => {
      await tx.insert('mail', [{ id: 'waits', address: 'a@b.example', subject: '', text: '', made_at: at(0), next_at: at(400) }])
      await tx.insert('share_link', [
        {
          token_hash: 'open',
          site_id: await siteId(office),
          id: 'open',
          shows: 'moment',
          made_by: founder.id,
          made_at: at(0),
          ends_at: at(900),
        },
      ])
      await tx.insert('calendar_feed', [
        { token_hash: 'open', site_id: await siteId(office), person_id: founder.id, made_at: at(0), revoked_at: null },
      ])
    })
    present = start + 800 * DAY_MS
    await deleteExpired(office)
    for (const table of ['mail', 'share_link', 'calendar_feed'])
      expect([table, (await office.store.read.one<{ n: number }>(`SELECT count(*) AS n FROM ${table}`))!.n]).toEqual([table, 1])
  })
  it('caught mails end after a month, and other files of their folder stay', async () => {
    const folder = join(here.folder, 'mail')
    await mkdir(folder, { recursive: true })
    const name = (ms: number) => `${ms}-00000000-0000-7000-8000-000000000000.json`
    present = start + 800 * DAY_MS
    for (const file of [name(present - 31 * DAY_MS), name(present - 29 * DAY_MS), 'notes.txt']) writeFileSync(join(folder, file), '')
    await deleteExpired(here.office)
    expect(readdirSync(folder).sort()).toEqual([name(present - 29 * DAY_MS), 'notes.txt'].sort())
    expect(existsSync(join(here.folder, 'security.jsonl'))).toBe(true)
  })
})
