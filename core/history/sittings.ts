/** What of a version says to which sitting it belongs; `at` is an instant. */
export interface SatVersion {
  author: string
  draft: string
  at: string
  cause: string
  note: string
  name: string | null
  live: readonly unknown[]
}

const SITTING_MS = 30 * 60_000

/**
 * Versions, newest first, by sitting: one that was saved by itself joins the newer one before it while the same person wrote on the same
 * draft within half an hour. What somebody named, or readers had, stands alone. The newest of a sitting comes first in it.
 */
export function sittingsOf<V extends SatVersion>(versions: readonly V[]): V[][] {
  const sittings: V[][] = []
  for (const version of versions) {
    const sitting = sittings.at(-1)
    const newer = sitting?.at(-1)
    const joins =
      newer &&
      version.cause === 'autosave' &&
      !version.note &&
      !version.name &&
      !version.live.length &&
      version.author === newer.author &&
      version.draft === newer.draft &&
      Date.parse(newer.at) - Date.parse(version.at) < SITTING_MS
    if (joins) sitting!.push(version)
    else sittings.push([version])
  }
  return sittings
}
