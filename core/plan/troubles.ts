import type { Remedy } from './remedies'

/** Trouble that a planned event would meet. What `stops` it holds it at its time; what `warns` lets it happen. */
export interface Trouble {
  /** Its kind, an event and an item: the same trouble has the same key after a change elsewhere. */
  key: string
  weight: 'stops' | 'warns'
  code: string
  at: string
  event: string
  edition: string | null
  item: string
  title: string
  does: 'put' | 'withdraw'
  detail: string
  /** What would mend it, in words and as acts. */
  remedy: string
  remedies: Remedy[]
}

/** What a change of the plan would bring and what it would mend: the troubles of one forecast against those of another. */
export function troublesBetween(before: readonly Trouble[], after: readonly Trouble[]): { come: Trouble[]; go: Trouble[] } {
  const [known, now] = [new Set(before.map(({ key }) => key)), new Set(after.map(({ key }) => key))]
  return { come: after.filter(({ key }) => !known.has(key)), go: before.filter(({ key }) => !now.has(key)) }
}
