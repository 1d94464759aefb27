// Looks through a whole data folder, without changing it: npm run check-data [-- --data FOLDER]
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { openReader } from '../server/store/database'
import { faultsOf } from '../server/store/wholeCheck'

const { values } = parseArgs({ options: { data: { type: 'string', default: join(import.meta.dirname, '..', '.data', 'site') } } })
const faults = await faultsOf(await openReader(values.data))
process.stdout.write(faults.length ? `${faults.join('\n')}\n` : 'Nothing is wrong with the data.\n')
process.exit(faults.length ? 1 : 0)
