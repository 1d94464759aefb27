/** What a person can write into: fields of words, and editors that stand open. */
export const WRITABLE = 'input:not([type]), input[type=text], input[type=url], textarea, [role=textbox], [role=combobox]'

/** Waits until the browser draws next. */
export const nextFrame = () => new Promise((done) => requestAnimationFrame(done))
/** So long a place to write in is waited for: on a slow machine its parts take their time. */
const WAIT_MS = 5_000
/** Waits, frame by frame, until something is there. Returns it, or `null` when it does not come. */
async function comes<T>(look: () => T | null): Promise<T | null> {
  for (const until = performance.now() + WAIT_MS; performance.now() < until; await nextFrame()) {
    const found = look()
    if (found) return found
  }
  return null
}
/** Whether a key is ours for the insert menu. */
export const isInsertKey = (event: KeyboardEvent): boolean => (event.ctrlKey || event.metaKey) && event.key === 'Enter'
const isOpen = (): boolean => document.activeElement?.matches('input, textarea, [contenteditable=true]') ?? false

/** The next place that Tab leads to from where the focus is, or the one before; within a dialog where that is open. */
function besideFocus(back: boolean): HTMLElement | null {
  const within = document.activeElement?.closest('[role=dialog]') ?? document
  const places = [
    ...within.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, [contenteditable=true], [tabindex]'),
  ].filter((place) => place.tabIndex >= 0 && !place.matches(':disabled') && place.offsetParent !== null)
  const at = places.indexOf(document.activeElement as HTMLElement)
  // From what Tab does not lead to, a block as a whole for example, it leads nowhere here.
  return at < 0 ? null : (places[at + (back ? -1 : 1)] ?? null)
}

/** Waits until what has the focus can be typed into: a field at once; a text turns into an editor, which hears of the caret with the frame after. */
async function untilItHears(): Promise<void> {
  if (document.activeElement?.matches('input, textarea')) return
  await nextFrame()
  await nextFrame()
}

/** Does what a held key would have done where the focus is now. */
async function pressAgain({ key, ctrlKey, metaKey, shiftKey }: KeyboardEvent): Promise<void> {
  const place = document.activeElement
  const again = new KeyboardEvent('keydown', { key, ctrlKey, metaKey, shiftKey, bubbles: true, cancelable: true })
  // Whoever hears it has done it. The browser does nothing of its own for a key that a program presses.
  if (!place?.dispatchEvent(again)) return
  if (key === 'Tab') besideFocus(shiftKey)?.focus()
  else if (place instanceof HTMLTextAreaElement) document.execCommand('insertText', false, '\n')
  else if (place instanceof HTMLInputElement) place.form?.requestSubmit()
  await untilItHears()
}

/**
 * Holds back what is typed while the place it is meant for is still being made, so that no key goes elsewhere: letters, what ends a
 * field or a line (Tab and Enter), and our key for the insert menu.
 * @param typed what was typed already
 * @returns `release`, which types all of it where the focus is then; told that no place came, it lets go at once
 */
export function catchKeys(typed = ''): (placed: boolean) => Promise<void> {
  const held: (string | KeyboardEvent)[] = typed ? [typed] : []
  const onKey = (event: KeyboardEvent) => {
    // Another holds it already, or it is pressed by this program.
    if (event.defaultPrevented || !event.isTrusted) return
    const last = held.at(-1)
    // AltGr types letters, which some systems tell as Ctrl and Alt together.
    const modified = (event.ctrlKey || event.metaKey || event.altKey) && !event.getModifierState('AltGraph')
    if (isInsertKey(event) || (!modified && (event.key === 'Tab' || event.key === 'Enter'))) {
      if (!event.repeat) held.push(event)
    } else if (modified || event.isComposing) return
    else if (event.key.length === 1) {
      if (typeof last === 'string') held.splice(-1, 1, last + event.key)
      else held.push(event.key)
    } else if (event.key === 'Backspace' && typeof last === 'string') held.splice(-1, 1, ...(last.length > 1 ? [last.slice(0, -1)] : []))
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  window.addEventListener('keydown', onKey, true)
  return async (placed) => {
    if (held.length && placed) {
      await comes(() => isOpen() || null)
      await untilItHears()
    }
    // What is typed while this goes on is held too, and comes after it.
    for (let next = held.shift(); next !== undefined; next = held.shift()) {
      if (typeof next === 'string') {
        // The browser's own way of typing, which every field and editor hears.
        if (placed && isOpen()) document.execCommand('insertText', false, next)
        continue
      }
      if (isInsertKey(next)) {
        // The menu takes the keys from here on. The block that has the focus now gets its tools with the next frame.
        window.removeEventListener('keydown', onKey, true)
        await nextFrame()
      }
      await pressAgain(next)
    }
    window.removeEventListener('keydown', onKey, true)
  }
}

/**
 * Holds back what is typed from when a dialog is asked for until it has the focus, and types it there: else it would go into the text that the
 * dialog was asked for from, or nowhere. Where none comes, it goes into what is written after all: no word is lost. A dialog that is loaded by another is waited for once.
 */
export async function catchKeysForDialog(): Promise<void> {
  if (awaited) return
  awaited = true
  const release = catchKeys()
  const dialog = await comes(() => document.activeElement?.closest('[role=dialog]') ?? null)
  awaited = false
  await release(dialog !== null || isOpen())
}
let awaited = false

/**
 * Puts the focus into the first place of an element that can be written in, and waits until it is open; `false` where
 * none comes. What is shown for the first time may take a while until it stands.
 */
export async function focusFirst(element: HTMLElement): Promise<boolean> {
  const field = await comes(
    () => element.querySelector<HTMLElement>('[data-first] [role=textbox]') ?? element.querySelector<HTMLElement>(WRITABLE),
  )
  if (!field) return false
  field.focus()
  // A text turns into an editor once it has the focus.
  await nextTick()
  return true
}

/** From a place that is written in back to its block. */
export const focusBlockOf = (element: Element): void => element.closest<HTMLElement>('[data-block]')?.focus()
