import 'fake-indexeddb/auto'
import * as vue from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useDraft } from '../../app/composables/draft'
import { localCopy } from '../../app/composables/localCopy'
import type { Content } from '../../core/content/content'
// Loaded beforehand: how long that takes is no matter of the test's clock.
import '../../core/history/merge'

/* The draft at hand against a server that says yes, on a clock that the test turns. */
const now = () => performance.timeOrigin + Date.now()
const saves: { at: number; key: string; text: string }[] = []
const urgent = new Map<string, string>()
const page = (text: string): Content => ({
  fields: { title: 'Typed' },
  body: [{ id: 'first', kind: 'paragraph', text: text ? [{ text }] : [] }],
})
let online = true
/** What a colleague has saved before this person's next save, and what happens while it is read. */
let theirs: { text: string; whileRead: () => void } | undefined
const realFetch = globalThis.fetch
const windowed = Object.assign(new EventTarget(), {})
const documented = Object.assign(new EventTarget(), { visibilityState: 'visible' })

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'] })
  saves.length = 0
  online = true
  Object.assign(globalThis, vue, {
    window: windowed,
    document: documented,
    localStorage: {
      getItem: (key: string) => urgent.get(key) ?? null,
      setItem: (key: string, text: string) => void urgent.set(key, text),
      removeItem: (key: string) => void urgent.delete(key),
    },
  })
  globalThis.fetch = (_, init) => {
    if (!online) return Promise.reject(new TypeError('no line'))
    const answer = (body: object) =>
      Promise.resolve(new Response(JSON.stringify(body), { status: 200, headers: { 'content-type': 'application/json' } }))
    if (!init?.body) {
      const { text, whileRead } = theirs!
      theirs = undefined
      whileRead()
      const [mine] = page(saves.at(-1)!.text).body
      return answer({
        number: saves.length,
        at: '2026-11-25T11:00:00Z',
        content: { ...page(''), body: [mine, { ...mine, id: 'second', text: [{ text }] }] },
      })
    }
    const { edits } = JSON.parse(String(init.body)) as { edits: { block?: { text: { text: string }[] } }[] }
    const key = (init.headers as Record<string, string>)['idempotency-key']!
    saves.push({ at: now(), key, text: edits[0]?.block?.text[0]?.text ?? '' })
    const saved = {
      version: `v${saves.length}`,
      number: saves.length,
      at: '2026-11-25T11:00:00Z',
      review: 'draft',
      merged: theirs !== undefined,
    }
    return answer(saved)
  }
})
afterEach(() => {
  vi.useRealTimers()
  globalThis.fetch = realFetch
})

/** Lets time pass, and what hangs on the browser's database with it. */
async function pass(ms: number): Promise<void> {
  await vi.advanceTimersByTimeAsync(ms)
  for (let turn = 0; turn < 12; turn++) await new Promise((done) => setImmediate(done))
}
function open(draft: string) {
  const scope = vue.effectScope()
  const start = { person: 'ann', draft, head: 'v0', number: 0, savedAt: '2026-11-25T11:00:00Z', content: page('') }
  return { draft: scope.run(() => useDraft(start, () => undefined))!, close: () => scope.stop() }
}

it.each([40, 90, 150, 400, 650])('whoever types every %i ms without a pause is saved at least every three seconds', async (rhythm) => {
  const { draft, close } = open(`steady-${rhythm}`)
  await pass(10)
  const begun = now()
  let text = ''
  for (let spent = 0; spent < 20_000; spent += rhythm) {
    text += 'x'
    draft.setBody(page(text).body)
    await pass(rhythm)
  }
  const times = [begun, ...saves.map(({ at }) => at), now()]
  for (let save = 1; save < times.length; save++) expect(times[save]! - times[save - 1]!).toBeLessThanOrEqual(3_000)
  await pass(3_000)
  expect(saves.at(-1)!.text).toBe(text)
  close()
})

it('what is written is kept here within half a second of each key, and whole as the page goes', async () => {
  const { draft, close } = open('kept')
  await pass(10)
  online = false
  let text = ''
  for (let key = 0; key < 60; key++) {
    text += 'x'
    draft.setBody(page(text).body)
    await pass(70)
    const [kept] = await localCopy('ann', 'kept').left()
    const there = (JSON.stringify(kept?.edits ?? []).match(/x/g) ?? []).length
    // “text” has an x of its own for each edit.
    expect(text.length - (there - 1)).toBeLessThanOrEqual(Math.ceil(500 / 70))
  }
  draft.setBody(page(`${text}!`).body)
  windowed.dispatchEvent(new Event('pagehide'))
  expect(urgent.get('draft ann kept')).toContain(`${text}!`)
  // Another person at this computer is offered nothing of it.
  expect(await localCopy('bo', 'kept').left()).toEqual([])
  close()
})

