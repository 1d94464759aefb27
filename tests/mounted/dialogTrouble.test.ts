import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import PlainDialog from '../../app/components/form/PlainDialog.vue'
import NoteDialog from '../../app/components/item/NoteDialog.vue'
import { ApiProblem } from '../../app/composables/api'
import { useNotices } from '../../app/stores/notices'

const refused = (detail: string, help?: string[]) => new ApiProblem(409, 'Refused', [{ code: 'x', detail, ...(help ? { help } : {}) }], {})
const alerts = () => [...document.querySelectorAll('[role=dialog] [role=alert]')].map((alert) => alert.textContent!.trim())

beforeEach(() => {
  document.body.innerHTML = ''
  setActivePinia(createPinia())
})

describe('what is refused while a dialog is open', () => {
  async function opened() {
    const [first, second] = [ref(true), ref(false)]
    mount(
      defineComponent({
        setup: () => () => [
          h(PlainDialog, { open: first.value, title: 'One', onClose: () => (first.value = false) }, { actions: () => h('button', 'Save') }),
          h(
            PlainDialog,
            { open: second.value, title: 'Two', onClose: () => (second.value = false) },
            { actions: () => h('button', 'Yes') },
          ),
        ],
      }),
      { attachTo: document.body },
    )
    await flushPromises()
    return { first, second, notices: useNotices() }
  }

  it('stands in the dialog and has the focus, and not beneath it', async () => {
    const { notices } = await opened()
    notices.trouble(refused('No guard is left', ['Maren Ostby']))
    await flushPromises()
    expect(alerts()).toEqual([expect.stringMatching(/^No guard is left Ask Maren Ostby/)])
    expect(document.activeElement?.textContent).toContain('No guard is left')
    expect(notices.list).toEqual([])
  })

  it('gives way to the next, goes when it is done, and stands at the foot of the screen when no dialog is open', async () => {
    const { first, notices } = await opened()
    notices.trouble(refused('One'))
    notices.trouble(refused('Two'))
    await flushPromises()
    expect(alerts()).toEqual(['Two'])
    notices.done('Saved')
    await flushPromises()
    expect(alerts()).toEqual([])
    first.value = false
    await flushPromises()
    notices.trouble(refused('Three'))
    expect(notices.list.map(({ text }) => text)).toEqual(['Saved', 'Three'])
  })

  it('stands in the one in front where one dialog asks over another', async () => {
    const { second, notices } = await opened()
    second.value = true
    await flushPromises()
    notices.trouble(refused('Not this way'))
    await flushPromises()
    const [alert] = document.querySelectorAll('[role=dialog] [role=alert]')
    expect(alert!.closest('[role=dialog]')!.textContent).toContain('Yes')
    second.value = false
    await flushPromises()
    notices.trouble(refused('Nor this one'))
    await flushPromises()
    expect(alerts()).toEqual(['Nor this one'])
  })

  it('leaves the focus to who goes on writing, and takes it from who pressed Enter or a button', async () => {
    setActivePinia(createPinia())
    const page = mount(PlainDialog, {
      attachTo: document.body,
      props: { open: true, title: 'Words' },
      slots: { default: () => h('input', { id: 'words' }), actions: () => h('button', 'Save') },
    })
    await flushPromises()
    const field = document.getElementById('words')!
    const press = (key: string) => field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    const focusAfter = async (key: string) => {
      field.focus()
      press(key)
      useNotices().trouble(refused('Not so'))
      await flushPromises()
      return document.activeElement?.id || document.activeElement?.getAttribute('role')
    }
    expect([await focusAfter('a'), await focusAfter('Enter')]).toEqual(['words', 'alert'])
    page.unmount()
  })

  it('is said at the foot of the screen again once a dialog is gone with its screen', async () => {
    const page = mount(PlainDialog, { attachTo: document.body, props: { open: true, title: 'Gone' } })
    await flushPromises()
    page.unmount()
    await flushPromises()
    useNotices().trouble(refused('Said where it is seen'))
    expect(useNotices().list.map(({ text }) => text)).toEqual(['Said where it is seen'])
  })

  it('leaves a dialog for words open, with the words, until it is done', async () => {
    let done = false
    let closed = 0
    const page = mount(NoteDialog, {
      attachTo: document.body,
      props: { title: 'Return', label: 'Why', action: 'Return it', run: () => Promise.resolve(done), onClose: () => closed++ },
    })
    await flushPromises()
    const field = document.querySelector('textarea')!
    field.value = 'The fare is last year’s'
    field.dispatchEvent(new Event('input'))
    const go = async () => {
      document.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }))
      await flushPromises()
    }
    await go()
    expect([closed, document.querySelector('textarea')!.value]).toEqual([0, 'The fare is last year’s'])
    done = true
    await go()
    expect(closed).toBe(1)
    page.unmount()
  })
})
