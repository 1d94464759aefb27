import { Umzug } from 'umzug'
import type { Sequelize } from 'sequelize'
import type { Tx } from './database'
import { first } from './migrations/0001-first'
import { gatesAndPeople } from './migrations/0002-gates-and-people'
import { time } from './migrations/0003-time'
import { liveTimes } from './migrations/0004-live-times'
import { listing } from './migrations/0005-listing'
import { kinds } from './migrations/0006-kinds'
import { written } from './migrations/0007-written'
import { columnTriggers } from './migrations/0008-column-triggers'
import { labels } from './migrations/0009-labels'
import { givenBack } from './migrations/0010-given-back'
import { fewerWrites } from './migrations/0011-fewer-writes'
import { knownBrowsers } from './migrations/0012-known-browsers'
import { shorterIndex } from './migrations/0013-shorter-index'
import { rowByRow } from './migrations/0014-row-by-row'
import { fixedRows } from './migrations/0015-fixed-rows'
import { passwordLinks } from './migrations/0016-password-links'
import { signIn } from './migrations/0017-sign-in'
import { secondYes } from './migrations/0018-second-yes'
import { sites } from './migrations/0019-sites'
import { wentLive } from './migrations/0020-went-live'
import { redirects } from './migrations/0021-redirects'
import { menus } from './migrations/0022-menus'
import { members } from './migrations/0023-members'

const MIGRATIONS = [
  first,
  gatesAndPeople,
  time,
  liveTimes,
  listing,
  kinds,
  written,
  columnTriggers,
  labels,
  givenBack,
  fewerWrites,
  knownBrowsers,
  shorterIndex,
  rowByRow,
  fixedRows,
  passwordLinks,
  signIn,
  secondYes,
  sites,
  wentLive,
  redirects,
  menus,
  members,
]

/** The names of all migrations, in their order. */
export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map(({ name }) => name)

const namesIn = async (sequelize: Sequelize): Promise<string[]> =>
  ((await sequelize.query('SELECT name FROM migration ORDER BY name'))[0] as { name: string }[]).map(({ name }) => name)

/** What a file is refused with that a later version of the program has upgraded: this one does not know what it holds. */
export class NewerFile extends Error {
  constructor(names: string[]) {
    super(
      `The data folder was upgraded by a newer version of Yieldgate (${names.join(', ')}). Start that version or a later one, or use the copy that was made before the upgrade.`,
    )
  }
}

/** What bringing a file up to date needs of the store. */
interface Upgraded {
  sequelize: Sequelize
  write: (work: (tx: Tx) => Promise<void>) => Promise<void>
  /** Copies the file as it is before the migration of this name. */
  copyBefore: (name: string) => Promise<void>
}

/**
 * Brings the file to the newest schema: each migration once, in its own transaction, noted in the table `migration` by the same
 * transaction, so that none is done twice however a process ends. A file that has rows is copied first. Foreign keys are not
 * enforced meanwhile, so that a table may be made anew (https://www.sqlite.org/lang_altertable.html#otheralter); a migration
 * that does so checks them. Throws {@link NewerFile}.
 */
export async function migrate({ sequelize, write, copyBefore }: Upgraded): Promise<void> {
  await sequelize.query('CREATE TABLE IF NOT EXISTS migration (name TEXT PRIMARY KEY, at TEXT NOT NULL)')
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: () =>
        write(async (tx) => {
          // Another process may have come first while this one waited for the lock.
          if (await tx.one('SELECT 1 FROM migration WHERE name = $name', { name })) return
          await up(tx)
          await tx.run("INSERT INTO migration VALUES ($name, strftime('%Y-%m-%dT%H:%M:%fZ'))", { name })
        }),
    })),
    storage: { logMigration: async () => {}, unlogMigration: async () => {}, executed: () => namesIn(sequelize) },
    logger: undefined,
  })
  const done = await namesIn(sequelize)
  const unknown = done.filter((name) => !MIGRATION_NAMES.includes(name))
  if (unknown.length) throw new NewerFile(unknown)
  const [next] = await umzug.pending()
  if (done.length && next) await copyBefore(next.name)
  await umzug.up()
}
