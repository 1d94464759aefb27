import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { foundTeam, PASSWORD, startServer, writePost } from '../tests/support/server'
import type { Row } from './report'
import { launchOptions } from '../scripts/chromium.mjs'

/** Weighs all script that a real browser fetches for a screen, each file compressed as a server would. */
export async function measure(): Promise<Row[]> {
  const server = await startServer()
  const browser = await chromium.launch(launchOptions())
  try {
    const team = await foundTeam(server)
    const post = await writePost(team, 'Weighed')
    const weigh = async (path: string): Promise<number> => {
      const context = await browser.newContext({ baseURL: server.origin })
      await context.request.post('/api/v1/session', { data: { email: 'writer@larkholm.example', password: PASSWORD } })
      const page = await context.newPage()
      const scripts = new Map<string, Promise<Buffer>>()
      page.on('response', (response) => {
        if (/\.js$/.test(new URL(response.url()).pathname)) scripts.set(response.url(), response.body())
      })
      await page.goto(path, { waitUntil: 'networkidle' })
      const bodies = await Promise.all(scripts.values())
      await context.close()
      return bodies.reduce((sum, body) => sum + gzipSync(body).length, 0)
    }
    const row = (what: string, bytes: number, budget: number): Row => ({
      what,
      ours: `${(bytes / 1024).toFixed(0)} KB gzip`,
      reference: `${budget} KB`,
      ratio: bytes / 1024 / budget,
      budget: `≤ ${budget} KB`,
      met: bytes <= budget * 1024,
    })
    return [
      row('office script, listing', await weigh('/office/content'), 200),
      row('office script, item page', await weigh(`/office/items/${post.item}`), 350),
    ]
  } finally {
    await browser.close()
    await server.stop()
  }
}
