import 'fake-indexeddb/auto'
import { AsyncLocalStorage } from 'node:async_hooks'
import fc from 'fast-check'
import * as vue from 'vue'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { useDraft, type DraftAtHand } from '../../app/composables/draft'
import { localCopy } from '../../app/composables/localCopy'
import type { Block } from '../../core/blocks/blocks'
import type { Content } from '../../core/content/content'
import { plain } from '../../core/content/inline'
import { placeOf, type Choices, type Side } from '../../core/history/merge'
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
  const kept = new Map<string, string>()
  Object.assign(globalThis, vue, {
    window: new EventTarget(),
    document: Object.assign(new EventTarget(), { visibilityState: 'visible' }),
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, text: string) => void kept.set(key, text),
      removeItem: (key: string) => void kept.delete(key),
    },
  })
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

/** A window with the draft open; `at` runs what is done in it. What a person's computer keeps is that person's. */
async function open(item: string, person = 'one') {
  const line: Window = { offline: false }
  const scope = vue.effectScope()
  const { id, ...rest } = await shown(item)
  const draft = windows.run(line, () => scope.run(() => useDraft({ person, draft: id, ...rest }, () => undefined))!)
  return {
    draft,
    line,
    at: <T>(run: (draft: DraftAtHand) => T): T => windows.run(line, () => run(draft)),
    close: () => scope.stop(),
  }
}

const step = fc.oneof(
  { weight: 5, arbitrary: fc.record({ do: fc.constant('write' as const), block: fc.nat(5) }) },
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
      const save = async ({ draft, at, line }: (typeof both)[number], side: Side = 'a') => {
        await at(() => draft.save())
        if (draft.state.value === 'conflict') {
          const places = draft.conflict.value!.places.map(placeOf)
          expect(places.length).toBeGreaterThan(0)
          await at(() => draft.settle(Object.fromEntries(places.map((place) => [place, side]))))
          await at(() => draft.save())
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
      const kept = await localCopy('one', (await shown(item)).id).left()
      return JSON.stringify(kept).includes(text)
    }, 'the copy of this computer')
  }
  first.line.offline = true
  await words('Only here.')
  await first.at((draft) => draft.save())
  expect(first.draft.state.value).toBe('offline')
  first.close()

  const second = await open(item)
  await until(async () => second.draft.offers.value.length > 0, 'what was left')
  expect(second.draft.content.value).toEqual((await shown(item)).content)
  await second.at((draft) => draft.takeLeft(true))
  expect(second.draft.offers.value).toEqual([])
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

const wordsOf = (content: Content, by: string) =>
  new Set(content.body.flatMap((block) => ('text' in block ? plain(block.text).split(' ') : [])).filter((word) => word.startsWith(by)))
const gone = (before: Set<string>, after: Set<string>) => [...before].filter((word) => !after.has(word))

const turn = fc.oneof(
  { weight: 6, arbitrary: fc.record({ do: fc.constant('write' as const), block: fc.nat(5), at: fc.nat(9) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('add' as const), block: fc.nat(5) }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('undo' as const) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('redo' as const) }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('save' as const) }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('hear' as const) }) },
)

