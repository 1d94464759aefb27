/** What a person can write into: fields of words, and editors that stand open. */
export const WRITABLE = 'input:not([type]), input[type=text], input[type=url], textarea, [role=textbox], [role=combobox]'

/**
 * Holds back what is typed while the place it is meant for is still being made, so that no key goes elsewhere.
 * @param typed what was typed already
 * @returns `release`, which types all of it where the focus is then
 */
export function catchKeys(typed = ''): () => void {
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return
    if (event.key.length === 1) typed += event.key
    else if (event.key === 'Backspace' && typed) typed = typed.slice(0, -1)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  window.addEventListener('keydown', onKey, true)
  return () => {
    window.removeEventListener('keydown', onKey, true)
    // The browser's own way of typing, which every field and editor hears.
    if (typed && document.activeElement?.matches('input, textarea, [contenteditable=true]')) document.execCommand('insertText', false, typed)
  }
}

/** Puts the focus into the first place of an element that can be written in, and waits until it is open; `false` where there is none. */
export async function focusFirst(element: HTMLElement): Promise<boolean> {
  const field = element.querySelector<HTMLElement>('[data-first] [role=textbox]') ?? element.querySelector<HTMLElement>(WRITABLE)
  if (!field) return false
  field.focus()
  // A text turns into an editor once it has the focus.
  await nextTick()
  await nextTick()
  return true
}
