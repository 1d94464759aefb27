import { cpSync, mkdtempSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test'

/** The server and the clock file of the worker that asks. */
const ofWorker = (name: string) => process.env[`${name}_${process.env.TEST_PARALLEL_INDEX}`]!
export const origin = () => ofWorker('E2E_ORIGIN')

/** A folder with the demo as it is at the start of all tests. */
export function copyOfSeed(): string {
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-e2e-'))
  cpSync(process.env.E2E_SEED!, folder, { recursive: true })
  return folder
}

/** How many times slower than this machine the browser is to be; 1 as it is. */
export const SLOWER = Number(process.env.YIELDGATE_SLOWER ?? 1)

/** The windows that the test of a worker has open. */
const windows = { of: '', open: new Set<BrowserContext>() }

/** Closes the windows that the test before left open: they would go on working beside this one. */
async function keepWindow(context: BrowserContext): Promise<void> {
  const { testId } = test.info()
  if (windows.of !== testId) {
    await Promise.all([...windows.open].map((left) => left.close()))
    windows.open.clear()
    windows.of = testId
  }
  windows.open.add(context)
  context.on('close', () => windows.open.delete(context))
}

/** A page of a window, its processor as slow as it was asked for. */
export async function pageOf(context: BrowserContext): Promise<Page> {
  await keepWindow(context)
  const page = await context.newPage()
  if (SLOWER > 1) await (await context.newCDPSession(page)).send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  return page
}

/** Opens the office in a window of its own, as one of the people; the door itself has a test of its own. */
export async function stepIn(browser: Browser, name: string, options: Parameters<Browser['newContext']>[0] = {}): Promise<Page> {
  const context = await browser.newContext({ baseURL: origin(), viewport: { width: 1280, height: 800 }, ...options })
  const page = await pageOf(context)
  page.on('pageerror', (error) => {
    throw error
  })
  const people = (await (await page.request.get('/api/v1/demo/people')).json()) as { id: string; name: string }[]
  const { id } = people.find((person) => person.name === name)!
  await page.request.post('/api/v1/demo/step-in', { data: { person: id } })
  await page.goto('/office')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name.split(' ')[0]!)
  return page
}

/** Moves the clock of the demo ahead by so many milliseconds. */
export function moveClock(ms: number): void {
  writeFileSync(ofWorker('E2E_CLOCK'), String(ms))
  const stamp = new Date(Date.now() + Math.random() * 10_000)
  utimesSync(ofWorker('E2E_CLOCK'), stamp, stamp)
}

export const saved = (page: Page) => expect(page.getByText(/^Saved \d\d:\d\d/)).toBeVisible()
/** Waits until the editor has heard of the caret, which it does with the next frame. */
export const frames = (page: Page) => page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
/**
 * Clicks on a text and puts the caret at its start or end. Just after it got the focus the editor takes its own caret back
 * once, sooner than a hand goes from the mouse to a key; so the key is pressed until the caret is there.
 */
export async function caretAt(page: Page, text: Locator, key: 'Home' | 'End'): Promise<void> {
  await text.click()
  await expect(async () => {
    await page.keyboard.press(`Control+${key}`)
    await frames(page)
    await frames(page)
    const [before, after] = await page.evaluate(() => {
      const { anchorNode, anchorOffset } = getSelection()!
      const range = document.createRange()
      range.selectNodeContents(document.activeElement!)
      const length = range.toString().length
      range.setEnd(anchorNode!, anchorOffset)
      return [range.toString().length, length - range.toString().length]
    })
    expect(key === 'Home' ? before : after).toBe(0)
  }).toPass()
}
/** Presses Enter in a text and waits until the next paragraph has the caret. */
export async function nextParagraph(page: Page): Promise<void> {
  await page.keyboard.press('Enter')
  await expect(page.locator('.ProseMirror:focus')).toHaveText('')
}

export const read = async (path: string) => {
  const answer = await fetch(origin() + path, { redirect: 'manual' })
  return { status: answer.status, location: answer.headers.get('location'), text: await answer.text() }
}

/** Starts a post; answers its address in the office. */
export async function begin(page: Page, title: string): Promise<string> {
  await page.goto('/office/content?start=post')
  await page.getByLabel('Title on the page').fill(title)
  await page.getByRole('dialog').getByLabel('Section').selectOption({ label: 'News' })
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.waitForURL(/office\/items\//)
  const field = page.getByRole('textbox', { name: 'Title on the page' })
  await expect(field).toHaveValue(title)
  await expect(field).toBeFocused()
  return new URL(page.url()).pathname
}
/** Adds a block at the end through the menu; the caret is in it then. */
export const addBlock = async (page: Page, kind: string) => {
  await page.getByRole('button', { name: 'Add a block', exact: true }).last().click()
  await page.getByRole('menuitem', { name: kind, exact: true }).click()
}

/**
 * Takes back what was written last, until a block says again what it said before: how many steps that is hangs on how fast it
 * was typed, and a slow step may be a letter or a space.
 */
export async function undoUntil(page: Page, block: Locator, said: string): Promise<void> {
  const onScreen = async () => (await block.textContent()) ?? ''
  for (let text = await onScreen(); text.trim() !== said; text = await onScreen()) {
    await page.keyboard.press('Control+z')
    await expect.poll(onScreen).not.toBe(text)
  }
}

/** Ends the tab as a crash of its process does: nothing of the page runs any more. */
export async function kill(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page)
  const crashed = page.waitForEvent('crash')
  session.send('Page.crash').catch(() => undefined)
  await crashed
}
/**
 * Takes in what the browser kept of an item that was just opened, where it kept more than was saved. It is looked for before
 * the page can be written on; a save that came first leaves nothing to offer.
 */
export async function takeLeft(page: Page): Promise<void> {
  const offer = page.getByRole('button', { name: 'Restore it' })
  await page.getByText(/^Saved \d\d:\d\d/).waitFor()
  // As long as it is not known what was kept the page says that it is busy.
  await page.locator('article[aria-label="The page"][aria-busy=false]').waitFor()
  if (!(await offer.isVisible())) return
  await offer.click()
  await expect(offer).toBeHidden()
  await saved(page)
}

interface Text {
  body: { text?: { text: string }[] }[]
}
/** What the blocks of a text say, a line each. */
export const wordsOf = ({ body }: Text): string => body.map(({ text }) => text?.map((run) => run.text).join('') ?? '').join('\n')
/** What an item's draft says on the server, by the item's address in the office. */
export async function bodyOf(page: Page, item: string): Promise<string> {
  const answer = await page.request.get(`/api/v1/items/${item.split('/').at(-1)}`)
  return wordsOf(((await answer.json()) as { draft: { content: Text } }).draft.content)
}

/** Finds a choice by typing a part of its name, and takes it. */
export async function choose(within: Page | Locator, label: string | RegExp, name: string): Promise<void> {
  await within.getByRole('combobox', { name: label }).fill(name)
  await within.getByRole('option', { name, exact: false }).first().click()
}
