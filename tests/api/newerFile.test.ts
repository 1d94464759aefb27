import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { once } from 'node:events'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { openStore } from '../../server/store/database'
import { freePort } from '../support/server'

it('a server that is given the data of a later version ends, says why in one line, and leaves them as they are', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-newer-'))
  try {
    const store = await openStore(folder, false)
    await store.write((tx) => tx.run("INSERT INTO migration VALUES ('9999-later', '2030-01-01T00:00:00Z')"))
    await store.close()
    const port = String(await freePort())
    const child = spawn(process.execPath, [join(import.meta.dirname, '../../.output/server/index.mjs')], {
      env: { ...process.env, YIELDGATE_DATA: folder, NITRO_HOST: '127.0.0.1', NITRO_PORT: port, HOST: '127.0.0.1', PORT: port },
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    let said = ''
    child.stderr.on('data', (part: Buffer) => (said += part.toString()))
    const [code] = (await once(child, 'close')) as [number]
    expect([code, said]).toEqual([
      1,
      'The data folder was upgraded by a newer version of Yieldgate (9999-later). Start that version or a later one, or use the copy that was made before the upgrade.\n',
    ])
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})
