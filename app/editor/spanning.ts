import type { ShallowRef } from 'vue'
import type { Block } from '~~/core/blocks/blocks'
import type { StyleMark } from '~~/core/content/inline'
import type { Typed } from '~~/core/content/splitJoin'
import {
  copySpan,
  isProse,
  partsOf,
  pasteOverSpan,
  replaceSpan,
  spanBetween,
  splitSpan,
  styleSpan,
  type Span,
  type SpanEnd,
} from '~~/core/content/span'
import { isWritten } from '~~/core/content/turn'
import type { SpannedList } from '~/composables/textSpan'
import { newBlockId } from '~/composables/ids'
import { useNotices } from '~/stores/notices'
import { copyBlocks, takeBlocks } from './blockClipboard'
import { letterAt, pointAfter } from './letters'
import { nextFrame } from './typing'
import * as say from '~~/core/words/office/spans'

/** The name of the highlight that `office.css` colours. */
const HIGHLIGHT = 'text-span'
/** So near the edge of what scrolls, in pixels, a drag scrolls on, and by so much with each move. */
const EDGE = 32
const STEP = 24
const STYLE_KEYS: Record<string, StyleMark> = { b: 'bold', i: 'italic', u: 'underline' }
const TEXT = '[role=textbox]'

export type Spanning = ReturnType<typeof startSpanning>

/** The nearest element around one that scrolls. */
function scrollerOf(element: HTMLElement): HTMLElement | null {
  for (let at = element.parentElement; at; at = at.parentElement)
    if (/auto|scroll/.test(getComputedStyle(at).overflowY) && at.scrollHeight > at.clientHeight) return at
  return null
}

/**
 * Follows the mouse over the texts of a list of blocks, shows what is selected, and does with it what keys and the clipboard ask for. `spanned` is
 * told the blocks that it takes in.
 */
