import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { Block } from '../../core/blocks/blocks'
import { NO_REFS } from '../../core/render/text'
import BlockList from '../../app/components/item/BlockList.vue'
import { useNotices } from '../../app/stores/notices'

const divider = (id: string): Block => ({ id, kind: 'divider' })
const heading = (id: string, text: string): Block => ({ id, kind: 'heading', level: 2, text: [{ text }] })

/** A page whose blocks stand on it as they are changed. */
async function pageWith(blocks: Block[], locked = false) {
  const body = ref(blocks)
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:any(.*)', component: { render: () => null } }] })
  await router.push('/office/items/one')
  const page = mount(
    defineComponent({
      setup: () => () =>
        h(BlockList, {
          body: body.value,
          refs: NO_REFS,
          locked,
          maySource: false,
          mayAddMedia: false,
          present: [],
          onChange: (next: Block[]) => (body.value = next),
        }),
    }),
    { attachTo: document.body, global: { plugins: [router] } },
  )
  await flushPromises()
  const press = async (id: string, key: string, more: object = {}) => {
    await page.get(`[data-block="${id}"]`).trigger('keydown', { key, ...more })
    await flushPromises()
    await nextTick()
  }
  return { page, press, ids: () => body.value.map(({ id }) => id) }
}

beforeEach(() => {
  setActivePinia(createPinia())
  document.body.innerHTML = ''
  sessionStorage.clear()
  Element.prototype.scrollIntoView = vi.fn()
})

describe('the blocks of a page', () => {
  it('are moved by Alt and an arrow, the focus going along, and stay where there is no room', async () => {
    const { press, ids } = await pageWith([divider('a'), divider('b'), divider('c')])
    await press('a', 'ArrowDown', { altKey: true })
    expect(ids()).toEqual(['b', 'a', 'c'])
    expect((document.activeElement as HTMLElement).dataset.block).toBe('a')
    await press('b', 'ArrowUp', { altKey: true })
    expect(ids()).toEqual(['b', 'a', 'c'])
  })

  it('are removed by Delete, several where several are chosen, and come back by the offered Undo', async () => {
    const { page, press, ids } = await pageWith([divider('a'), divider('b'), divider('c')])
    await press('a', 'ArrowDown', { shiftKey: true })
    expect(page.get('[role=toolbar]').text()).toContain('2 blocks chosen')
    await press('b', 'Delete')
    expect(ids()).toEqual(['c'])
    expect((document.activeElement as HTMLElement).dataset.block).toBe('c')
    const [notice] = useNotices().list
    expect(notice!.text).toBe('2 blocks removed')
    notice!.action!.run()
    await flushPromises()
    expect(ids()).toEqual(['a', 'b', 'c'])
  })

  it('are folded to a line and opened again by the arrows', async () => {
    const { page, press } = await pageWith([heading('a', 'Winter timetable'), divider('b')])
    await press('a', 'ArrowLeft')
    expect(page.get('[data-block=a]').get('[aria-expanded=false]').text()).toContain('Winter timetable')
    await press('a', 'ArrowRight')
    expect(page.get('[data-block=a]').find('[aria-expanded=false]').exists()).toBe(false)
  })

  it('of a page that is only read take no keys and offer nothing to add', async () => {
    const { page, press, ids } = await pageWith([divider('a'), divider('b')], true)
    await press('a', 'ArrowDown', { altKey: true })
    await press('a', 'Delete')
    expect(ids()).toEqual(['a', 'b'])
    expect(page.text()).not.toContain('Add a block')
  })
})
