/** What a person can write into: fields of words, and editors that stand open. */
export const WRITABLE = 'input:not([type]), input[type=text], input[type=url], textarea, [role=textbox], [role=combobox]'

const frame = () => new Promise((done) => requestAnimationFrame(done))
const isOpen = () => document.activeElement?.matches('input, textarea, [contenteditable=true]') ?? false

/**
 * Holds back what is typed while the place it is meant for is still being made, so that no key goes elsewhere.
 * @param typed what was typed already
 * @returns `release`, which types all of it where the focus is then
 */
export function catchKeys(typed = ''): () => Promise<void> {
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return
    if (event.key.length === 1) typed += event.key
    else if (event.key === 'Backspace' && typed) typed = typed.slice(0, -1)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  window.addEventListener('keydown', onKey, true)
  return async () => {
    // An editor hears of the caret with the frame after it got the focus.
    if (typed) for (let tries = 0; tries < 2 || (tries < 12 && !isOpen()); tries++) await frame()
    window.removeEventListener('keydown', onKey, true)
    // The browser's own way of typing, which every field and editor hears.
    if (typed && isOpen()) document.execCommand('insertText', false, typed)
  }
}

/**
 * Puts the focus into the first place of an element that can be written in, and waits until it is open; `false` where
 * there is none. What is shown for the first time may take some frames until it stands.
 */
export async function focusFirst(element: HTMLElement): Promise<boolean> {
  for (let tries = 0; tries < 12; tries++) {
    const field = element.querySelector<HTMLElement>('[data-first] [role=textbox]') ?? element.querySelector<HTMLElement>(WRITABLE)
    if (field) {
      field.focus()
      // A text turns into an editor once it has the focus.
      await nextTick()
      return true
    }
    await frame()
  }
  return false
}

/** From a place that is written in back to its block. */
export const focusBlockOf = (element: Element): void => element.closest<HTMLElement>('[data-block]')?.focus()
