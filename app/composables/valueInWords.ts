/** How what is written in a field is read. */
interface Reading {
  /** The value that words mean; `null` where they mean none. */
  read: (words: string) => string | null
  /** Said of words that mean none: how to write one. */
  hint: string
  /** Told of a value that is meant, with the words that it was written in, if it was. */
  taken: (value: string, words: string) => void
}

/**
 * A field (`ref="field"`) in which a value is written in words. It is set as soon as they mean one, and taken when one leaves the field. Words
 * that mean none stay, are said to be wrong, and let no form go.
 */
export function useValueInWords(model: Ref<string>, { read, hint, taken }: Reading) {
  const field = useTemplateRef<HTMLInputElement>('field')
  /** What is being written; `null` where the field shows the value that is set. */
  const typed = ref<string | null>(null)
  const wrong = ref(false)
  function judge(isWrong: boolean) {
    wrong.value = isWrong
    field.value?.setCustomValidity(isWrong ? hint : '')
  }
  /** Sets a value as one that is meant. */
  function take(value: string, words = ''): void {
    judge(false)
    typed.value = null
    model.value = value
    taken(value, words)
  }
  function write(event: Event): void {
    typed.value = (event.target as HTMLInputElement).value
    judge(false)
    const value = read(typed.value.trim())
    if (value !== null) model.value = value
  }
  /** Takes what was written, where something was. Returns the value that is set then; `null` while what is written means none. */
  function leave(): string | null {
    if (typed.value === null) return model.value
    const words = typed.value.trim()
    const value = read(words)
    if (value !== null) take(value, words)
    else {
      // A value that was meant before is not meant any more: nothing is done with it.
      judge(true)
      model.value = ''
    }
    return value
  }
  return { typed, wrong, take, write, leave }
}
