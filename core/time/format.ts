/** Languages come with texts: more formats than a site needs are not kept. */
const MOST_KEPT = 500
const formats = new Map<string, Intl.DateTimeFormat>()

/** A format of dates, made once: to make one costs far more than to use it. */
export function format(locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = locale + JSON.stringify(options)
  let made = formats.get(key)
  if (!made) {
    if (formats.size >= MOST_KEPT) formats.clear()
    formats.set(key, (made = new Intl.DateTimeFormat(locale, options)))
  }
  return made
}
