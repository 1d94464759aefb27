// The production build on a data folder of one's own: npm start [-- --data FOLDER] [--port 3000] [--host 127.0.0.1]
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { ensureBuild, ensureDependencies, root, say, serve } from './setup.mjs'

const { values } = parseArgs({
  options: {
    data: { type: 'string', default: join(root, '.data', 'site') },
    port: { type: 'string', default: '3000' },
    host: { type: 'string', default: '127.0.0.1' },
  },
})
await ensureDependencies()
await ensureBuild()
say(`Yieldgate on http://${values.host}:${values.port}/office with the data in ${values.data}`)
serve({
  YIELDGATE_DATA: values.data,
  YIELDGATE_DEMO: '0',
  NITRO_HOST: values.host,
  NITRO_PORT: values.port,
  HOST: values.host,
  PORT: values.port,
})
