import fc from 'fast-check'
import * as vue from 'vue'
import { beforeAll, describe, expect, it } from 'vitest'
import { useChosenBlocks } from '../../app/composables/chosenBlocks'

beforeAll(() => void Object.assign(globalThis, vue))

const body = ['a', 'b', 'c', 'd', 'e'].map((id) => ({ id }))

describe('blocks chosen together', () => {
  it('are a run from where choosing began to where it is, in either direction, and shrink again', () => {
    const picked = useChosenBlocks(() => body)
    picked.reach('c', 'b')
    expect([...picked.chosen.value]).toEqual(['b', 'c'])
    picked.reach('e', 'c')
    expect([...picked.chosen.value]).toEqual(['b', 'c', 'd', 'e'])
    picked.reach('a', 'e')
    expect([...picked.chosen.value]).toEqual(['a', 'b'])
    picked.clear()
    expect(picked.chosen.value.size).toBe(0)
  })
  it('an action at one of them is for all, at another for it alone', () => {
    const picked = useChosenBlocks(() => body)
    picked.reach('d', 'c')
    expect([...picked.at('c')]).toEqual(['c', 'd'])
    expect([...picked.at('a')]).toEqual(['a'])
  })
  it('follow what happens to the page: none that is gone is chosen, whatever was removed', () => {
    fc.assert(
      fc.property(fc.subarray(body), fc.constantFrom(...body), fc.constantFrom(...body), (left, from, to) => {
        const blocks = vue.shallowRef(body)
        const picked = useChosenBlocks(() => blocks.value)
        picked.reach(to.id, from.id)
        blocks.value = left
        for (const id of picked.chosen.value) expect(left.map((block) => block.id)).toContain(id)
      }),
    )
  })
  it('are all of them, or none on an empty page', () => {
    const picked = useChosenBlocks(() => body)
    picked.all()
    expect(picked.chosen.value.size).toBe(5)
    const empty = useChosenBlocks(() => [])
    empty.all()
    expect(empty.chosen.value.size).toBe(0)
  })
})
