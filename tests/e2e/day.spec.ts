import { expect, test, type Locator, type Page } from '@playwright/test'
import {
  addBlock,
  begin,
  bodyOf,
  caretAt,
  kill,
  nextParagraph,
  pageOf,
  read,
  saved,
  SLOWER,
  stepIn,
  takeLeft,
  undoUntil,
  wordsOf,
} from './office'

/** So many words each of the two writes at a stretch; 1,800 make an hour's typing of both (`YIELDGATE_WORDS=1800`). */
const STRETCH = Number(process.env.YIELDGATE_WORDS ?? 100)
const A_PARAGRAPH = 40

/** Someone who writes numbered words, so that each can be found again. */
class Writer {
  private count = 0
  constructor(
    public page: Page,
    readonly name: string,
  ) {}
  /** A word that is known by its end: half of one is none. */
  word(n: number): string {
    return `${this.name}${n}e`
  }
  /** Types so many words without a pause where the caret is, with a new paragraph now and then. Returns them. */
  async write(count: number, { paragraphs = true } = {}): Promise<string[]> {
    const words: string[] = []
    for (let n = 1; n <= count; n++) {
      const word = this.word(++this.count)
      await this.page.keyboard.type(`${word} `)
      words.push(word)
      if (paragraphs && n % A_PARAGRAPH === 0 && n < count) await nextParagraph(this.page)
    }
    return words
  }
  /** The words of the paragraph that a word stands in. */
  textWith(word: string): Locator {
    const block = this.page.getByRole('group', { name: /^Paragraph, block/ }).filter({ hasText: new RegExp(`\\b${word}\\b`) })
    return block.getByText(word)
  }
  /** Puts the caret behind a word at the end of its block. */
  after(word: string): Promise<void> {
    return caretAt(this.page, this.textWith(word), 'End')
  }
}
const found = (text: string): string[] => text.match(/\b(?:wen|anton)\d+e\b/g) ?? []