it('a save that was not answered is asked again as it was, under its key, before what came since', async () => {
  const { draft, close } = open('again')
  await pass(10)
  const keys: string[] = []
  const answered = globalThis.fetch
  globalThis.fetch = (path, init) => {
    keys.push((init!.headers as Record<string, string>)['idempotency-key']!)
    return online ? answered(path, init) : Promise.reject(new TypeError('no line'))
  }
  online = false
  draft.setBody(page('One').body)
  await pass(1_000)
  draft.setBody(page('One two').body)
  await pass(4_000)
  expect(keys.length).toBeGreaterThan(1)
  expect(new Set(keys).size).toBe(1)
  online = true
  await pass(4_000)
  expect(saves.map(({ text }) => text)).toEqual(['One', 'One two'])
  expect(saves[0]!.key).toBe(keys[0])
  expect(draft.state.value).toBe('saved')
  close()
})

it('what is typed while another\u2019s words are merged in stays, at every point of the way', async () => {
  const { draft, close } = open('typed-while-merging')
  await pass(10)
  let text = 'Begun'
  draft.setBody(page(text).body)
  const type = (letter: string) => {
    text += letter
    draft.setBody(draft.content.value.body.map((block) => (block.id === 'first' ? page(text).body[0]! : block)))
  }
  theirs = {
    text: 'Theirs',
    whileRead: async () => {
      for (let key = 0; key < 900; key++) {
        type(String.fromCharCode(97 + (key % 26)))
        await (key % 30 ? undefined : new Promise((done) => setImmediate(done)))
      }
    },
  }
  for (let turn = 0; turn < 200 && (theirs || draft.state.value !== 'saved' || saves.at(-1)?.text !== text); turn++) await pass(50)
  const said = draft.content.value.body.map((block) => (block as { text: { text: string }[] }).text[0]!.text)
  expect(said).toEqual([text, 'Theirs'])
  expect(text.length).toBe(905)
  expect(saves.at(-1)!.text).toBe(text)
  close()
})

it('what others saved is taken in, but no answer that is older than what was saved since, and nothing over unsaved words', async () => {
  const { draft, close } = open('late-answer')
  await pass(10)
  const words = () => (draft.content.value.body[0] as { text: { text: string }[] }).text[0]?.text ?? ''
  const of = (number: number, text: string) => ({ head: `v${number}`, number, savedAt: '2026-11-25T11:00:00Z', content: page(text) })
  draft.setBody(page('One two').body)
  await pass(3_000)
  expect([draft.state.value, draft.number.value]).toEqual(['saved', 1])
  draft.setBody(page('One two three').body)
  await pass(3_000)
  expect([draft.state.value, draft.number.value]).toEqual(['saved', 2])
  // Asked for after the first save, answered after the second.
  draft.take(of(1, 'One two'))
  expect([words(), draft.head.value]).toEqual(['One two three', 'v2'])
  draft.setBody(page('One two three four').body)
  draft.take(of(3, 'Zero. One two three'))
  expect([words(), draft.head.value]).toEqual(['One two three four', 'v2'])
  await pass(3_000)
  draft.take(of(4, 'One two three four five'))
  expect([words(), draft.head.value]).toEqual(['One two three four five', 'v4'])
  close()
})

it('a draft that was left while signed out is kept and offered again; nothing of it is sent by whoever signs in next', async () => {
  const { draft, close } = open('signed-out')
  await pass(10)
  const saving = globalThis.fetch
  let asked = 0
  globalThis.fetch = () => {
    asked++
    return Promise.resolve(new Response(JSON.stringify({ title: 'Sign in first', reasons: [] }), { status: 401 }))
  }
  draft.setBody(page('Kept').body)
  await pass(2_000)
  draft.setBody(page('Kept here').body)
  expect([draft.state.value, asked]).toEqual(['signed-out', 1])
  close()
  globalThis.fetch = saving
  await pass(5_000)
  expect(saves).toEqual([])
  const again = open('signed-out')
  for (let turn = 0; turn < 20 && again.draft.lookingBack.value; turn++) await pass(10)
  expect(again.draft.offers.value.map(({ mine }) => mine)).toEqual([page('Kept here')])
  again.close()
})
