import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import DateField from '../../app/components/form/DateField.vue'
import TimeField from '../../app/components/form/TimeField.vue'

vi.mock('../../app/stores/site', () => ({ useSite: () => ({ now: new Date('2026-12-01T09:00:00Z'), zone: 'Europe/Oslo' }) }))
beforeEach(() => {
  document.body.innerHTML = ''
  setActivePinia(createPinia())
})

function fields(start = { date: '2026-12-05', time: '06:30' }) {
  const [date, time] = [ref(start.date), ref(start.time)]
  const taken: string[] = []
  const page = mount(
    defineComponent({
      setup: () => () => [
        h(DateField, {
          id: 'day',
          modelValue: date.value,
          'onUpdate:modelValue': (day: string) => (date.value = day),
          onTime: (at: string) => (time.value = at),
          onTake: (day: string) => taken.push(day),
        }),
        h(TimeField, { id: 'time', modelValue: time.value, 'onUpdate:modelValue': (at: string) => (time.value = at) }),
      ],
    }),
    { attachTo: document.body },
  )
  const field = (id: string) => document.getElementById(id) as HTMLInputElement
  const write = async (id: string, words: string, leave = true) => {
    field(id).value = words
    field(id).dispatchEvent(new Event('input'))
    if (leave) field(id).dispatchEvent(new Event('change'))
    await flushPromises()
  }
  const press = async (id: string, key: string) => {
    field(id).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
    await flushPromises()
  }
  return { page, date, time, taken, field, write, press }
}

describe('the field for a day', () => {
  it('shows a day in words, and takes what people write for one', async () => {
    const { date, field, write, taken } = fields()
    expect(field('day').value).toBe('Sat 5 Dec 2026')
    await write('day', 'tomorrow')
    expect([date.value, field('day').value]).toEqual(['2026-12-02', 'Wed 2 Dec 2026'])
    await write('day', '')
    expect([date.value, field('day').value]).toEqual(['', ''])
    expect(taken).toEqual(['2026-12-02', ''])
  })

  it('sets the day while it is written, and leaves the words as they are until one is done', async () => {
    const { date, field, write, taken } = fields()
    await write('day', '5 Jan', false)
    expect([date.value, field('day').value, taken]).toEqual(['2027-01-05', '5 Jan', []])
    await write('day', '5 Jan 20', false)
    expect(date.value).toBe('2027-01-05')
  })

  it('keeps words that mean no day, says how to write one, and lets no form go with them', async () => {
    const { date, field, write, taken } = fields()
    await write('day', '12/5')
    expect([date.value, field('day').value, taken]).toEqual(['', '12/5', []])
    expect(field('day').getAttribute('aria-invalid')).toBe('true')
    expect(field('day').validationMessage).toBe('Write a day as 5 Dec 2026, 2026-12-05, tomorrow or Friday.')
    expect(document.querySelector('[role=alert]')?.textContent).toBe('Write a day as 5 Dec 2026, 2026-12-05, tomorrow or Friday.')
    await write('day', 'friday')
    expect([date.value, field('day').getAttribute('aria-invalid'), field('day').validationMessage]).toEqual(['2026-12-04', null, ''])
  })

  it('tells of a time that is written after the day', async () => {
    const { date, time, write } = fields()
    await write('day', 'tomorrow 18.15')
    expect([date.value, time.value]).toEqual(['2026-12-02', '18:15'])
  })

  it('goes by days and months with the keys, from today where it is empty', async () => {
    const { date, press, write } = fields()
    for (const [key, day] of [
      ['ArrowUp', '2026-12-06'],
      ['ArrowDown', '2026-12-05'],
      ['PageUp', '2027-01-05'],
      ['PageDown', '2026-12-05'],
    ] as const) {
      await press('day', key)
      expect(date.value).toBe(day)
    }
    await write('day', '')
    await press('day', 'ArrowUp')
    expect(date.value).toBe('2026-12-02')
  })
})

describe('the field for a time', () => {
  it('shows 24 hours whatever the browser’s language is, and takes what people write', async () => {
    const { time, field, write } = fields()
    expect(field('time').value).toBe('06:30')
    await write('time', '6 pm')
    expect([time.value, field('time').value]).toEqual(['18:00', '18:00'])
    await write('time', 'late')
    expect([time.value, field('time').value, field('time').validationMessage]).toEqual(['', 'late', 'Write a time as 6:30, 18:00 or 6 pm.'])
  })

  it('goes to the next quarter of an hour and the one before, over midnight too', async () => {
    const { time, press } = fields({ date: '2026-12-05', time: '23:50' })
    for (const [key, at] of [
      ['ArrowUp', '00:00'],
      ['ArrowUp', '00:15'],
      ['ArrowDown', '00:00'],
      ['ArrowDown', '23:45'],
    ] as const) {
      await press('time', key)
      expect(time.value).toBe(at)
    }
  })
})
