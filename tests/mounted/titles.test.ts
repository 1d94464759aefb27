import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import ItemsPicker from '../../app/components/form/ItemsPicker.vue'

/* A server that answers by the address, or is not reached. */
const realFetch = globalThis.fetch
let reached = true
const asked: string[] = []
const items: Record<string, string | 404> = { fares: 'Fares', hidden: 404 }

beforeEach(() => {
  setActivePinia(createPinia())
  reached = true
  asked.length = 0
  globalThis.fetch = (input) => {
    const path = String(input)
    if (!path.includes('/items/')) return Promise.resolve(Response.json({ items: [], next: null, total: null }))
    if (!reached) return Promise.reject(new TypeError('no connection'))
    const id = path.split('/').at(-1)!
    asked.push(id)
    const title = items[id]!
    return Promise.resolve(
      title === 404
        ? Response.json(
            { title: 'There is no such thing', status: 404, reasons: [] },
            { status: 404, headers: { 'content-type': 'application/problem+json' } },
          )
        : Response.json({ id, title }),
    )
  }
})
afterEach(() => void (globalThis.fetch = realFetch))

const picker = async (modelValue: string[]) => {
  const page = mount(ItemsPicker, { props: { modelValue, label: 'Labels', kind: 'label', disabled: false } })
  await flushPromises()
  return page
}

describe('the titles of what is picked', () => {
  it('are asked for once each, and what may not be seen is called so', async () => {
    const page = await picker(['fares', 'hidden'])
    expect(page.findAll('li').map((entry) => entry.text())).toEqual(['Fares', 'An item you cannot see'])
    await page.setProps({ modelValue: ['hidden', 'fares'] })
    await flushPromises()
    expect(asked).toEqual(['fares', 'hidden'])
    expect(page.find('[role=alert]').exists()).toBe(false)
  })

  it('that did not load are not called hidden: it is said, and they come with another try', async () => {
    reached = false
    const page = await picker(['fares'])
    expect(page.get('[role=alert]').text()).toContain('Some titles did not load: no connection')
    expect(page.text()).not.toContain('cannot see')
    reached = true
    await page.get('[role=alert] button').trigger('click')
    await flushPromises()
    expect(page.get('li').text()).toBe('Fares')
    expect(page.find('[role=alert]').exists()).toBe(false)
  })
})
