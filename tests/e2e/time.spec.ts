import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Browser, type Page } from '@playwright/test'
import { wallTimeOf } from '../../core/time/zone'
import { startServer, type TestServer } from '../support/server'
import { addBlock, begin, copyOfSeed, saved, SLOWER, stepIn } from './office'

const HOUR = 3_600_000
const ZONE = 'Europe/Oslo'
let server: TestServer
let passed = 0
test.beforeAll(async () => {
  server = await startServer({ folder: copyOfSeed(), env: { YIELDGATE_DEMO: '1' } })
})
test.afterAll(() => server.stop())

const as = (browser: Browser, name: string) => stepIn(browser, name, { baseURL: server.origin })
const ahead = (hours: number) => wallTimeOf(new Date(Date.now() + passed + hours * HOUR).toISOString(), ZONE)
const pass = (hours: number) => server.moveClock((passed += hours * HOUR))
const read = async (path: string) => {
  const answer = await fetch(server.origin + path, { redirect: 'manual' })
  return { status: answer.status, text: await answer.text() }
}
/** Asks the API as whoever is on the page. */
async function need<T>(page: Page, method: 'GET' | 'POST', path: string, data?: unknown, ifMatch?: string): Promise<T> {
  const headers = { ...(ifMatch ? { 'if-match': `"${ifMatch}"` } : {}) }
  const answer = await page.request.fetch(`/api/v1${path}`, { method, headers, ...(data === undefined ? {} : { data }) })
  if (!answer.ok()) throw new Error(`${method} ${path}: ${await answer.text()}`)
  return (answer.status() === 204 ? null : await answer.json()) as T
}
const idOf = async (page: Page, title: string) =>
  (await need<{ items: { id: string; title: string }[] }>(page, 'GET', `/items?limit=20&text=${encodeURIComponent(title)}`)).items.find(
    (item) => item.title === title,
  )!.id
/** A draft of an item with another first paragraph, sent; and cleared where a reviewer is given. */
async function changed(writer: Page, title: string, text: object[], reviewer?: Page): Promise<void> {
  const item = await idOf(writer, title)
  const { draft, head } = await need<{ draft: string; head: string }>(writer, 'POST', `/items/${item}/drafts`, { name: 'Summer' })
  const page = await need<{ draft: { content: { body: { id: string }[] } } }>(writer, 'GET', `/items/${item}?draft=${draft}`)
  const block = { id: page.draft.content.body[0]!.id, kind: 'paragraph', text }
  const { version } = await need<{ version: string }>(writer, 'POST', `/drafts/${draft}/edits`, {
    base: head,
    edits: [{ op: 'replace', block }],
  })
  await need(writer, 'POST', `/drafts/${draft}/send`, { note: 'For the summer' }, version)
  if (!reviewer) return
  for (const gate of ['review']) await need(reviewer, 'POST', `/drafts/${draft}/clear`, { gate }, version)
}
const axe = async (page: Page) =>
  expect(
    (await new AxeBuilder({ page }).disableRules(['frame-tested']).exclude('iframe').analyze()).violations.map(({ id, nodes }) => [
      id,
      nodes[0]?.html,
    ]),
  ).toEqual([])

