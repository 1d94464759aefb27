import { flushPromises, mount } from '@vue/test-utils'
import { h } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import { lazily } from '../../app/composables/lazily'
import { useNotices } from '../../app/stores/notices'

let connected = true
let asked = 0
let comes: () => boolean
/** A screen with a part that comes when `comes` says so. */
function screen() {
  const Part = lazily(() => {
    asked++
    return comes() ? Promise.resolve({ render: () => 'Here' }) : Promise.reject(new TypeError('no file'))
  })
  return { render: () => h('main', h(Part)) }
}

beforeEach(() => {
  setActivePinia(createPinia())
  vi.useFakeTimers()
  vi.spyOn(navigator, 'onLine', 'get').mockImplementation(() => connected)
  connected = true
  asked = 0
})
afterEach(() => void vi.useRealTimers())

describe('a part that is loaded late', () => {
  it('comes by itself where its loading failed just as the connection came back', async () => {
    comes = () => asked > 1
    const page = mount(screen())
    await flushPromises()
    expect(page.text()).toBe('')
    await vi.advanceTimersByTimeAsync(200)
    expect(page.text()).toBe('Here')
  })

  it('waits for the connection without asking meanwhile', async () => {
    comes = () => connected
    connected = false
    const page = mount(screen())
    await vi.advanceTimersByTimeAsync(60_000)
    expect([page.text(), asked]).toEqual(['', 1])
    connected = true
    window.dispatchEvent(new Event('online'))
    await flushPromises()
    expect([page.text(), asked]).toEqual(['Here', 2])
  })

  it('is given up, and said to be missing, when it does not come although there is a connection', async () => {
    comes = () => false
    const told = vi.fn()
    mount(screen(), { global: { config: { errorHandler: told } } })
    await vi.advanceTimersByTimeAsync(5_000)
    expect(told).toHaveBeenCalledOnce()
    expect(useNotices().list.map(({ tone, text }) => [tone, text])).toEqual([
      ['trouble', 'A part of this screen did not load. What was saved is kept; load the page again.'],
    ])
    await vi.advanceTimersByTimeAsync(60_000)
    expect(asked).toBe(4)
  })
})
