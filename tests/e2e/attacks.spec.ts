import { expect, test } from '@playwright/test'
import { sanitiseSource } from '../../core/content/sanitise'
import { renderBlock } from '../../core/render/blocks'
import { NO_REFS } from '../../core/render/text'
import { ATTACKS } from '../fixtures/attacks'
import { origin, stepIn } from './office'

declare global {
  interface Window {
    hacked?: number
  }
}

// The cases follow the OWASP XSS Filter Evasion Cheat Sheet; see tests/fixtures/attacks.ts.
test('no case of filter evasion executes, even in a page without any policy', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage()
  // The oracle works: unsanitised, some of them do.
  await page.setContent(ATTACKS.join('\n'))
  await expect.poll(() => page.evaluate(() => window.hacked)).toBe(1)
  for (const attack of ATTACKS) {
    await page.goto('about:blank')
    const blocks = [
      { id: 'aaaa', kind: 'source' as const, html: sanitiseSource(attack) },
      { id: 'bbbb', kind: 'paragraph' as const, text: [{ text: attack }] },
      { id: 'cccc', kind: 'quote' as const, text: [{ text: attack }], source: attack },
      { id: 'dddd', kind: 'button' as const, label: attack, href: '/x' },
    ]
    await page.setContent(`<!DOCTYPE html><body>${blocks.map((block) => renderBlock(block, NO_REFS)).join('')}`)
    await page.locator('body').hover()
    for (const link of await page.locator('.source a').all()) await link.dispatchEvent('mouseover')
    expect([attack, await page.evaluate(() => window.hacked)]).toEqual([attack, undefined])
  }
})

test('nor in the office, where the same text is written, nor on the live site', async ({ browser }) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  const made = await page.evaluate(async (attacks) => {
    const sections = await (await fetch('/api/v1/sections')).json()
    const body = attacks.flatMap((text, index) => [
      { id: `srce${index}`, kind: 'source', html: text },
      { id: `para${index}`, kind: 'paragraph', text: [{ text }] },
    ])
    const answer = await fetch('/api/v1/items', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        kind: 'post',
        section: sections.find((section: { name: string }) => section.name === 'News').id,
        title: attacks[0],
        content: { fields: { summary: attacks[6] }, body },
      }),
    })
    return (await answer.json()) as { item: string; version: string }
  }, ATTACKS)
  await page.goto(`/office/items/${made.item}`)
  await expect(page.getByRole('article', { name: 'The page' })).toBeVisible()
  await page
    .getByRole('group', { name: /^Paragraph/ })
    .first()
    .click()
  expect(await page.evaluate(() => window.hacked)).toBe(undefined)
  await page.getByRole('button', { name: 'Side by side' }).click()
  await expect(page.frameLocator('iframe').getByRole('heading', { level: 1 })).toBeVisible()
  expect(await page.evaluate(() => window.hacked)).toBe(undefined)
  await page.goto(`${origin()}/search?q=${encodeURIComponent(ATTACKS[0]!)}`)
  expect(await page.evaluate(() => window.hacked)).toBe(undefined)
})

test('what someone wrote as markup stands, where versions are compared, in a frame that leads nowhere and covers nothing', async ({
  browser,
}) => {
  const page = await stepIn(browser, 'Liv Marchetti')
  const source = (words: string) => ({
    id: 'raw1',
    kind: 'source',
    html: `<p>${words} <a href="https://larkholm.example/away">away</a></p>`,
  })
  const sections = (await (await page.request.get('/api/v1/sections')).json()) as { id: string }[]
  const post = async <T>(path: string, data: object) => (await (await page.request.post(`/api/v1${path}`, { data })).json()) as T
  const made = await post<{ item: string; draft: string; version: string }>('/items', {
    kind: 'post',
    section: sections[0]!.id,
    title: 'Written as markup',
    content: { body: [source('The old table')] },
  })
  await post(`/drafts/${made.draft}/edits`, { base: made.version, edits: [{ op: 'replace', block: source('The new table') }] })
  await page.goto(`/office/items/${made.item}`)
  await page.getByRole('button', { name: 'History' }).click()
  await page.getByRole('button', { name: 'Compare' }).first().click()
  const frame = page.locator('iframe[title="What a source block shows"]').last()
  await expect(frame).toHaveAttribute('sandbox', 'allow-same-origin')
  await expect(frame.contentFrame().getByText('The new table')).toBeVisible()
  await expect.poll(async () => (await frame.boundingBox())!.height).toBeGreaterThan(15)
  // Nothing of it is in the office's own page, and its links stay where they are.
  await expect(page.locator('.source')).toHaveCount(0)
  await frame.contentFrame().getByRole('link', { name: 'away' }).last().click()
  await expect(frame.contentFrame().getByText('The new table')).toBeVisible()
  expect(page.url()).toContain(made.item)
  await page.context().close()
})
