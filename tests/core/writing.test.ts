import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idsBetween, moveChosen, putBack } from '../../core/content/arrange'
import { blockMedia, blockSchema, MAX_WORDS, type Block } from '../../core/blocks/blocks'
import { blockBytes, hasTooManyWords } from '../../core/content/content'
import { readField } from '../../core/content/fields'
import { isSafeHref, normaliseText, plain } from '../../core/content/inline'
import { fitText, disallowedIn, TEXT_KINDS, type TextKind } from '../../core/content/textKinds'
import { merge } from '../../core/history/merge'
import { renderBlock } from '../../core/render/blocks'
import { NO_REFS } from '../../core/render/text'
import { fitOf, focusClass, widthsOf } from '../../core/render/picture'
import { anyText } from '../support/content'

const ids = (list: { id: string }[]) => list.map(({ id }) => id).join('')
const list = [...'abcdef'].map((id) => ({ id }))

describe('moving several blocks', () => {
  it('moves them one place together and in their order, and stops at the ends', () => {
    expect(ids(moveChosen(list, new Set('bc'), -1))).toBe('bcadef')
    expect(ids(moveChosen(list, new Set('bc'), 1))).toBe('adbcef')
    expect(ids(moveChosen(list, new Set('be'), -1))).toBe('beacdf')
    expect(ids(moveChosen(list, new Set('ab'), -1))).toBe('abcdef')
    expect(ids(moveChosen(list, new Set('ef'), 1))).toBe('abcdef')
    expect(ids(moveChosen(list, new Set('x'), 1))).toBe('abcdef')
  })
  it('keeps every block once, and the others in their order', () => {
    fc.assert(
      fc.property(fc.subarray([...'abcdef']), fc.constantFrom(-1 as const, 1 as const), (chosen, by) => {
        const moved = ids(moveChosen(list, new Set(chosen), by))
        expect([...moved].sort().join('')).toBe('abcdef')
        expect([...moved].filter((id) => !chosen.includes(id)).join('')).toBe([...'abcdef'].filter((id) => !chosen.includes(id)).join(''))
      }),
    )
  })
  it('puts back what was taken out where it stood, and leaves what came since', () => {
    const taken = list.filter(({ id }) => 'bce'.includes(id))
    const since = [{ id: 'a' }, { id: 'f' }, { id: 'new' }, { id: 'd' }]
    expect(ids(putBack(since, taken, list))).toBe('abcfnewde')
    expect(ids(putBack([], taken, list))).toBe('bce')
    expect(ids(putBack(list, taken, list))).toBe('abcdef')
    // What was written meanwhile in a block that stayed is not the one of then.
    const newer = { id: 'd', text: 'newer' }
    expect(putBack([newer], [list[0]!], list)).toEqual([list[0], newer])
  })
  it('finds what lies between two, whichever is named first', () => {
    expect(idsBetween(list, 'd', 'b')).toEqual(['b', 'c', 'd'])
    expect(idsBetween(list, 'd', 'x')).toEqual([])
  })
})

describe('places for text', () => {
  it('take a text once it is fitted, and its words stay', () => {
    fc.assert(
      fc.property(anyText, fc.constantFrom(...(Object.keys(TEXT_KINDS) as TextKind[])), (text, place) => {
        const fitted = fitText(text, place)
        expect(disallowedIn(fitted, place)).toBeUndefined()
        expect(plain(fitted)).toBe(plain(normaliseText(text)))
        if (!disallowedIn(text, place)) expect(fitted).toEqual(normaliseText(text))
      }),
    )
  })
  it('refuse what they do not offer, in words', () => {
    const caption = { id: 'pict', kind: 'picture', media: null, alt: '', decorative: false, caption: [{ text: 'x', href: '/fares' }] }
    expect(blockSchema.safeParse(caption).success).toBe(false)
    expect(disallowedIn([{ text: 'x', href: '/fares' }], 'caption')).toBe('A caption takes no links')
    expect(disallowedIn([{ text: 'x', look: 'alert' }], 'question')).toBe('A question takes no styles of words')
    expect(readField('page', 'menuLabel', 'See www.example.org')).toEqual({
      problem: 'Menu and breadcrumb label: an address does not fit here',
    })
  })
})

