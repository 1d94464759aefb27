import { cpSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { FullConfig } from '@playwright/test'
import { seedDemo } from '../../demo/seed'
import { startServer } from '../support/server'

/** Starts the demo for the tests of the interface: for each worker on a folder of its own, so that none moves another's clock. */
export default async function setup({ workers }: FullConfig) {
  const first = mkdtempSync(join(tmpdir(), 'yieldgate-e2e-'))
  await seedDemo(first, { now: new Date(), posts: 24 })
  const folders = Array.from({ length: workers }, (_, worker) => {
    if (!worker) return first
    const folder = mkdtempSync(join(tmpdir(), 'yieldgate-e2e-'))
    cpSync(first, folder, { recursive: true })
    return folder
  })
  const servers = await Promise.all(folders.map((folder) => startServer({ folder, env: { YIELDGATE_DEMO: '1' } })))
  servers.forEach((server, worker) => {
    process.env[`E2E_ORIGIN_${worker}`] = server.origin
    process.env[`E2E_CLOCK_${worker}`] = join(folders[worker]!, 'clock')
  })
  return () => Promise.all(servers.map((server) => server.stop()))
}
