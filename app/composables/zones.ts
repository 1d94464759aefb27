/** The time zones that the browser knows, its own and another that is in use, as choices: `America/New_York` is shown as `New York`, with `America` beside it. */
export function zoneChoices(inUse?: string | null): { id: string; name: string; more: string }[] {
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone
  return [...new Set([own, ...(inUse ? [inUse] : []), ...Intl.supportedValuesOf('timeZone')])].sort().map((id) => {
    const parts = id.replaceAll('_', ' ').split('/')
    return { id, name: cityOf(id), more: parts.slice(0, -1).join(', ') }
  })
}

/** The last part of a zone's name, as people say it: `New York` for `America/New_York`. */
export const cityOf = (zone: string): string => zone.slice(zone.lastIndexOf('/') + 1).replaceAll('_', ' ')