describe('links to documents', () => {
  const id = '019747f9-c747-77a1-8c13-29af2d341d19'
  const block: Block = { id: 'para', kind: 'paragraph', text: [{ text: 'Leaflet', href: `media:${id}`, newWindow: true }] }
  it('hold the file by its id, so that readers may fetch it while the text is live', () => {
    expect(isSafeHref(`media:${id}`)).toBe(true)
    expect(isSafeHref('media:javascript')).toBe(false)
    expect(blockMedia(block)).toEqual([id])
  })
  it('say what it is, and are plain words when it is not there', () => {
    const file = { name: 'Leaflet & map.pdf', type: 'application/pdf', size: 1_250_000 }
    expect(renderBlock(block, { ...NO_REFS, media: new Map([[id, { id, width: 0, height: 0, file }]]) })).toBe(
      `<p><a href="/media/${id}/file/Leaflet%20%26%20map.pdf" target="_blank" rel="noopener" type="application/pdf" data-file="PDF, 1.3 MB">Leaflet</a></p>`,
    )
    expect(renderBlock(block, NO_REFS)).toBe('<p>Leaflet</p>')
  })
})

describe('pictures', () => {
  it('exist at the widths below their own, and at their own where it is not too much', () => {
    expect(widthsOf(500)).toEqual([480, 500])
    expect(widthsOf(300)).toEqual([300])
    expect(widthsOf(2400)).toEqual([480, 960, 1600, 2400])
    expect(widthsOf(6000)).toEqual([480, 960, 1600, 2400])
  })
  it('are measured by the part that their place shows', () => {
    expect(fitOf({ width: 1920, height: 960 }, 'cover')).toEqual({ fit: 'sharp', has: 1920, needs: 1920 })
    expect(fitOf({ width: 4000, height: 500 }, 'cover').fit).toBe('plain')
    expect(fitOf({ width: 700, height: 5000 }, 'text').fit).toBe('small')
  })
  it('say where to look in classes of the theme alone', () => {
    expect(focusClass(undefined)).toBe('')
    expect(focusClass({ x: 50, y: 52 })).toBe('')
    expect(focusClass({ x: 83, y: 0 })).toBe('fx-80 fy-0')
  })
})

describe('merging parts that may be absent', () => {
  const page = (block: Block) => ({ fields: {}, body: [block] })
  const lead: Block = { id: 'para', kind: 'paragraph', text: [{ text: 'One two three' }], look: 'lead' }
  it('takes a style away that one side took away, beside words that the other changed', () => {
    const ordinary: Block = { id: 'para', kind: 'paragraph', text: [{ text: 'One two three' }] }
    const other: Block = { ...lead, text: [{ text: 'One two four' }] }
    const merged = merge(page(lead), page(ordinary), page(other))
    expect(merged).toEqual({ ok: true, content: page({ id: 'para', kind: 'paragraph', text: [{ text: 'One two four' }] }) })
  })
  it('asks where one side joined cells and the other added a row', () => {
    const cells = (...rows: string[][]) => rows.map((row) => row.map((text) => [{ text }]))
    const base: Block = { id: 'tabl', kind: 'table', caption: '', headers: 'none', rows: cells(['a', 'b'], ['c', 'd']) }
    const joined: Block = { ...base, merged: [{ row: 1, column: 0, rows: 1, columns: 2 }] }
    const longer: Block = { ...base, rows: cells(['new', 'row'], ['a', 'b'], ['c', 'd']) }
    expect(merge(page(base), page(joined), page(longer)).ok).toBe(false)
    const reworded: Block = { ...base, rows: cells(['a', 'changed'], ['c', 'd']) }
    expect(merge(page(base), page(joined), page(reworded))).toEqual({
      ok: true,
      content: page({ ...joined, rows: reworded.rows } as Block),
    })
  })
})

describe('the length of a page', () => {
  const block = (words: number, id = 'para') => blockBytes({ id, kind: 'paragraph', text: [{ text: 'ab '.repeat(words) }] })
  it('is bounded at 200,000 words over all blocks', () => {
    expect(hasTooManyWords([block(MAX_WORDS)])).toBe(false)
    expect(hasTooManyWords([block(MAX_WORDS / 2), block(MAX_WORDS / 2, 'othr'), block(1, 'last')])).toBe(true)
  })
})
