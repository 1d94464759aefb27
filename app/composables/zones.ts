/** The time zones that the browser knows, and its own, as choices: `America/New_York` is shown as `New York`, with `America` beside it. */
export function zoneChoices(): { id: string; name: string; more: string }[] {
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone
  return [...new Set([own, ...Intl.supportedValuesOf('timeZone')])].sort().map((id) => {
    const parts = id.replaceAll('_', ' ').split('/')
    return { id, name: parts.at(-1)!, more: parts.slice(0, -1).join(', ') }
  })
}