export function startSpanning(list: SpannedList, spanned: ShallowRef<ReadonlySet<string>>) {
  const span = shallowRef<Span | null>(null)
  const notices = useNotices()
  const blockOf = (id: string): Block | undefined => list.body().find((block) => block.id === id)
  /** The block of this list that an element stands in. */
  function frameOf(element: Element | null): HTMLElement | null {
    let at = element
    while (at && at.parentElement !== list.root.value) at = at.parentElement
    return at as HTMLElement | null
  }
  const textIn = (id: string) => list.frame(id)?.querySelector<HTMLElement>(TEXT) ?? null
  /** Where one comes to in a block, at a point of the window: a letter of its text, or the nearer end of it. */
  function endAt(frame: HTMLElement, left: number, top: number): SpanEnd {
    const block = frame.dataset.block!
    const text = textIn(block)
    if (!isProse(blockOf(block)) || !text) return { block, at: null }
    const box = text.getBoundingClientRect()
    return { block, at: letterAt(text, left, top) ?? (top < box.top ? 0 : top > box.bottom ? Infinity : left < box.left ? 0 : Infinity) }
  }

  /** A drag as it began: where, in which text, and whether that turns into an editor only now, so that the browser selects nothing in it. */
  interface Drag {
    frame: HTMLElement
    end: SpanEnd
    letters: number
    opening: boolean
  }
  let drag: Drag | null = null
  /** The block whose text is about to turn into an editor, which takes the focus then. */
  let opening: HTMLElement | null = null

  /** A press on the list, before a text turns into an editor for it. */
  function begin(event: MouseEvent): void {
    clear()
    drag = null
    const text = (event.target as HTMLElement).closest<HTMLElement>(TEXT)
    const frame = frameOf(text)
    // Within a block that holds others, it is theirs.
    if (event.button !== 0 || event.shiftKey || list.locked() || !text || !frame || text.closest('[data-block]') !== frame) return
    drag = {
      frame,
      end: endAt(frame, event.clientX, event.clientY),
      letters: letterAt(text, event.clientX, event.clientY) ?? 0,
      opening: !text.isContentEditable,
    }
    opening = text.isContentEditable ? null : frame
    window.addEventListener('mousemove', follow)
    window.addEventListener('mouseup', drop, { once: true })
  }
  function drop(): void {
    drag = null
    window.removeEventListener('mousemove', follow)
    list.root.value?.classList.remove('select-none')
  }
  function follow(event: MouseEvent): void {
    const root = list.root.value
    if (!drag || !root || !(event.buttons & 1)) return drop()
    const [left, top] = [event.clientX, event.clientY]
    scrollAtEdge(root, top)
    const box = root.getBoundingClientRect()
    // Beside the page it is the block at the same height.
    const frame = frameOf(document.elementFromPoint(Math.min(Math.max(left, box.left + 1), box.right - 1), top))
    if (!frame) return
    if (frame === drag.frame) {
      if (span.value) span.value = null
      return selectWithin(drag, left, top)
    }
    const next = spanBetween(list.body(), drag.end, endAt(frame, left, top))
    if (!next) return
    if (!span.value) {
      // The editor of the first text ends: what is selected now is not in it alone.
      root.classList.add('select-none')
      drag.frame.focus({ preventScroll: true })
      getSelection()?.removeAllRanges()
    }
    span.value = next
  }
  function scrollAtEdge(root: HTMLElement, top: number): void {
    const scroller = scrollerOf(root)
    if (!scroller) return
    const box = scroller.getBoundingClientRect()
    if (top < box.top + EDGE) scroller.scrollBy(0, -STEP)
    else if (top > box.bottom - EDGE) scroller.scrollBy(0, STEP)
  }
  /** Selects in the one text, where the press has only just made an editor of it. */
  function selectWithin({ frame, letters, opening }: Drag, left: number, top: number): void {
    const text = document.activeElement
    if (!opening || !(text instanceof HTMLElement) || !text.matches(TEXT) || !frame.contains(text)) return
    const letter = letterAt(text, left, top)
    if (letter !== null) getSelection()?.setBaseAndExtent(...pointAfter(text, letters), ...pointAfter(text, letter))
  }

  const clear = () => (span.value = null)
  async function giveBack(frame: HTMLElement): Promise<void> {
    await nextFrame()
    opening = null
    if (span.value) frame.focus({ preventScroll: true })
  }
  /** What is done elsewhere ends it. */
  function onElsewhere(event: Event): void {
    const to = event.target
    if (!(to instanceof Element)) return
    if (event.type === 'focusin' && opening?.contains(to) && to !== opening) {
      // Where it was dragged on out of the text meanwhile, the block has the focus, once the editor is done with taking it.
      if (span.value) return void giveBack(opening)
      opening = null
    }
    if (!span.value || drag) return
    if (!to.closest('[data-span-bar]') && to !== list.frame(span.value.from.block) && to !== list.frame(span.value.to.block)) clear()
  }
  document.addEventListener('mousedown', onElsewhere)
  document.addEventListener('focusin', onElsewhere)

  /** What was selected, while it still is. */
  const over = <T>(work: (body: Block[], span: Span) => T): T | null => (span.value ? work(list.body(), span.value) : null)
  let shown = false
  /** Shows what is selected: texts as the browser shows a selection, other blocks as chosen ones. */
  function show(): void {
    const parts = over(partsOf) ?? []
    const ranges = parts.flatMap(({ block, stretch }) => {
      const text = textIn(block.id)
      if (!text || !isWritten(block)) return []
      const range = document.createRange()
      if (stretch) {
        range.setStart(...pointAfter(text, stretch[0]))
        range.setEnd(...pointAfter(text, stretch[1]))
      } else range.selectNodeContents(text)
      return [range]
    })
    if (ranges.length) CSS.highlights.set(HIGHLIGHT, new Highlight(...ranges))
    // Another list may show its own.
    else if (shown) CSS.highlights.delete(HIGHLIGHT)
    shown = ranges.length > 0
  }
  const stopShowing = watch(
    [span, list.body],
    () => {
      spanned.value = new Set((over(partsOf) ?? []).map(({ block }) => block.id))
      // The texts are drawn anew first.
      void nextTick(show)
    },
    { flush: 'post' },
  )
  // Where another changes what is selected, the letters are not the same any more.
  const stopAtChange = watch(list.body, (now, before) => {
    if (!span.value || own) return
    const [parts, were] = [partsOf(now, span.value), partsOf(before, span.value)]
    const same = (one: Block, other: Block) => one === other || JSON.stringify(one) === JSON.stringify(other)
    if (parts.length !== were.length || !parts.every(({ block }, index) => same(block, were[index]!.block))) clear()
  })
  let own = false

  async function take(typed: Typed | null): Promise<void> {
    clear()
    if (typed) await list.take(typed)
  }
  const remove = () => take(over((body, at) => replaceSpan(body, at, [], newBlockId())))
  async function style(mark: StyleMark): Promise<void> {
    const body = over((now, at) => styleSpan(now, at, mark))
    if (!body) return
    own = true
    list.change(body)
    await nextTick()
    own = false
  }
  /** Goes on writing at an end of what was selected. */
  function goTo(way: 'from' | 'to'): Promise<void> {
    const end = span.value![way]
    return take({ body: list.body(), cursor: { block: end.block, at: end.at === null || end.at === Infinity ? 'end' : end.at } })
  }

  /** A key pressed on the block that a selection began in; whether it was for the selection. */
  function onKey(event: KeyboardEvent): boolean {
    if (!span.value) return false
    const work = workOf(event)
    if (!work) return false
    event.preventDefault()
    event.stopPropagation()
    void work()
    return true
  }
  function workOf(event: KeyboardEvent): (() => unknown) | null {
    const { key } = event
    const mark = STYLE_KEYS[key.toLowerCase()]
    if (event.ctrlKey || event.metaKey) return mark ? () => style(mark) : null
    if (event.altKey || event.isComposing) return null
    if (key === 'Escape') return clear
    if (key === 'Delete' || key === 'Backspace') return remove
    if (key === 'Enter') return () => take(over((body, at) => splitSpan(body, at, newBlockId)))
    if (key === 'ArrowLeft' || key === 'ArrowUp') return event.shiftKey ? null : () => goTo('from')
    if (key === 'ArrowRight' || key === 'ArrowDown') return event.shiftKey ? null : () => goTo('to')
    if (key.length === 1) return () => take(over((body, at) => replaceSpan(body, at, [{ text: key }], newBlockId())))
    return null
  }
  /** Copies or cuts what is selected; whether there was anything. */
  function onCopy(event: ClipboardEvent): boolean {
    const blocks = over(copySpan)
    if (!blocks || !event.clipboardData) return false
    event.preventDefault()
    copyBlocks(event.clipboardData, blocks, list.refs(), list.origin.draft)
    if (event.type === 'cut' && !list.locked()) void remove()
    else notices.done(say.textCopied)
    return true
  }
  /** Pastes over what is selected; whether there was anything. */
  function onPaste(event: ClipboardEvent, mayStand: (block: Block) => boolean): boolean {
    if (!span.value || list.locked() || !event.clipboardData) return false
    event.preventDefault()
    const { blocks, draft } = takeBlocks(event.clipboardData)
    if (draft) list.origin.copied(draft)
    void take(over((body, at) => pasteOverSpan(body, at, blocks.filter(mayStand), newBlockId)))
    return true
  }
  /** The copy of a menu goes the way of the key: only a clipboard event may carry blocks. */
  async function copyNow(): Promise<void> {
    const frame = list.frame(span.value!.from.block)
    await nextFrame()
    frame?.focus({ preventScroll: true })
    document.execCommand('copy')
  }

  function end(): void {
    stopShowing()
    stopAtChange()
    drop()
    clear()
    show()
    document.removeEventListener('mousedown', onElsewhere)
    document.removeEventListener('focusin', onElsewhere)
  }
  return { begin, onKey, onCopy, onPaste, copyNow, remove, style, clear, end }
}
