import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../../demo/people'
import { choose, pageOf, saved, stepIn } from './office'

const send = async (page: Page, words: string) => {
  await page.getByRole('button', { name: 'Send to review' }).click()
  await page.getByRole('dialog').getByRole('textbox').fill(words)
  await page.getByRole('dialog').getByRole('button', { name: 'Send' }).click()
}
/** A page in a section, with one paragraph; answers its address. */
async function page(of: Page, title: string, section: string): Promise<string> {
  await of.goto('/office/content?start=page')
  await of.getByLabel('Title on the page').fill(title)
  await of.getByRole('dialog').getByLabel('Section').selectOption({ label: section })
  await of.getByRole('button', { name: 'Start', exact: true }).click()
  await of.waitForURL(/office\/items\//)
  await of.getByRole('button', { name: 'Add a block', exact: true }).click()
  await of.getByRole('menuitem', { name: 'Paragraph', exact: true }).click()
  await of.keyboard.type('Some words.')
  await of.keyboard.press('Escape')
  await saved(of)
  return of.url()
}
const clear = async (at: Page) => {
  await at.getByRole('button', { name: 'Clear', exact: true }).click()
  await at.getByRole('dialog').getByRole('button', { name: 'Clear' }).click()
  await expect(at.getByText('Cleared').first()).toBeVisible()
}

test('a steward builds a route of two steps with a desk’s gate; work passes its gates in order, each by its own guards', async ({
  browser,
}) => {
  const maren = await stepIn(browser, 'Maren Ostby')
  await maren.getByRole('link', { name: 'People', exact: true }).click()
  await maren.getByRole('button', { name: 'Groups' }).click()
  await maren.getByRole('button', { name: 'Make a group' }).click()
  await maren.getByLabel('Name of the group').fill('Access desk')
  await maren.getByRole('checkbox', { name: 'Bea Okonjo' }).check()
  await maren.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(maren.getByText('Access desk', { exact: true })).toBeVisible()

  await maren.getByRole('button', { name: 'Routes' }).click()
  await maren.getByRole('link', { name: 'Make a route' }).click()
  await maren.getByLabel('Name of the route').fill('Ports: read, then access')
  const way = maren.getByRole('region', { name: 'The way of work' })
  const hand = maren.getByRole('complementary', { name: 'The gate in hand' })
  await way.getByRole('button', { name: 'Another step' }).click()
  await hand.getByLabel('Name of the gate').fill('Access')
  await hand.getByLabel('Cleared by').selectOption({ label: 'Access desk' })
  await way.getByRole('button', { name: 'Another step' }).click()
  await hand.getByLabel('Name of the gate').fill('Words')
  const gates = way.locator('button[aria-pressed]')
  await expect(gates).toHaveText([/^Access.*1 of Access desk/, /^Words.*anyone who may clear/])
  // The steps change places by keyboard: words are read first.
  await way.getByRole('button', { name: 'Move Step 2 earlier' }).focus()
  await maren.keyboard.press('Enter')
  await expect(gates).toHaveText([/^Words/, /^Access/])
  await way.getByRole('button', { name: /^Access/ }).click()
  await expect(hand.getByLabel('Name of the gate')).toHaveValue('Access')
  expect((await new AxeBuilder({ page: maren }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([])
  await maren.getByRole('button', { name: 'Save', exact: true }).click()
  const route = maren.getByRole('region', { name: 'Route Ports: read, then access' })
  await expect(route).toContainText('In force nowhere yet')

  await maren.getByRole('button', { name: 'Another rule' }).click()
  const last = maren.getByLabel(/^Section of rule/).last()
  await last.selectOption({ label: 'in Ports & vessels' })
  await maren
    .getByLabel(/^Route of rule/)
    .last()
    .selectOption({ label: 'Ports: read, then access' })
  await maren.getByRole('button', { name: 'Save the rules' }).click()
  await expect(route).toContainText('In force for pages in Ports & vessels')
  await expect(route).toContainText('“Access” in Ports & vessels hangs on one person (Bea Okonjo)')

  const wen = await stepIn(browser, 'Wen Zhao')
  const address = await page(wen, 'A ramp at Vessa', 'Ports & vessels')
  await send(wen, 'New ramp')
  await expect(wen.getByText('Waits for a reviewer who did not write it.')).toBeVisible()

  const noor = await stepIn(browser, 'Noor Haddad')
  await noor.goto(address)
  await clear(noor)
  await expect(noor.getByText('Waits for Access desk who did not write it.')).toBeVisible()
  await expect(noor.getByRole('button', { name: 'Clear', exact: true })).toHaveCount(0)

  const bea = await stepIn(browser, 'Bea Okonjo')
  await bea.getByRole('link', { name: 'Review A ramp at Vessa' }).click()
  await clear(bea)
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto(address)
  await expect(idris.getByRole('button', { name: 'Put live now' })).toBeEnabled()
  for (const person of [maren, wen, noor, bea, idris]) await person.context().close()
})

test('a gate that only fares touch: other words pass without the legal desk, a fare does not', async ({ browser }) => {
  const wen = await stepIn(browser, 'Wen Zhao')
  await page(wen, 'Dogs on board', 'Fares')
  await send(wen, 'A page about dogs')
  const track = wen.getByRole('list', { name: 'Track' })
  await expect(track).toContainText('Not needed: nothing that it is about is changed.')
  await wen.getByRole('button', { name: 'Add a block', exact: true }).click()
  await wen.getByRole('menuitem', { name: 'Paragraph', exact: true }).click()
  await wen.keyboard.type('A dog travels for 30 kr.')
  await wen.keyboard.press('Escape')
  await saved(wen)
  await send(wen, 'With its fare')
  await expect(track).not.toContainText('Not needed')
  const bea = await stepIn(browser, 'Bea Okonjo')
  await bea.goto(wen.url())
  await clear(bea)
  await expect(bea.getByText('Waits for Legal desk who did not write it.')).toBeVisible()
  const noor = await stepIn(browser, 'Noor Haddad')
  await noor.goto(wen.url())
  await clear(noor)
  const idris = await stepIn(browser, 'Idris Calloway')
  await idris.goto(wen.url())
  await expect(idris.getByRole('button', { name: 'Put live now' })).toBeEnabled()
  await idris.context().close()
  for (const person of [wen, bea, noor]) await person.context().close()
})

test('a route that nobody could pass is refused where it would hold, and says which gate stops it', async ({ browser }) => {
  const maren = await stepIn(browser, 'Maren Ostby')
  await maren.goto('/office/people?view=routes')
  await maren.getByRole('link', { name: 'Make a route' }).click()
  await maren.getByLabel('Name of the route').fill('Dead end')
  const [way, hand] = [
    maren.getByRole('region', { name: 'The way of work' }),
    maren.getByRole('complementary', { name: 'The gate in hand' }),
  ]
  await way.getByRole('button', { name: 'Another step' }).click()
  await hand.getByLabel('Name of the gate').fill('Keeper')
  await hand.getByLabel('Cleared by').selectOption({ label: 'Liv Marchetti' })
  // A step without a gate and a gate that counts by groups without one are refused at once, each where it is.
  await way.getByRole('button', { name: 'Another step' }).click()
  await hand.getByRole('button', { name: 'Remove New gate' }).click()
  await maren.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(maren.getByRole('alert')).toContainText('It was not saved')
  await expect(way.getByText('The step “Step 2” has no gate')).toBeVisible()
  await way.getByRole('button', { name: 'Remove Step 2' }).click()
  // Leaving asks first: nothing is lost by a wrong click.
  maren.once('dialog', (asked) => void asked.dismiss())
  await maren.getByRole('link', { name: 'Back to the routes' }).click()
  await expect(maren.getByLabel('Name of the route')).toHaveValue('Dead end')
  await maren.getByRole('button', { name: 'Save', exact: true }).click()
  await maren.getByRole('button', { name: 'Another rule' }).click()
  await maren
    .getByLabel(/^Route of rule/)
    .last()
    .selectOption({ label: 'Dead end' })
  await maren.getByRole('button', { name: 'Save the rules' }).click()
  await expect(maren.getByRole('alert').getByText('“Keeper” needs 1, and nobody in About may clear it').first()).toBeVisible()
  // What is in force is not changed so that nobody could pass it, either: it is said at the gate.
  const about = maren.getByRole('region', { name: 'Route Reviewed' })
  await about.getByRole('link', { name: 'Change the route Reviewed' }).click()
  await hand.getByLabel('Cleared by').selectOption({ label: 'Liv Marchetti' })
  await maren.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(way.getByRole('button', { pressed: true })).toContainText('and nobody in')
  maren.once('dialog', (asked) => void asked.accept())
  await maren.context().close()
})

test('why someone may or may not is a click away, and the arrows walk through the answers', async ({ browser }) => {
  const maren = await stepIn(browser, 'Maren Ostby')
  await maren.goto('/office/people?view=rights')
  const grid = maren.getByRole('grid', { name: 'Who may do what' })
  await grid.getByRole('gridcell').first().focus()
  await maren.keyboard.press('ArrowRight')
  await maren.keyboard.press('Enter')
  await expect(maren.getByRole('region', { name: 'Why' })).toContainText(
    'Anton Arrieta may write on this site: given the role Writer on the whole site.',
  )
  await maren.keyboard.press('ArrowRight')
  await maren.keyboard.press('ArrowRight')
  await maren.keyboard.press('Enter')
  await expect(maren.getByRole('region', { name: 'Why' })).toContainText(
    'Anton Arrieta may not clear or return work on this site: Writer does not include it.',
  )
  await expect(maren.getByRole('region', { name: 'Why' })).toContainText('Bea Okonjo, Noor Haddad')
  await choose(maren, 'Whose rights', 'Noor Haddad')
  await expect(grid.getByRole('rowheader', { name: 'Fares' })).toBeVisible()
  await expect(maren).toHaveURL(/person=/)
  await maren.context().close()
})

test('an account that rests is signed out, and wakes with its roles', async ({ browser }) => {
  const [maren, sorley] = [await stepIn(browser, 'Maren Ostby'), await stepIn(browser, 'Sorley Grant')]
  await maren.goto('/office/people')
  await maren.getByRole('button', { name: 'More for Sorley Grant' }).click()
  await maren.getByRole('menuitem', { name: 'Suspend the account' }).click()
  await choose(maren, 'Hand what they own and planned to', 'Wen Zhao')
  await maren.getByRole('button', { name: 'Suspend it' }).click()
  await expect(maren.getByText('Sorley Grant can no longer sign in.')).toBeVisible()
  // Who was in the office when it ended hears that, not of a lost connection, and comes back to the same place.
  await expect(sorley.getByRole('link', { name: 'signed out: sign in' })).toBeVisible()
  await sorley.getByRole('link', { name: 'Calendar' }).click()
  await expect(sorley).toHaveURL(/sign-in\?to=\/office\/calendar$/)
  const refused: string[] = []
  sorley.on('response', (response) => void (response.status() === 401 && refused.push(response.url())))
  const another = await pageOf(sorley.context())
  await another.goto('/office/content')
  await expect(another).toHaveURL(/sign-in/)
  await maren.getByRole('button', { name: 'More for Sorley Grant' }).click()
  await maren.getByRole('menuitem', { name: 'Reactivate the account' }).click()
  await expect(maren.getByText('Sorley Grant can sign in again')).toBeVisible()
  // At the door nothing is asked that needs a session.
  expect(refused).toEqual([])
  const heard = sorley.waitForResponse((response) => response.url().endsWith('/api/v1/stream') && response.ok())
  await sorley.getByLabel('Mail address').fill('sorley.grant@larkholm.example')
  await sorley.getByLabel('Password').fill(DEMO_PASSWORD)
  await sorley.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(sorley).toHaveURL(/office\/calendar/)
  await expect(sorley.getByRole('button', { name: 'New edition' })).toBeVisible()
  await heard
  await expect(sorley.getByRole('link', { name: 'signed out' })).toBeHidden()
  await maren.context().close()
  await sorley.context().close()
})
