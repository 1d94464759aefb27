// The development server on the demo's data folder.
import { join } from 'node:path'
import { ensureDemoData, ensureDependencies, root, run } from './setup.mjs'

await ensureDependencies()
const folder = process.env.YIELDGATE_DATA ?? join(root, '.data', 'demo')
if (!process.env.YIELDGATE_DATA) await ensureDemoData(folder)
process.exit(
  await run('npx', ['nuxt', 'dev', ...process.argv.slice(2)], {
    env: {
      YIELDGATE_DATA: folder,
      YIELDGATE_DEMO: process.env.YIELDGATE_DEMO ?? '1',
      NUXT_TELEMETRY_DISABLED: '1',
    },
  }),
)
