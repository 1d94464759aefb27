import { chromium, type Page } from '@playwright/test'
import { foundTeam, PASSWORD, startServer } from '../tests/support/server'
import { percentile, type Row } from './report'
import { paragraph } from './site'
import { launchOptions } from '../scripts/chromium.mjs'

const KEYS = 120
const OPENS = 7

/** In Chromium: opening an item of 200 blocks, and the page beside following each key typed in it. */
export async function measure(): Promise<Row[]> {
  const server = await startServer()
  const browser = await chromium.launch(launchOptions())
  try {
    const team = await foundTeam(server)
    const body = Array.from({ length: 200 }, (_, index) => paragraph(`blk${String(index).padStart(4, '0')}`, index))
    const made = await team.writer.need('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Two hundred blocks', content: { body } },
    })
    const page = await browser.newPage({ baseURL: server.origin, viewport: { width: 1280, height: 800 } })
    await page.goto('/office/sign-in')
    await page.getByLabel('Mail').fill('writer@larkholm.example')
    await page.getByLabel('Password').fill(PASSWORD)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.waitForURL(/office$/)
    const opens = await measureOpens(page, `/office/items/${made.item}`)
    await page.getByRole('button', { name: 'Side by side' }).click()
    await page.frameLocator('iframe').locator('p').nth(150).waitFor({ state: 'attached' })
    await page
      .getByRole('group', { name: /block 100 of/ })
      .getByRole('textbox')
      .click()
    const keys = await measureKeys(page)
    const row = (what: string, ms: number, all: number[], budget: number, share: string): Row => ({
      what,
      ours: `${share} ${ms.toFixed(0)} ms of ${all.length}`,
      reference: `${budget} ms`,
      ratio: ms / budget,
      budget: `< ${budget} ms`,
      met: ms < budget,
    })
    return [
      row('open an item of 200 blocks until its last block can be written in', percentile(opens, 0.5), opens, 1_000, 'median'),
      row('from a key to the page beside, 200 blocks', percentile(keys, 0.95), keys, 50, 'p95'),
    ]
  } finally {
    await browser.close()
    await server.stop()
  }
}

async function measureOpens(page: Page, path: string): Promise<number[]> {
  const times: number[] = []
  for (let round = 0; round < OPENS; round++) {
    await page.goto('/office')
    await page.getByRole('heading', { level: 1 }).waitFor()
    // Within the office, as a link in a list does it.
    times.push(
      await page.evaluate(async (to) => {
        const start = performance.now()
        await (window as unknown as { useNuxtApp(): { $router: { push(path: string): Promise<void> } } }).useNuxtApp().$router.push(to)
        for (;;) {
          if (document.querySelectorAll('[data-block] [role=textbox]').length >= 200) return performance.now() - start
          await new Promise(requestAnimationFrame)
        }
      }, path),
    )
  }
  return times
}

/** From the key's event to the frame's document having changed, for each key. */
async function measureKeys(page: Page): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { keyTimes: times })
    let start = 0
    document.addEventListener('keydown', () => (start = performance.now()), true)
    const frame = document.querySelector('iframe')!.contentDocument!
    new MutationObserver(() => {
      if (start) times.push(performance.now() - start)
      start = 0
    }).observe(frame.body, { subtree: true, childList: true, characterData: true })
  })
  for (let key = 0; key < KEYS; key++) {
    await page.keyboard.press('abcdefgh '[key % 9]!)
    await page.waitForFunction((count) => (window as unknown as { keyTimes: number[] }).keyTimes.length >= count, key + 1)
  }
  return page.evaluate(() => (window as unknown as { keyTimes: number[] }).keyTimes)
}
