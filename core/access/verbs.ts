/** What can be done, each a permission of its own, with the words that finish the sentence "may …". */
export const VERBS = {
  'item.read': 'see what is being worked on',
  'item.write': 'write',
  'item.send': 'send work to review',
  'item.review': 'clear or return work',
  'item.plan': 'set times',
  'item.put-live': 'put live',
  'item.put-live-uncleared': 'put live without clearance, giving a reason',
  'item.put-live-fast': 'put live on a fast lane, cleared afterwards',
  'item.withdraw': 'withdraw from the site',
  'item.roll-back': 'roll back to an earlier live version',
  'item.discard': 'discard to the bin and restore from it',
  'bin.empty': 'end what is in the bin for good',
  'item.source': 'write source blocks',
  'item.move': 'move items to another section',
  'media.add': 'add pictures and documents',
  'members.change': 'look after members, their groups and passwords of pages',
  'section.change': 'change sections, and the site’s clock and language',
  'people.change': 'change people and rights',
  'route.change': 'change routes and gates',
  'journal.read': 'read the journal',
} as const
export type Verb = keyof typeof VERBS

/** Each in a word or two, for headings. */
export const VERB_NAMES: Record<Verb, string> = {
  'item.read': 'See work',
  'item.write': 'Write',
  'item.send': 'Send on',
  'item.review': 'Clear, return',
  'item.plan': 'Set times',
  'item.put-live': 'Put live',
  'item.put-live-uncleared': 'Put live uncleared',
  'item.put-live-fast': 'Fast lane',
  'item.withdraw': 'Withdraw',
  'item.roll-back': 'Roll back',
  'item.discard': 'Bin, restore',
  'bin.empty': 'Empty the bin',
  'item.source': 'Source blocks',
  'item.move': 'Move section',
  'media.add': 'Add files',
  'members.change': 'Members',
  'section.change': 'Sections',
  'people.change': 'People, rights',
  'route.change': 'Routes, gates',
  'journal.read': 'Journal',
}

/** A named set of permissions. */
export interface Role {
  id: string
  name: string
  verbs: Verb[]
  /** Roles whose permissions it has as well. */
  includes: string[]
}

/** The roles a new site starts with; teams may define their own. */
export const DEFAULT_ROLES: Role[] = [
  { id: 'writer', name: 'Writer', verbs: ['item.read', 'item.write', 'item.send', 'media.add'], includes: [] },
  { id: 'section-editor', name: 'Section editor', verbs: ['item.move', 'item.discard', 'item.plan'], includes: ['writer'] },
  { id: 'reviewer', name: 'Reviewer', verbs: ['item.read', 'item.review'], includes: [] },
  {
    id: 'publisher',
    name: 'Publisher',
    verbs: [
      'item.plan',
      'item.put-live',
      'item.put-live-uncleared',
      'item.put-live-fast',
      'item.withdraw',
      'item.roll-back',
      'item.discard',
      'journal.read',
    ],
    includes: ['writer'],
  },
  {
    id: 'site-keeper',
    name: 'Site keeper',
    verbs: ['item.source', 'item.move', 'item.discard', 'bin.empty', 'section.change', 'members.change'],
    includes: ['writer'],
  },
  {
    id: 'steward',
    name: 'Steward',
    verbs: ['item.read', 'people.change', 'route.change', 'section.change', 'members.change', 'journal.read'],
    includes: [],
  },
]
