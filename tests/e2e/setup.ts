import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { FullConfig } from '@playwright/test'
import { seedDemo } from '../../demo/seed'
import { startServer } from '../support/server'
import { copyOfSeed } from './office'

/** Starts the demo for the tests of the interface: for each worker on a folder of its own, so that none moves another's clock. */
export default async function setup({ workers }: FullConfig) {
  const first = mkdtempSync(join(tmpdir(), 'yieldgate-e2e-'))
  await seedDemo(first, { now: new Date(), posts: 24 })
  process.env.E2E_SEED = first
  const folders = Array.from({ length: workers }, copyOfSeed)
  const servers = await Promise.all(folders.map((folder) => startServer({ folder, env: { YIELDGATE_DEMO: '1' } })))
  servers.forEach((server, worker) => {
    process.env[`E2E_ORIGIN_${worker}`] = server.origin
    process.env[`E2E_CLOCK_${worker}`] = join(folders[worker]!, 'clock')
  })
  return async () => {
    await Promise.all(servers.map((server) => server.stop()))
    rmSync(first, { recursive: true, force: true })
  }
}
