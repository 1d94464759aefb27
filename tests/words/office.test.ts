import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { BLOCK_KINDS, BLOCK_WORDS, emptyBlock } from '../../core/blocks/blocks'
import { NO_REFS } from '../../core/render/text'
import * as blockWords from '../../core/words/office/blockKinds'
import BlockList from '../../app/components/item/BlockList.vue'
import BlockBody from '../../app/components/item/blocks/BlockBody.vue'
import ChosenBlocksBar from '../../app/components/item/ChosenBlocksBar.vue'
import SpanBar from '../../app/components/item/SpanBar.vue'
import OutlinePanel from '../../app/components/item/OutlinePanel.vue'
import { ApiProblem } from '../../app/composables/api'
import SearchChoice from '../../app/components/form/SearchChoice.vue'
import LoadState from '../../app/components/frame/LoadState.vue'
import LengthAdvice from '../../app/components/form/LengthAdvice.vue'
import { MARKS } from '../support/secondLanguage'

/** What a kind of block is called is said where the kind is defined. */
const DEFINED = new RegExp(Object.values(BLOCK_WORDS).join('|'), 'gi')
const SAID = ['aria-label', 'title', 'placeholder', 'alt', 'aria-roledescription']
const marked = new RegExp(`${MARKS[0]}[^${MARKS.join('')}]*${MARKS[1]}`, 'g')
/** What of a text stands in no catalogue: its letters outside the marks, which may stand in one another. */
function unmarked(text: string): string {
  let rest = text
  for (let before = ''; before !== rest; rest = rest.replace(marked, '')) before = rest
  rest = rest.replace(DEFINED, '')
  return /\p{L}/u.test(rest) ? rest.trim() : ''
}
/** What a person sees or hears of an element that stands in no catalogue. */
function notInCatalogues(root: Element): string[] {
  const found: string[] = []
  for (const element of [root, ...root.querySelectorAll('*')]) {
    for (const name of SAID) found.push(unmarked(element.getAttribute(name) ?? ''))
    for (const node of element.childNodes) if (node.nodeType === Node.TEXT_NODE) found.push(unmarked(node.textContent ?? ''))
  }
  return found.filter(Boolean)
}

async function shown(component: Component, props: object): Promise<VueWrapper> {
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:any(.*)', component: { render: () => null } }] })
  await router.push('/office/items/one')
  const wrapper = mount(component, { props, attachTo: document.body, global: { plugins: [router] } })
  await flushPromises()
  return wrapper
}

beforeEach(() => {
  setActivePinia(createPinia())
  document.body.innerHTML = ''
  Element.prototype.scrollIntoView = vi.fn()
})

describe('in a second language, with its sentences in marks,', () => {
  it('the catalogues have marks, and a text without them is found', () => {
    expect(blockWords.addAColumn).toBe('⟦Add a column⟧')
    expect(blockWords.termIndex(2)).toBe('⟦Term 2⟧')
    document.body.innerHTML = '<p title="Left">⟦Add ⟦a⟧ column⟧ 3 <b>out</b></p>'
    expect(notInCatalogues(document.body)).toEqual(['Left', 'out'])
  })

  it.each(BLOCK_KINDS)('a new block of the kind %s says nothing in English', async (kind) => {
    const { element } = await shown(BlockBody, { block: emptyBlock(kind, 'a'), refs: NO_REFS, locked: false, mayAddMedia: true })
    expect(notInCatalogues(element.parentElement!)).toEqual([])
  })

  it('a list of blocks, what is done with chosen ones, and a choice by typing say nothing in English', async () => {
    await shown(BlockList, {
      body: [{ id: 'a', kind: 'divider' }],
      refs: NO_REFS,
      locked: false,
      maySource: false,
      mayAddMedia: false,
      present: [],
    })
    await shown(ChosenBlocksBar, { count: 2 })
    await shown(SpanBar, { count: 2 })
    await shown(SearchChoice, { modelValue: '', label: '⟦Guard⟧', choices: [] })
    await shown(LengthAdvice, { text: 'Ferries to the islands', advised: 10 })
    expect(notInCatalogues(document.body)).toEqual([])
  })

  it('the outline of a page without anything, and a list that did not come, say nothing in English', async () => {
    const content = { fields: { title: '⟦Ferries⟧' }, body: [{ id: 'a', kind: 'paragraph', text: [] }] }
    await shown(OutlinePanel, { kind: 'page', content, path: null, notes: [], live: new Set() })
    await shown(LoadState, { problem: new ApiProblem(0, '⟦No connection⟧', [], {}), loading: false })
    expect(notInCatalogues(document.body)).toEqual([])
  })
})
