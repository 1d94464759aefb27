import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import SearchChoice from '../../app/components/form/SearchChoice.vue'

const PEOPLE = [
  { id: 'noor', name: 'Noor Haddad' },
  { id: 'asa', name: 'Åsa Lindqvist', more: 'Fares desk' },
  { id: 'wen', name: 'Wen Zhao' },
]
const MANY = Array.from({ length: 200 }, (_, n) => ({ id: `z${n}`, name: `Zone ${n}` }))

async function choosing(choices: { id: string; name: string; more?: string }[], start = '', none?: string) {
  const chosen = ref(start)
  const page = mount(
    defineComponent({
      setup: () => () =>
        h(SearchChoice, {
          label: 'Owner',
          choices,
          none,
          modelValue: chosen.value,
          'onUpdate:modelValue': (id: string) => (chosen.value = id),
        }),
    }),
    { attachTo: document.body },
  )
  await flushPromises()
  const input = page.get('input')
  const type = async (text: string) => {
    await input.setValue(text)
    await flushPromises()
  }
  const options = () => page.findAll('[role=option]').map((option) => option.text())
  return { page, input, type, options, chosen }
}
beforeEach(() => (document.body.innerHTML = ''))

describe('a choice that is found by typing', () => {
  it('is found by any part of its name or of what stands beside it, without accents, and taken by Enter', async () => {
    const { type, options, input, chosen } = await choosing(PEOPLE)
    await type('asa')
    expect(options()).toEqual(['Åsa LindqvistFares desk'])
    await type('desk lind')
    expect(options()).toEqual(['Åsa LindqvistFares desk'])
    await type('zhao')
    await input.trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(chosen.value).toBe('wen')
  })

  it('says that nothing is called so, and how many more there are', async () => {
    const { type, page, options } = await choosing(MANY)
    await type('zone')
    expect(options()).toHaveLength(80)
    expect(page.get('[role=status]').text()).toBe('120 more; type some letters.')
    await type('nobody')
    expect(options()).toEqual([])
    expect(page.get('[role=status]').text()).toContain('nobody')
  })

  it('shows what is chosen, and what stands for none', async () => {
    expect((await choosing(PEOPLE, 'noor', 'Nobody')).input.element.value).toBe('Noor Haddad')
    expect((await choosing(PEOPLE, '', 'Nobody')).input.element.value).toBe('Nobody')
  })

  it('is not called empty where its name is not known yet', async () => {
    expect((await choosing([], 'noor', 'Nobody')).input.element.value).toBe('…')
  })
})