it('two people write, save, hear of each other, undo and redo: nobody’s words go but by their own undo', async () => {
  let posts = 0
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.nat(1), turn), { minLength: 6, maxLength: 30 }), async (turns) => {
      const { item } = await writePost(team, `Two undo ${posts++}`)
      const people = [await open(item, 'ann'), await open(item, 'bo')]
      const names = ['ann', 'bo']
      const undone = new Set<string>()
      let count = 0
      /** Saves; where both changed the same words, both texts are kept, the saved one first. */
      const save = async ({ draft, at }: (typeof people)[number]) => {
        await at(() => draft.save())
        while (draft.conflict.value) {
          const choices: Choices = {}
          for (const conflict of draft.conflict.value.places) {
            const [mine, theirs] = conflict.place === 'block' ? [conflict.a, conflict.b] : []
            if (!mine || !theirs || !('text' in mine) || !('text' in theirs)) choices[placeOf(conflict)] = mine ? 'a' : 'b'
            else {
              const there = new Set(plain(theirs.text).split(' '))
              const missing = plain(mine.text)
                .split(' ')
                .filter((word) => !there.has(word))
              choices[placeOf(conflict)] = { block: paragraph(mine.id, [plain(theirs.text), ...missing].join(' ')) }
            }
          }
          await at(() => draft.settle(choices))
          await at(() => draft.save())
        }
        expect(draft.state.value).toBe('saved')
      }
      for (const [who, what] of turns) {
        const person = people[who]!
        const { draft, at } = person
        const [own, other] = [names[who]!, names[1 - who]!]
        const before = draft.content.value
        const block = 'block' in what ? before.body[what.block % Math.max(1, before.body.length)] : undefined
        if (what.do === 'save') await save(person)
        else if (what.do === 'hear') {
          const newer = await shown(item)
          if (draft.state.value === 'saved') draft.take(newer)
        } else if (what.do === 'add')
          at((draft) =>
            draft.setBody([
              ...before.body.slice(0, what.block),
              paragraph(`${own}-${++count}`, `${own}${count}`),
              ...before.body.slice(what.block),
            ]),
          )
        else if (what.do === 'write') {
          if (!block || !('text' in block)) continue
          const words = plain(block.text).split(' ').filter(Boolean)
          words.splice(what.at % (words.length + 1), 0, `${own}${++count}`)
          at((draft) => draft.setBody(before.body.map((old) => (old === block ? paragraph(block.id, words.join(' ')) : old))))
        } else {
          at((draft) => draft[what.do]())
          expect(gone(wordsOf(before, other), wordsOf(draft.content.value, other)), `${own}: ${what.do}`).toEqual([])
          for (const word of gone(wordsOf(before, own), wordsOf(draft.content.value, own))) undone.add(word)
          for (const word of gone(wordsOf(draft.content.value, own), wordsOf(before, own))) undone.delete(word)
        }
      }
      for (const person of [...people, people[0]!]) await save(person)
      const last = await shown(item)
      const all = new Set([...wordsOf(last.content, 'ann'), ...wordsOf(last.content, 'bo')])
      for (const { draft } of people) draft.take(last)
      for (let word = 1; word <= count; word++) {
        const there = all.has(`ann${word}`) || all.has(`bo${word}`)
        const taken = undone.has(`ann${word}`) || undone.has(`bo${word}`)
        // A turn that found nothing to write in made no word.
        if (!taken) expect(there, `word ${word} of ${[...all].join()}`).toBe(true)
      }
      for (const { close } of people) close()
    }),
    { numRuns: Number(process.env.YIELDGATE_RUNS ?? 60) },
  )
})

it('text that is given up in a conflict is a version, and Undo after “theirs” leaves their words', async () => {
  const { item } = await writePost(team, 'Given up')
  const [ann, bo] = [await open(item, 'ann'), await open(item, 'bo')]
  ann.at((draft) => draft.setBody([paragraph('first', 'Closed on Friday.')]))
  bo.at((draft) => draft.setBody([paragraph('first', 'Open on Saturday.')]))
  await bo.at((draft) => draft.save())
  await ann.at((draft) => draft.save())
  expect(ann.draft.state.value).toBe('conflict')
  // Written meanwhile, with the question put off: kept, and asked about as it is then.
  ann.at((draft) => (draft.asking.value = false))
  ann.at((draft) => draft.setBody([paragraph('first', 'Closed on Friday, I think.')]))
  await ann.at((draft) => draft.save())
  expect(ann.draft.conflict.value!.places).toMatchObject([{ a: { text: [{ text: 'Closed on Friday, I think.' }] } }])
  await ann.at((draft) => draft.settle({ first: 'b' }))
  await ann.at((draft) => draft.save())
  expect((await shown(item)).content.body).toEqual([paragraph('first', 'Open on Saturday.')])
  const { versions } = await team.writer.need<{ versions: { id: string; note: string }[] }>('GET', `/items/${item}/versions`)
  const aside = versions.find(({ note }) => note.startsWith('Not taken'))!
  expect((await version(aside.id)).body).toEqual([paragraph('first', 'Closed on Friday, I think.')])
  ann.at((draft) => draft.undo())
  await ann.at((draft) => draft.save())
  expect((await shown(item)).content.body).toEqual([paragraph('first', 'Open on Saturday.')])
  for (const { close } of [ann, bo]) close()
})

it('words at both ends of one block merge by themselves, also those typed while the save was under way', async () => {
  const { item } = await writePost(team, 'Both ends')
  const [ann, bo] = [await open(item, 'ann'), await open(item, 'bo')]
  const text = (window: typeof ann, words: string) => window.at((draft) => draft.setBody([paragraph('first', words)]))
  text(ann, 'The quay is closed.')
  await ann.at((draft) => draft.save())
  bo.draft.take(await shown(item))
  text(bo, 'Today the quay is closed.'.replace('the', 'The'))
  await bo.at((draft) => draft.save())
  text(ann, 'The quay is closed. Sorry')
  const saving = ann.at((draft) => draft.save())
  text(ann, 'The quay is closed. Sorry for that')
  await saving
  await ann.at((draft) => draft.save())
  expect(ann.draft.state.value).toBe('saved')
  expect((await shown(item)).content.body).toEqual([paragraph('first', 'Today The quay is closed. Sorry for that')])
  for (const { close } of [ann, bo]) close()
})
