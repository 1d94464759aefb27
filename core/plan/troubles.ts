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
  detail: string
  /** What would mend it. */
  remedy: string
}

const REMEDIES: Record<string, string> = {
  'not-cleared': 'Have it cleared, or move it to a later time',
  pace: 'Ask its gates to hurry, hand it on, or move it to a later time',
  'segment-taken': 'Give one of the two another address segment',
  'parent-not-live': 'Put its parent page live before it, or choose another parent',
  'parent-loop': 'Choose another parent page',
  'title-missing': 'Give it a title',
  'children-live': 'Move or withdraw the pages below it first',
  'not-live': 'Put it live before, or take this event out',
  behind: 'Bring the draft up to date with what will be live then',
  embargo: 'Move it past the embargo, or lift that',
  'owner-right-missing': 'Let someone with the right take the event over',
  'draft-over': 'Plan another draft, or take this event out',
  'link-off': 'Change the link, or keep the other on the site',
  'link-not-yet': 'Put the other live first, or change the link',
  'linked-from': 'Change the links, or keep it on the site',
  'two-at-once': 'Move one of the two',
  'window-over-window': 'Move one of the two windows',
  'in-two-editions': 'Take it out of one of the two',
  'clock-change': 'Choose an hour that comes once',
  'part-missing': 'Put another in its place',
  unreached: 'Put it in a menu, or link to it',
  'edition-held': 'Mend what holds the edition, or take that out of it',
  'edition-not-cleared': 'Have the edition cleared as a whole',
  'end-missing': 'Set when it leaves the site again',
}
/** What would mend a trouble of a kind. */
export const remedyFor = (code: string): string => REMEDIES[code] ?? 'Look at it, and mend or move it'

/** What a change of the plan would bring and what it would mend: the troubles of one forecast against those of another. */
export function troublesBetween(before: readonly Trouble[], after: readonly Trouble[]): { come: Trouble[]; go: Trouble[] } {
  const [known, now] = [new Set(before.map(({ key }) => key)), new Set(after.map(({ key }) => key))]
  return { come: after.filter(({ key }) => !known.has(key)), go: before.filter(({ key }) => !now.has(key)) }
}
