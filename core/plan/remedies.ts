import type { FieldName } from '../content/fields'
import type { ReviewState } from '../flow/draft'

/** One act that may mend a trouble of something planned. The event, edition and item that it is about are the trouble's own. */
export type Remedy =
  /** Sends its draft to review, asks its gates once more, or merges what is live into it. */
  | { do: 'send'; draft: string }
  | { do: 'remind'; draft: string }
  | { do: 'update'; draft: string }
  /** Moves it, with its edition where it is in one, to the next moment without trouble; or takes it out of the edition or the plan. */
  | { do: 'move' }
  | { do: 'take-out' }
  /** Changes the links that lead to an item, in one other item or in all. */
  | { do: 'links'; to: string; in: string | null }
  /** Writes on in its draft, at a field or in the text. */
  | { do: 'write'; draft: string; at: FieldName | 'body' }
  /** Looks at another item, or at the edition. */
  | { do: 'look'; item: string }
  | { do: 'edition'; edition: string }

/** What a remedy must know of what is planned. */
export interface Remediable {
  item: string
  edition: string | null
  /** Its open draft; `null` where it puts no draft live. */
  draft: { id: string; review: ReviewState } | null
}

/** What would mend a kind of trouble: in words, and as the acts that do it. `about` is the other item or edition that the trouble is with. */
interface Mend {
  words: string
  acts(of: Remediable, about: string): Remedy[]
}

const move: Remedy = { do: 'move' }
const takeOut: Remedy = { do: 'take-out' }
const write = ({ draft }: Remediable, at: FieldName | 'body'): Remedy[] => (draft ? [{ do: 'write', draft: draft.id, at }] : [])
const clearing = ({ draft }: Remediable): Remedy[] =>
  draft ? [{ do: draft.review === 'in_review' ? 'remind' : 'send', draft: draft.id }] : []
const edition = (of: Remediable): Remedy[] => (of.edition === null ? [] : [{ do: 'edition', edition: of.edition }])

const linksOf = ({ item }: Remediable, about: string): Remedy[] => [
  { do: 'links', to: about, in: item },
  { do: 'look', item: about },
]

const MENDS: Record<string, Mend> = {
  'not-cleared': {
    words: 'Have it cleared, or move it to a later time',
    acts: (of) => [...clearing(of), ...(of.edition === null ? [] : [takeOut])],
  },
  pace: { words: 'Ask its gates to hurry, hand it on, or move it to a later time', acts: (of) => [...clearing(of), move] },
  'segment-taken': { words: 'Give one of the two another address segment', acts: (of) => [...write(of, 'segment'), takeOut] },
  'parent-not-live': {
    words: 'Put its parent page live before it, or choose another parent',
    acts: (of) => [move, ...write(of, 'parent'), takeOut],
  },
  'parent-loop': { words: 'Choose another parent page', acts: (of) => write(of, 'parent') },
  'title-missing': { words: 'Give it a title', acts: (of) => write(of, 'title') },
  'children-live': { words: 'Move or withdraw the pages below it first', acts: () => [move, takeOut] },
  'not-live': { words: 'Put it live before, or take this event out', acts: () => [move, takeOut] },
  behind: {
    words: 'Bring the draft up to date with what will be live then',
    acts: ({ draft }) => (draft ? [{ do: 'update', draft: draft.id }] : []),
  },
  embargo: { words: 'Move it past the embargo, or lift that', acts: () => [move, takeOut] },
  'owner-right-missing': { words: 'Let someone with the right take the event over', acts: () => [takeOut] },
  'draft-over': { words: 'Plan another draft, or take this event out', acts: () => [takeOut] },
  'link-off': { words: 'Change the link, or keep the other on the site', acts: linksOf },
  'link-not-yet': { words: 'Put the other live first, or change the link', acts: (of, about) => [move, ...linksOf(of, about)] },
  'link-unplanned': { words: 'Put the other live first, or change the link', acts: linksOf },
  'linked-from': {
    words: 'Change the links, or keep it on the site',
    acts: ({ item }) => [{ do: 'links', to: item, in: null }, takeOut],
  },
  'two-at-once': { words: 'Move one of the two', acts: () => [move] },
  'window-over-window': { words: 'Move one of the two windows', acts: () => [move] },
  'in-two-editions': {
    words: 'Take it out of one of the two',
    acts: (_, about) => [takeOut, { do: 'edition', edition: about }],
  },
  'clock-change': { words: 'Choose an hour that comes once', acts: () => [move] },
  'part-missing': { words: 'Put another in its place', acts: (of) => write(of, 'body') },
  unreached: { words: 'Put it in a menu, or link to it', acts: (of) => write(of, 'inMenus') },
  'edition-held': { words: 'Mend what holds the edition, or take that out of it', acts: edition },
  'edition-not-cleared': { words: 'Have the edition cleared as a whole', acts: edition },
  'end-missing': { words: 'Set when it leaves the site again', acts: ({ item }) => [{ do: 'look', item }] },
}
const ANY: Mend = { words: 'Look at it, and mend or move it', acts: () => [move, takeOut] }

/** What would mend a trouble of a kind, in words. */
export const mendWords = (code: string): string => (MENDS[code] ?? ANY).words

/** The acts that would mend a trouble of a kind; none where only words help. */
export const remediesFor = (code: string, of: Remediable, about: string): Remedy[] => (MENDS[code] ?? ANY).acts(of, about)
