/** What a person can write into: fields of words, and editors that stand open. */
export const WRITABLE = 'input:not([type]), input[type=text], input[type=url], textarea, [role=textbox], [role=combobox]'

/** Waits until the browser draws next. */
export const nextFrame = () => new Promise((done) => requestAnimationFrame(done))
/** So long a place to write in is waited for: on a slow machine its parts take their time. */
const WAIT_MS = 5_000
/** Waits, frame by frame, until something is there. Answers it, or `null` when it does not come. */
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

/**
 * Holds back what is typed while the place it is meant for is still being made, so that no key goes elsewhere: letters, and
 * our key for the insert menu.
 * @param typed what was typed already
 * @returns `release`, which types all of it where the focus is then; told that no place came, it lets go at once
 */
export function catchKeys(typed = ''): (placed: boolean) => Promise<void> {
  let inserts = null as KeyboardEvent | null
  const onKey = (event: KeyboardEvent) => {
    if (isInsertKey(event)) inserts = event
    else if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return
    else if (event.key.length === 1) typed += event.key
    else if (event.key === 'Backspace' && typed) typed = typed.slice(0, -1)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  window.addEventListener('keydown', onKey, true)
  return async (placed) => {
    if ((typed || inserts) && placed) {
      await comes(() => isOpen() || null)
      // An editor hears of the caret with the frame after it got the focus.
      await nextFrame()
      await nextFrame()
    }
    window.removeEventListener('keydown', onKey, true)
    // The browser's own way of typing, which every field and editor hears.
    if (typed && isOpen()) document.execCommand('insertText', false, typed)
    if (!inserts) return
    // The block that has the focus now gets its tools with the next frame.
    await nextFrame()
    const { key, ctrlKey, metaKey } = inserts
    document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, ctrlKey, metaKey, bubbles: true, cancelable: true }))
  }
}

/**
 * Holds back what is typed from when a dialog is asked for until it has the focus, and types it there: else it would go into the text that the
 * dialog was asked for from, or nowhere. A dialog that is loaded by another is waited for once.
 */
export async function catchKeysForDialog(): Promise<void> {
  if (awaited) return
  awaited = true
  const release = catchKeys()
  const dialog = await comes(() => document.activeElement?.closest('[role=dialog]') ?? null)
  awaited = false
  await release(dialog !== null)
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
