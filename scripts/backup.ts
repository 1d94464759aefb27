// Copies a data folder while the office runs, and looks through the copy: npm run backup -- --to FOLDER [--data FOLDER]
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { copyFolder, openReader } from '../server/store/database'
import { faultsOf } from '../server/store/wholeCheck'

const { values } = parseArgs({
  options: { data: { type: 'string', default: join(import.meta.dirname, '..', '.data', 'site') }, to: { type: 'string' } },
})
if (!values.to || existsSync(values.to)) {
  process.stderr.write('Name a folder that is not there yet: npm run backup -- --to FOLDER\n')
  process.exit(1)
}
process.umask(0o077)
await copyFolder(values.data, values.to)
const faults = await faultsOf(await openReader(values.to))
process.stdout.write(faults.length ? `${faults.join('\n')}\n` : `Copied to ${values.to}; nothing is wrong with it.\n`)
process.exit(faults.length ? 1 : 0)
