import 'fake-indexeddb/auto'
import { AsyncLocalStorage } from 'node:async_hooks'
import fc from 'fast-check'
import * as vue from 'vue'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { useDraft, type DraftAtHand } from '../../app/composables/draft'
import { localCopy } from '../../app/composables/localCopy'
import type { Block } from '../../core/content/blocks'
import type { Content } from '../../core/content/content'
import { foundTeam, startServer, until, writePost, type Team, type TestServer } from '../support/server'

/*
 * The draft at hand, as the item page holds it, on the real server: two windows of one person, each with a line of its
 * own that can drop. What belongs to a window is told by the context its promises run in.
 */
interface Window {
  offline: boolean
}
const windows = new AsyncLocalStorage<Window>()
let server: TestServer
let team: Team
const plainFetch = globalThis.fetch
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  Object.assign(globalThis, vue, { window: new EventTarget() })
  globalThis.fetch = (path, init) => {
    if (typeof path !== 'string' || !path.startsWith('/')) return plainFetch(path, init)
    if (windows.getStore()?.offline) return Promise.reject(new TypeError('no line'))
    return plainFetch(server.origin + path, { ...init, headers: { ...(init?.headers as object), cookie: team.writer.session } })
  }
})
afterAll(async () => {
  globalThis.fetch = plainFetch
  await server.stop()
})

interface Shown {
  draft: { id: string; head: string; number: number; savedAt: string; content: Content }
}
const shown = async (item: string) => (await team.writer.need<Shown>('GET', `/items/${item}`)).draft
const version = async (id: string) => (await team.writer.need<{ content: Content }>('GET', `/versions/${id}`)).content
const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: text ? [{ text }] : [] })

/** A window with the draft open; `at` runs what is done in it. */
async function open(item: string) {
  const line: Window = { offline: false }
  const scope = vue.effectScope()
  const { id, ...rest } = await shown(item)
  const draft = windows.run(line, () => scope.run(() => useDraft({ draft: id, ...rest }, () => undefined))!)
  draft.belongsTo(item)
  return {
    draft,
    line,
    at: <T>(run: (draft: DraftAtHand) => T): T => windows.run(line, () => run(draft)),
    close: () => scope.stop(),
  }
}

const step = fc.oneof(
  { weight: 5, arbitrary: fc.record({ do: fc.constant('write' as const), block: fc.nat(5), side: fc.constantFrom('mine', 'theirs') }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('add' as const), block: fc.nat(5) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('remove' as const), block: fc.nat(5) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('undo' as const) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('line' as const) }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('save' as const) }) },
)

it('whatever two windows do, with lines that drop: an acknowledged save is the version it names, and both end with the same words', async () => {
  let posts = 0
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.nat(1), step), { minLength: 4, maxLength: 24 }), async (steps) => {
      const { item } = await writePost(team, `At hand ${posts++}`)
      const both = [await open(item), await open(item)]
      const acknowledged = new Map<string, Content>()
      let count = 0
      const save = async ({ draft, at, line }: (typeof both)[number], side: 'mine' | 'theirs' = 'mine') => {
        await at(() => draft.save())
        if (draft.state.value === 'conflict') {
          const places = draft.conflicts.value.map(({ place }) => place)
          expect(places.length).toBeGreaterThan(0)
          await at(() => draft.settle(Object.fromEntries(places.map((place) => [place, side]))))
        }
        if (line.offline) {
          if (draft.state.value !== 'saved') expect(draft.state.value).toBe('offline')
          return
        }
        expect(draft.state.value).toBe('saved')
        expect(await version(draft.head.value)).toEqual(draft.content.value)
        acknowledged.set(draft.head.value, draft.content.value)
      }
      for (const [who, what] of steps) {
        const window = both[who]!
        const { body } = window.draft.content.value
        const at = 'block' in what ? body[what.block % Math.max(1, body.length)] : undefined
        if (what.do === 'line') window.line.offline = !window.line.offline
        else if (what.do === 'save') await save(window)
        else if (what.do === 'undo') window.at((draft) => draft.undo())
        else if (what.do === 'add')
          window.at((draft) =>
            draft.setBody([...body.slice(0, what.block), paragraph(`new-${++count}`, `Added ${count}`), ...body.slice(what.block)]),
          )
        else if (what.do === 'remove') window.at((draft) => draft.setBody(body.filter((block) => block !== at)))
        else if (at) window.at((draft) => draft.setBody(body.map((block) => (block === at ? paragraph(at.id, `Words ${++count}`) : block))))
      }
      for (const window of both) {
        window.line.offline = false
        await save(window)
      }
      const last = await shown(item)
      for (const { draft } of both) {
        draft.take(last)
        expect(draft.content.value).toEqual(last.content)
      }
      for (const [id, content] of acknowledged) expect(await version(id)).toEqual(content)
      for (const { close } of both) close()
    }),
    { numRuns: 60 },
  )
})

it('what a closed window had not saved is offered back, and what was done before the reload can be undone', async () => {
  const { item } = await writePost(team, 'Closed too soon')
  const first = await open(item)
  const words = async (text: string) => {
    first.at((draft) => draft.setBody([paragraph('first', text)]))
    await until(async () => {
      const kept = await localCopy(first.draft.content.value && (await shown(item)).id).read()
      return JSON.stringify(kept?.edits ?? []).includes(text)
    }, 'the copy of this computer')
  }
  first.line.offline = true
  await words('Only here.')
  await first.at((draft) => draft.save())
  expect(first.draft.state.value).toBe('offline')
  first.close()

  const second = await open(item)
  await until(async () => second.draft.left.value !== null, 'what was left')
  expect(second.draft.content.value).toEqual((await shown(item)).content)
  second.at((draft) => draft.takeLeft(true))
  expect(second.draft.left.value).toBeNull()
  await second.at((draft) => draft.save())
  expect((await shown(item)).content.body).toEqual([paragraph('first', 'Only here.')])
  second.at((draft) => draft.undo())
  await second.at((draft) => draft.save())
  expect((await shown(item)).content.body).toEqual([paragraph('first', 'Closed too soon, first words.')])
  second.close()
})

it('an unsaved text that the server refuses stays at hand with the reason, and is saved once it is mended', async () => {
  const { item } = await writePost(team, 'Refused and mended', 'draft', 'page')
  const window = await open(item)
  window.at((draft) => draft.setField('menuLabel', 'see https://x.example'))
  await window.at((draft) => draft.save())
  expect(window.draft.state.value).toBe('refused')
  expect(window.draft.problem.value.join()).not.toBe('')
  expect(window.draft.content.value.fields.menuLabel).toBe('see https://x.example')
  window.at((draft) => draft.setField('menuLabel', 'See more'))
  await window.at((draft) => draft.save())
  expect(window.draft.state.value).toBe('saved')
  expect(window.draft.problem.value).toEqual([])
  expect((await shown(item)).content.fields.menuLabel).toBe('See more')
  window.close()
})