test('a season changes together: foreseen, mended, looked at, live at its moment, and undone whole', async ({ browser }) => {
  test.setTimeout(240_000 * SLOWER)
  const [idris, petra, bea] = [await as(browser, 'Idris Calloway'), await as(browser, 'Petra Sandvik'), await as(browser, 'Bea Okonjo')]
  const card = await idOf(idris, 'Season card')
  const titles = [
    ...['Our history', 'People on board', 'Safety', 'Contact', 'Work with us'],
    ...['For the press', 'Step-free travel', 'Public holidays', 'The night boat', 'Luggage and lockers'],
  ]
  for (const [index, title] of titles.entries())
    await changed(
      idris,
      title,
      index ? [{ text: `${title}, in the summer.` }] : [{ text: 'With a ' }, { text: 'season card', href: `item:${card}` }],
      bea,
    )
  await changed(idris, 'Foot passengers', [{ text: 'Sixty-six kroner in the summer.' }])

  // It is built from the calendar, with all that is cleared, and what leaves the site.
  await idris.goto('/office/calendar')
  await idris.getByRole('button', { name: 'New edition' }).click()
  await idris.getByLabel('Name', { exact: true }).fill('High summer')
  await idris.getByRole('button', { name: 'Begin it' }).click()
  await expect(idris.getByRole('heading', { level: 1 })).toHaveText('High summer')
  await idris.getByRole('button', { name: 'Take changes in' }).click()
  const dialog = idris.getByRole('dialog')
  for (const title of titles)
    await dialog
      .getByRole('checkbox', { name: `Put ${title} live` })
      .first()
      .check()
  const find = async (title: string, how: string) => {
    await dialog.getByLabel(/Find by title/).fill(title)
    await dialog.getByRole('checkbox', { name: how }).check()
  }
  await find('Season card', 'Take Season card off the site')
  await find('Foot passengers', 'Put Foot passengers live')
  await dialog.getByRole('button', { name: 'Take in 12' }).click()
  await expect(idris.getByText('12 items')).toBeVisible()
  await idris.getByRole('button', { name: 'Set its moment' }).click()
  const at = ahead(30)
  await idris.getByRole('dialog').getByLabel('Date').fill(at.date)
  await idris.getByLabel(/^Time in/).fill(at.time)
  await idris.getByRole('button', { name: 'Set the moment' }).click()

  // The forecast finds the fare that is not cleared and the link to what leaves.
  const wrong = idris.getByRole('complementary', { name: 'How ready it is' })
  await expect(wrong.getByText('11 of 12 cleared')).toBeVisible()
  await expect(wrong.getByText(/It is not cleared/)).toBeVisible()
  await expect(wrong.getByText(/leaves the site|links to it|not on the site/).first()).toBeVisible()
  await axe(idris)
  const fare = await idOf(bea, 'Foot passengers')
  const { drafts } = await need<{ drafts: { id: string }[] }>(bea, 'GET', `/items/${fare}`)
  const draft = drafts.at(-1)!.id
  const { draft: facts } = await need<{ draft: { head: string; waiting: string[] } }>(bea, 'GET', `/items/${fare}?draft=${draft}`)
  await need(bea, 'POST', `/drafts/${draft}/clear`, { gate: facts.waiting[0] }, facts.head)
  await expect(wrong.getByText('12 of 12 cleared')).toBeVisible()
  await idris.getByRole('button', { name: 'Take Season card out' }).click()
  await expect(idris.getByText('Nothing stands in its way as things are.')).toBeVisible()

  // The site of that morning.
  await idris.getByRole('link', { name: 'See the site with it' }).click()
  const frame = idris.frameLocator('iframe')
  await expect(frame.getByRole('navigation').first()).toBeVisible()
  await idris.goto(`/office/moment?at=${new Date(Date.now() + passed + 31 * HOUR).toISOString()}`)
  await idris.getByRole('button', { name: 'Differences to now' }).click()
  await expect(idris.getByRole('link', { name: titles[1]!, exact: true })).toBeVisible()
  await axe(idris)
  pass(31)
  await idris.goto('/office/calendar?view=agenda')
  await expect(async () => {
    await idris.reload()
    await expect(idris.getByRole('link', { name: /High summer/ }).first()).toBeVisible({ timeout: 3_000 * SLOWER })
    const list = await need<{ name: string; state: string }[]>(idris, 'GET', '/editions')
    expect(list.find(({ name }) => name === 'High summer')?.state).toBe('live')
  }).toPass({ timeout: 30_000 * SLOWER })
  const path = (await need<{ live: { path: string } }>(idris, 'GET', `/items/${await idOf(idris, titles[1]!)}`)).live.path
  expect((await read(path)).text).toContain('in the summer.')

  // A mistake: one is mended at once, and then the whole is undone; what was mended stays, as work.
  const id = (await need<{ id: string; name: string }[]>(idris, 'GET', '/editions')).find(({ name }) => name === 'High summer')!.id
  await idris.goto(`/office/editions/${id}`)
  await idris.getByRole('button', { name: 'Undo it whole' }).click()
  await expect(idris.getByRole('dialog').getByText('back to its earlier version').first()).toBeVisible()
  await idris.getByRole('button', { name: 'Undo it', exact: true }).click()
  await expect(idris.getByRole('heading', { level: 1 })).toHaveText('Undo of High summer')
  expect((await read(path)).text).not.toContain('in the summer.')
  await Promise.all([idris, petra, bea].map((page) => page.context().close()))
})

