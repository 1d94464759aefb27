// From nothing to a running, seeded site: npm run demo [-- --fresh] [--port 3000] [--size 100000]
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { answers, ensureBuild, ensureDemoData, ensureDependencies, fail, root, say, serve } from './setup.mjs'

const { values } = parseArgs({
  options: { fresh: { type: 'boolean' }, port: { type: 'string', default: '3000' }, size: { type: 'string' }, data: { type: 'string' } },
})
const folder = values.data ?? join(root, '.data', values.size ? `demo-${values.size}` : 'demo')

await ensureDependencies()
await ensureBuild()
if (values.fresh) rmSync(folder, { recursive: true, force: true })
await ensureDemoData(folder, values.size)

const origin = `http://localhost:${values.port}`
serve({
  YIELDGATE_DATA: folder,
  YIELDGATE_DEMO: '1',
  NITRO_HOST: '127.0.0.1',
  NITRO_PORT: values.port,
  HOST: '127.0.0.1',
  PORT: values.port,
})
if (!(await answers(`${origin}/api/v1/health`)))
  fail(`The server did not answer on port ${values.port}. Is something else there? Try --port 3001.`)
const { PEOPLE, emailOf, DEMO_PASSWORD } = await import('./accounts.mjs')
say(`
Larkholm Ferries is up.

  Live site  ${origin}/
  Office     ${origin}/office

Step in as anyone with one click on the office's first page, or sign in:
${PEOPLE.map((person) => `  ${person.name.padEnd(16)} ${emailOf(person.name).padEnd(36)} ${person.role}`).join('\n')}
  The password of all is: ${DEMO_PASSWORD}

The data stays in ${folder.replace(`${root}/`, '')} between starts; --fresh begins anew. Ctrl C ends it.
`)