test('a day of two writers, a reviewer and a publisher ends with every word accounted for', async ({ browser }) => {
  test.setTimeout((180_000 + STRETCH * 1_500) * SLOWER)
  const wen = new Writer(await stepIn(browser, 'Wen Zhao'), 'wen')
  const anton = new Writer(await stepIn(browser, 'Anton Arrieta'), 'anton')
  /** What readers are to get, and what somebody took back or gave up: that stays in a version. */
  const kept: string[] = []
  const givenUp: string[] = []

  const item = await begin(wen.page, 'A day on the quay')
  await addBlock(wen.page, 'Paragraph')
  kept.push(...(await wen.write(3)))
  await saved(wen.page)
  await anton.page.goto(item)
  await expect(anton.page.getByText(wen.word(3)).first()).toBeVisible()
  await addBlock(anton.page, 'Paragraph')

  // Both write at once, each in blocks of their own.
  await wen.after(wen.word(3))
  for (const words of await Promise.all([wen.write(STRETCH), anton.write(STRETCH)])) kept.push(...words)
  await Promise.all([saved(wen.page), saved(anton.page)])

  // Her tab is killed while she writes. What the browser kept comes back; she types again what is not there.
  await wen.after(wen.word(STRETCH + 3))
  const typed = await wen.write(25, { paragraphs: false })
  await kill(wen.page)
  wen.page = await pageOf(wen.page.context())
  await wen.page.goto(item)
  await takeLeft(wen.page)
  const there = found(await bodyOf(wen.page, item))
  const missing = typed.filter((word) => !there.includes(word))
  expect(missing, 'what is there is a beginning').toEqual(typed.slice(typed.length - missing.length))
  // Also where every word came back: the space behind the last may be lost, and the next word would touch it.
  await wen.after(typed[typed.length - missing.length - 1]!)
  await wen.page.keyboard.type(` ${missing.join(' ')} `)
  await saved(wen.page)
  kept.push(...typed)

  // His line is lost, and both go on.
  await anton.page.context().setOffline(true)
  await anton.after(anton.word(STRETCH))
  await wen.after(typed.at(-1)!)
  for (const words of await Promise.all([anton.write(50), wen.write(50)])) kept.push(...words)
  await expect(anton.page.getByText('Not saved: no connection')).toBeVisible()
  await saved(wen.page)
  await anton.page.context().setOffline(false)
  await saved(anton.page)

  // Both go on at the same word while he is away: he is asked, and takes his. Hers stay in a version.
  const last = kept.filter((word) => word.startsWith(wen.name)).at(-1)!
  await expect(anton.page.getByText(last).first()).toBeVisible()
  await anton.page.context().setOffline(true)
  await anton.after(last)
  kept.push(...(await anton.write(5, { paragraphs: false })))
  await wen.after(last)
  givenUp.push(...(await wen.write(5, { paragraphs: false })))
  await saved(wen.page)
  await anton.page.context().setOffline(false)
  await expect(anton.page.getByRole('dialog')).toContainText(givenUp.at(-1)!)
  await anton.page.getByRole('radio', { name: /^Mine/ }).check()
  await anton.page.getByRole('button', { name: 'Save with these' }).click()
  await saved(anton.page)

  // She takes her last words back while he goes on; his stay.
  const his = kept.at(-1)!
  await expect(wen.page.getByText(his).first()).toBeVisible()
  const begun = wen.textWith(wen.word(3))
  const said = (await begun.textContent())!.trim()
  await wen.after(wen.word(3))
  const takenBack = await wen.write(4, { paragraphs: false })
  await saved(wen.page)
  await anton.after(his)
  kept.push(...(await anton.write(6, { paragraphs: false })))
  await saved(anton.page)
  await expect(wen.page.getByText(kept.at(-1)!).first()).toBeVisible()
  await undoUntil(wen.page, begun, said)
  givenUp.push(...takenBack)
  await saved(wen.page)

  // To readers: it is sent, returned with a note, mended, cleared and put live.
  const [noor, idris] = [await stepIn(browser, 'Noor Haddad'), await stepIn(browser, 'Idris Calloway')]
  const send = async () => {
    await wen.page.getByRole('button', { name: 'Send to review' }).click()
    await wen.page.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
    await expect(wen.page.getByText('In review').first()).toBeVisible()
  }
  await send()
  await noor.goto(item)
  await noor.getByRole('button', { name: 'Note on block 1', exact: true }).click()
  await noor.getByLabel('What should change here?').fill('One more word')
  await noor.getByRole('button', { name: 'Save note' }).click()
  await noor.getByRole('button', { name: 'Return with 1 note' }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Return', exact: true }).click()
  await expect(noor.getByText('Returned').first()).toBeVisible()
  await expect(wen.page.getByText('Returned').first()).toBeVisible()
  await wen.after(wen.word(3))
  kept.push(...(await wen.write(1)))
  await saved(wen.page)
  await send()
  await noor.goto(item)
  await noor.getByRole('button', { name: 'Clear', exact: true }).click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await expect(noor.getByText('Cleared').first()).toBeVisible()
  await idris.goto(item)
  await idris.getByRole('button', { name: 'Put live now' }).click()
  await expect(idris.getByRole('region', { name: 'Receipt' })).toContainText('/posts/a-day-on-the-quay answers 200')

  const page = await read('/posts/a-day-on-the-quay')
  const text = page.text.slice(page.text.indexOf('<article'), page.text.indexOf('</article>'))
  expect(found(text.replace(/<[^>]+>/g, ' ')).sort(), 'each word once').toEqual([...kept].sort())
  const versions: string[] = []
  for (let before = ''; ;) {
    const answer = await idris.request.get(`/api/v1/items/${item.split('/').at(-1)}/versions?limit=100${before}`)
    const list = (await answer.json()) as { versions: { id: string }[]; next: number | null }
    for (const { id } of list.versions) {
      const version = (await (await idris.request.get(`/api/v1/versions/${id}`)).json()) as { content: Parameters<typeof wordsOf>[0] }
      versions.push(...found(wordsOf(version.content)))
    }
    if (list.next === null) break
    before = `&below=${list.next}`
  }
  const everSaved = new Set(versions)
  expect(
    givenUp.filter((word) => !everSaved.has(word)),
    'what was given up is in a version',
  ).toEqual([])
})