test('a calendar that did not come says so, not that all is well', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  const well = page.getByText('All that is planned would go live as it is planned.')
  await page.route(/api\/v1\/(forecast|editions|calendar)/, (route) => route.abort())
  await page.goto('/office/calendar')
  await expect(page.getByRole('alert')).toContainText('No connection')
  await expect(well.or(page.getByText(/^None\. An edition gathers/))).toHaveCount(0)
  await page.unrouteAll()
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await expect(well.or(page.getByRole('complementary', { name: 'Forecast' }).getByRole('listitem')).first()).toBeVisible()
  // A session that ended is said where it is noticed, with the way to the door and back.
  await page.request.delete('/api/v1/session')
  await page.getByRole('button', { name: 'Later' }).click()
  await expect(page.getByRole('link', { name: 'signed out: sign in' })).toBeVisible()
  await page.getByRole('alert').getByRole('link', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/sign-in\?to=\/office\/calendar/)
  await page.context().close()
})

test('who is to set a time is led from Today to the question, by the keyboard, and is asked it once', async ({ browser }) => {
  const page = await stepIn(browser, 'Idris Calloway')
  await page
    .getByRole('link', { name: /^Set its time: / })
    .first()
    .press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Set when it goes live' })
  await expect(dialog.getByRole('button', { name: 'Set the time' })).toBeVisible()
  expect(page.url()).not.toContain('ask=')
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('button', { name: 'Put live now' })).toBeVisible()
  await expect(dialog).toHaveCount(0)
})

