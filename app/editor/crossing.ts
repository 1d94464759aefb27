/** Where one can write on the page. */
const PLACES = '[role=textbox], input:not([type]), input[type=text], input[type=url], textarea'
/** So far into a text its first and last line are met. */
const INTO_LINE = 8

export type Way = 'up' | 'down' | 'back' | 'on'

/** The box of the caret; of an empty text that of the text. */
function caretBox(place: HTMLElement): DOMRect {
  const range = getSelection()!.getRangeAt(0)
  return range.getClientRects()[0] ?? place.getBoundingClientRect()
}

/** The texts before and after the caret of a rich text. */
export function aroundCaret(place: HTMLElement): [before: string, after: string] {
  const range = getSelection()!.getRangeAt(0)
  const [before, after] = [document.createRange(), document.createRange()]
  before.selectNodeContents(place)
  before.setEnd(range.startContainer, range.startOffset)
  after.selectNodeContents(place)
  after.setStart(range.endContainer, range.endOffset)
  return [before.toString(), after.toString()]
}

/** Which way an arrow key leads out of a rich text: its caret is in the first or last line, or at an end. `null` where it goes on within. */
function outOfText(place: HTMLElement, key: string): Way | null {
  const selection = getSelection()
  if (!selection?.rangeCount || !place.contains(selection.anchorNode)) return null
  if (key === 'ArrowLeft' || key === 'ArrowRight') {
    const [before, after] = aroundCaret(place)
    if (!selection.isCollapsed) return null
    return key === 'ArrowLeft' ? (before ? null : 'back') : after ? null : 'on'
  }
  const whole = document.createRange()
  whole.selectNodeContents(place)
  const lines = [...whole.getClientRects()]
  const caret = caretBox(place)
  const middle = (caret.top + caret.bottom) / 2
  if (key === 'ArrowUp') return lines.some((line) => line.bottom <= middle) ? null : 'up'
  return lines.some((line) => line.top >= middle) ? null : 'down'
}

/** Which way an arrow key leads out of what is written in; `null` where it goes on within it, or means something else. */
export function leavesPlace(event: KeyboardEvent): Way | null {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || !/^Arrow(Up|Down|Left|Right)$/.test(event.key))
    return null
  const place = event.target as HTMLElement
  if (place.isContentEditable) return outOfText(place, event.key)
  const sideways = event.key === 'ArrowLeft' || event.key === 'ArrowRight'
  if (sideways || !place.matches(PLACES) || place.matches('textarea')) return null
  return event.key === 'ArrowUp' ? 'up' : 'down'
}

const isBeside = (one: DOMRect, other: DOMRect) => one.left < other.right && other.left < one.right

/** The place that an arrow key leads to from another. */
function placeFrom(from: HTMLElement, way: Way, caret: DOMRect): HTMLElement | undefined {
  const page = from.closest('article') ?? document.body
  const places = [...page.querySelectorAll<HTMLElement>(PLACES)].filter(
    (place) => !place.matches(':disabled, [readonly]') && place.offsetParent !== null && !place.contains(from),
  )
  if (way === 'back') return places.findLast((place) => from.compareDocumentPosition(place) & Node.DOCUMENT_POSITION_PRECEDING)
  if (way === 'on') return places.find((place) => from.compareDocumentPosition(place) & Node.DOCUMENT_POSITION_FOLLOWING)
  const own = from.getBoundingClientRect()
  /** How far off a place is on the way, and to the side of the caret. */
  const off = (box: DOMRect) =>
    [way === 'down' ? box.top - caret.bottom : caret.top - box.bottom, Math.max(0, box.left - caret.left, caret.left - box.right)] as const
  const [nearest] = places
    .map((place) => ({ place, box: place.getBoundingClientRect() }))
    .filter(({ box }) => isBeside(box, own) && (way === 'down' ? box.top >= own.bottom - INTO_LINE : box.bottom <= own.top + INTO_LINE))
    .sort((one, other) => {
      const [[far, side], [otherFar, otherSide]] = [off(one.box), off(other.box)]
      return Math.abs(far - otherFar) > INTO_LINE ? far - otherFar : side - otherSide
    })
  return nearest?.place
}

/** Goes from the end of one text to the next on the page, as an arrow key does within a text: to the letter above or below. Returns whether there was one. */
export function goAcross(from: HTMLElement, way: Way): boolean {
  const caret = from.isContentEditable ? caretBox(from) : from.getBoundingClientRect()
  const place = placeFrom(from, way, caret)
  if (!place) return false
  place.scrollIntoView({ block: 'nearest' })
  const forward = way === 'down' || way === 'on'
  if (place instanceof HTMLInputElement || place instanceof HTMLTextAreaElement) {
    place.focus()
    const at = forward ? 0 : place.value.length
    place.setSelectionRange(at, at)
    return true
  }
  const box = place.getBoundingClientRect()
  const side = way === 'on' ? box.left : way === 'back' ? box.right : caret.left
  // A text that is pressed on turns into an editor with its caret there.
  place.dispatchEvent(
    new MouseEvent('mousedown', {
      bubbles: true,
      cancelable: true,
      clientX: Math.min(Math.max(side, box.left + 1), box.right - 1),
      clientY: forward ? box.top + INTO_LINE : box.bottom - INTO_LINE,
    }),
  )
  return true
}
