const SHAPE = /^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/

/** Whether a text is a language tag (BCP 47, beginning in small letters) in which dates can be said; `en-12` has the shape of one and is none. */
export function isLanguageTag(text: string): boolean {
  if (!SHAPE.test(text)) return false
  try {
    return Intl.getCanonicalLocales(text).length === 1
  } catch (error) {
    if (error instanceof RangeError) return false
    throw error
  }
}