test('a storm notice ends by itself', async ({ browser }) => {
  const idris = await as(browser, 'Idris Calloway')
  await idris.goto('/office/content?start=notice')
  await idris.getByLabel('Title on the page').fill('Gale until tonight')
  await idris.getByRole('dialog').getByLabel('Section').selectOption({ label: 'Service notices' })
  await idris.getByRole('button', { name: 'Start', exact: true }).click()
  await idris.waitForURL(/office\/items\//)
  await addBlock(idris, 'Paragraph')
  await idris.keyboard.type('No boats to Grey Skerry until tonight.')
  await saved(idris)
  await idris.getByRole('button', { name: 'Send to review' }).click()
  await idris.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
  const bea = await as(browser, 'Bea Okonjo')
  await bea.goto(idris.url())
  await bea.getByRole('button', { name: 'Clear', exact: true }).click()
  await bea.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await idris.getByRole('button', { name: 'More actions' }).click()
  await idris.getByRole('menuitem', { name: 'Set a time' }).click()
  const [from, until] = [ahead(1), ahead(9)]
  await idris.getByRole('dialog').getByLabel('Date').fill(from.date)
  await idris.getByLabel(/^Time in/).fill(from.time)
  await idris.getByLabel('For a limited time').check()
  await idris.getByLabel('Until').fill(until.date)
  await idris.getByLabel('Time', { exact: true }).fill(until.time)
  await idris.getByRole('dialog').getByRole('button', { name: 'Set the time' }).click()
  await expect(idris.getByText(/until .* planned by Idris Calloway/)).toBeVisible()
  pass(2)
  await expect(async () => expect((await read('/notices/gale-until-tonight')).status).toBe(200)).toPass({ timeout: 20_000 })
  expect((await read('/')).text).toContain('Gale until tonight')
  pass(8)
  await expect(async () => expect((await read('/notices/gale-until-tonight')).status).toBe(410)).toPass({ timeout: 20_000 })
  expect((await read('/')).text).not.toContain('Gale until tonight')
  await Promise.all([idris, bea].map((page) => page.context().close()))
})

test('an event is dragged to another day and onto the hour that the clocks skip, which is asked about', async ({ browser }) => {
  const idris = await as(browser, 'Idris Calloway')
  await begin(idris, 'Moved by hand')
  const item = new URL(idris.url()).pathname.split('/').at(-1)!
  // The night on which the clocks go forward in the spring of some year ahead: the last Sunday of March.
  const year = new Date(Date.now() + passed).getUTCFullYear() + 1
  const last = new Date(Date.UTC(year, 2, 31))
  const sunday = new Date(last.getTime() - last.getUTCDay() * 24 * HOUR).toISOString().slice(0, 10)
  const friday = new Date(Date.parse(sunday) - 48 * HOUR).toISOString().slice(0, 10)
  await need(idris, 'POST', `/items/${item}/events`, { kind: 'put-live', date: friday, time: '02:30' })
  await idris.goto(`/office/calendar?day=${friday}`)
  const chip = idris.getByRole('link', { name: /02:30 Moved by hand/ })
  const cell = (day: string) =>
    idris.getByRole('cell').filter({ has: idris.getByRole('button', { name: new RegExp(`^${Number(day.slice(8))} March`) }) })
  const saturday = new Date(Date.parse(sunday) - 24 * HOUR).toISOString().slice(0, 10)
  await chip.dragTo(cell(saturday))
  await expect(idris.getByText(/“Moved by hand” now goes live Saturday/)).toBeVisible()
  await expect(cell(saturday).getByRole('link', { name: /02:30 Moved by hand/ })).toBeVisible()
  await chip.dragTo(cell(sunday))
  const dialog = idris.getByRole('dialog')
  await expect(dialog.getByRole('heading')).toContainText('Move “Moved by hand”')
  await dialog.getByRole('button', { name: 'Move it' }).click()
  await expect(dialog.getByRole('alert')).toContainText('does not exist')
  await dialog.getByRole('button', { name: /03:30/ }).click()
  await dialog.getByRole('button', { name: 'Move it' }).click()
  await expect(dialog).toBeHidden()
  await expect(cell(sunday).getByRole('link', { name: /03:30 Moved by hand/ })).toBeVisible()
  await axe(idris)
  await idris.goto(`/office/calendar?view=week&day=${sunday}`)
  await expect(idris.getByRole('link', { name: /03:30 Moved by hand/ })).toBeVisible()
  await axe(idris)
  // The list is for the keyboard: each line has its own way to be moved. No line is there before the site's clock is known.
  const order: string[] = []
  idris.on('response', (answer) => order.push(new URL(answer.url()).pathname))
  idris.on('request', (asked) => order.push(`ask ${new URL(asked.url()).pathname}`))
  await idris.goto(`/office/calendar?view=agenda&day=${sunday}`)
  await expect(idris.getByRole('button', { name: 'Move Moved by hand' })).toBeVisible()
  expect(order.indexOf('/api/v1/site')).toBeGreaterThan(-1)
  expect(order.indexOf('ask /api/v1/calendar')).toBeGreaterThan(order.indexOf('/api/v1/site'))
  await idris.getByRole('button', { name: 'Move Moved by hand' }).press('Enter')
  await expect(dialog.getByLabel(/^Time in/)).toHaveValue('03:30')
  await idris.keyboard.press('Escape')
  await axe(idris)
  await idris.context().close()
})

test('what the forecast finds is mended from where it stands: sent as one set, asked again, moved, relinked, taken out', async ({
  browser,
}) => {
  test.setTimeout(240_000 * SLOWER)
  const [idris, noor] = [await as(browser, 'Idris Calloway'), await as(browser, 'Noor Haddad')]
  const card = await idOf(idris, 'Season card')
  const draftOf = async (title: string, text: object[]) => {
    const item = await idOf(idris, title)
    const { draft, head } = await need<{ draft: string; head: string }>(idris, 'POST', `/items/${item}/drafts`, { name: 'Mended' })
    const page = await need<{ draft: { content: { body: { id: string }[] } } }>(idris, 'GET', `/items/${item}?draft=${draft}`)
    const block = { id: page.draft.content.body[0]!.id, kind: 'paragraph', text }
    await need(idris, 'POST', `/drafts/${draft}/edits`, { base: head, edits: [{ op: 'replace', block }] })
    return { item, draft }
  }
  const entries = [
    await draftOf('Safety', [{ text: 'Where the rafts are.' }]),
    await draftOf('People on board', [{ text: 'With a ' }, { text: 'season card', href: `item:${card}` }]),
  ]
  const { edition } = await need<{ edition: string }>(idris, 'POST', '/editions', { name: 'To be mended' })
  await need(idris, 'POST', `/editions/${edition}/entries`, { entries: [...entries, { item: card, withdraw: true }] })
  await idris.goto(`/office/editions/${edition}`)
  await idris.getByRole('button', { name: 'Set its moment' }).click()
  const dialog = idris.getByRole('dialog')
  const at = ahead(50)
  await dialog.getByLabel('Date').fill(at.date)
  await dialog.getByLabel(/^Time in/).fill(at.time)
  await dialog.getByRole('button', { name: 'Set the moment' }).click()
  const wrong = idris.getByRole('complementary', { name: 'How ready it is' })
  const mends = (detail: RegExp) => wrong.getByRole('group', { name: detail })

  // All that is not sent goes as one set, and who clears finds it as one.
  await wrong.getByRole('button', { name: 'Send 2 drafts to review' }).click()
  await expect(dialog.getByText(/^Goes to Review:/)).toHaveCount(2)
  await axe(idris)
  await dialog.getByLabel(/A word to the reviewers/).fill('Both of them')
  await dialog.getByRole('button', { name: 'Send 2 to review' }).click()
  await expect(idris.getByText('2 drafts sent to review')).toBeVisible()
  await expect(
    mends(/It is not cleared/)
      .first()
      .getByRole('button', { name: 'Ask again' }),
  ).toBeVisible()
  await noor.goto('/office')
  const row = noor.getByRole('listitem').filter({ hasText: 'To be mended' })
  await expect(row).toContainText('2 texts of one edition, sent by Idris Calloway: ')
  await row.getByRole('link', { name: 'Review To be mended' }).click()
  const waits = noor.getByRole('list', { name: 'Waits for you' })
  await waits.getByLabel('All of the edition To be mended').check()
  const together = noor.getByRole('button', { name: 'Clear 2 together' })
  await expect(together).toBeDisabled()
  for (const title of ['Safety', 'People on board']) {
    await waits.getByRole('button', { name: title }).click()
    await expect(noor.getByRole('heading', { name: title }).first()).toBeVisible()
  }
  await expect(together).toBeEnabled()

  // Asked again, with a word; the forecast says that it is not mended by that alone.
  await mends(/It is not cleared/)
    .first()
    .getByRole('button', { name: 'Ask again' })
    .click()
  await expect(dialog.getByText(/^Review:/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Ask' }).click()
  await expect(idris.getByText(/They were asked again\. Still: It is not cleared/)).toBeVisible()
  await together.click()
  await noor.getByRole('dialog').getByRole('button', { name: 'Clear them' }).click()
  await expect(noor.getByText('2 texts cleared together')).toBeVisible()
  await expect(mends(/It is not cleared/)).toHaveCount(0)

  // The link to what leaves: its places are found and chosen; where they should lead is all that is left to say.
  await mends(/links to “Season card”/i)
    .getByRole('link', { name: 'Change the links' })
    .click()
  const places = idris.getByRole('region', { name: 'Places' })
  await expect(places.locator('u')).toHaveText('season card')
  const bar = idris.getByRole('region', { name: 'The chosen places' })
  await expect(bar).toContainText('1 place in 1 item chosen')
  await expect(bar.getByRole('button', { name: 'See what would happen' })).toBeDisabled()
  await expect(idris.getByRole('combobox', { name: 'Links that lead to' })).toHaveValue('Season card')
  await idris.getByRole('combobox', { name: 'Lead to instead' }).fill('Ten-trip')
  await idris.getByRole('option', { name: /^Ten-trip card/ }).click()
  await idris.getByRole('button', { name: 'Find every place' }).click()
  await expect(places.locator('ins')).toHaveText('Ten-trip card')
  await axe(idris)
  await bar.getByLabel(/Gather the drafts/).uncheck()
  await bar.getByRole('button', { name: 'See what would happen' }).click()
  await dialog.getByRole('button', { name: 'Replace in 1 item' }).click()
  await expect(dialog.getByText('1 done')).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()
  await idris.goto(`/office/editions/${edition}`)
  await expect(mends(/links to “Season card”/i)).toHaveCount(0)

  // What its draft needs again is not there in time: it is taken out, after it was said what that would mend.
  await mends(/It is not cleared/)
    .getByRole('button', { name: 'Take it out of the edition' })
    .click()
  await expect(dialog).toContainText('would be gone:')
  await dialog.getByRole('button', { name: 'Take it out' }).click()
  await expect(idris.getByText(/Taken out\. The trouble is gone/)).toBeVisible()
  await expect(mends(/It is not cleared/)).toHaveCount(0)

  // A page below one that comes later: the next moment is proposed, and takes the trouble away.
  const section = (await need<{ section: { id: string } }>(idris, 'GET', `/items/${card}`)).section.id
  const made = async (title: string, parent?: string) => {
    const item = await need<{ item: string; draft: string; version: string }>(idris, 'POST', '/items', {
      kind: 'page',
      section,
      title,
      parent,
    })
    await need(idris, 'POST', `/drafts/${item.draft}/send`, { note: '' }, item.version)
    await need(noor, 'POST', `/drafts/${item.draft}/clear`, { gate: 'review' }, item.version)
    return item.item
  }
  const above = await made('Opens in a week')
  const below = await made('Lies below it', above)
  for (const [item, hours] of [
    [above, 170],
    [below, 40],
  ] as const) {
    const { date, time } = ahead(hours)
    await need(idris, 'POST', `/items/${item}/events`, { kind: 'put-live', date, time, choice: 'later' })
  }
  await idris.goto('/office/calendar')
  const forecast = idris.getByRole('complementary', { name: 'Forecast' })
  await forecast
    .getByRole('group', { name: /Its parent page is not on the site/ })
    .getByRole('button', { name: 'Find another moment' })
    .click()
  await expect(dialog.getByText('The next moment without this trouble is proposed.')).toBeVisible()
  await expect(dialog.getByText(/^Then .* less/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Move it' }).click()
  await expect(idris.getByText('Moved. The trouble is gone')).toBeVisible()
  await expect(forecast.getByRole('group', { name: /Its parent page is not on the site/ })).toHaveCount(0)
})

test('an event is moved by keys alone, in the month and in the week; Escape puts it back, and the list begins where one was', async ({
  browser,
}) => {
  const idris = await as(browser, 'Idris Calloway')
  const item = await need<{ item: string; draft: string; version: string }>(idris, 'POST', '/items', {
    kind: 'post',
    section: (await need<{ section: { id: string } }>(idris, 'GET', `/items/${await idOf(idris, 'Season card')}`)).section.id,
    title: 'Moved by keys',
  })
  // The middle of the month after this one: a week on either side is in it.
  const month = wallTimeOf(
    new Date(Date.parse(`${ahead(0).date.slice(0, 7)}-15T12:00:00Z`) + 31 * 24 * HOUR).toISOString(),
    ZONE,
  ).date.slice(0, 7)
  const day = (n: number) => `${month}-${n}`
  await need(idris, 'POST', `/items/${item.item}/events`, { kind: 'put-live', date: day(14), time: '10:30' })
  const planned = async () => {
    const { draft } = await need<{ draft: { event: { at: string } } }>(idris, 'GET', `/items/${item.item}`)
    const { date, time } = wallTimeOf(draft.event.at, ZONE)
    return `${date} ${time}`
  }
  await idris.goto(`/office/calendar?day=${day(1).replace(/-1$/, '-01')}`)
  const chip = idris.getByRole('link', { name: /^\d\d:\d\d Moved by keys/ })
  await chip.focus()
  for (const key of ['Space', 'ArrowRight', 'ArrowDown', 'Escape']) await idris.keyboard.press(key)
  expect(await planned()).toBe(`${day(14)} 10:30`)
  for (const key of ['Space', 'ArrowRight', 'Enter']) await idris.keyboard.press(key)
  await expect(idris.getByText(/“?Moved by keys/).last()).toBeVisible()
  await expect.poll(planned).toBe(`${day(15)} 10:30`)
  // The focus is with it where it is now.
  await expect(chip).toBeFocused()
  await axe(idris)
  await idris.getByRole('button', { name: 'Agenda' }).click()
  await expect(idris).toHaveURL(new RegExp(`day=${month}-01`))

  await idris.goto(`/office/calendar?view=week&day=${day(15)}`)
  await chip.focus()
  for (const key of ['Space', 'ArrowDown', 'ArrowDown', 'Enter']) await idris.keyboard.press(key)
  await expect.poll(planned).toBe(`${day(15)} 12:30`)
})
