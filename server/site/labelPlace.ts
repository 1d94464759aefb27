import type { SiteEntry } from '../../core/plan/entry'
import { can, type Kind, kindsThat } from '../../core/kinds/kinds'
import type { Link } from '../../core/render/page'
import type { SiteSource } from './source'

/** The kinds that may have labels, which a label’s page lists. */
export const LABELLED: readonly Kind[] = ['page', 'post', 'notice']
/** So far up the tree of labels, and along labels that replace each other, is followed at most. */
const MOST_STEPS = 20
const MOST_NARROWER = 200

/** Where a label stands among the labels on the site. */
export interface LabelPlace {
  /** The labels that it is a part of, the broadest first, and those that are a part of it, by name. */
  trail: Link[]
  narrower: Link[]
  /** The label that stands for it now. */
  replacement: (Link & { item: string }) | null
  /** Other items that all this depends on. */
  items: string[]
}

/** The live labels that one leads to by a field, the nearest first; nothing comes twice, also where they go round. */
async function along(source: SiteSource, label: SiteEntry, field: 'broader' | 'replacedBy'): Promise<SiteEntry[]> {
  const found: SiteEntry[] = []
  const seen = new Set([label.item])
  for (let next = label.fields[field]; next && !seen.has(next) && found.length < MOST_STEPS;) {
    seen.add(next)
    const [entry] = await source.byIds([next])
    if (!entry || !can(entry.kind, 'sorting')) break
    found.push(entry)
    next = entry.fields[field]
  }
  return found
}

const linkTo = ({ path, title }: SiteEntry): Link[] => (path === null ? [] : [{ path, title }])

/** Looks up where a label stands. */
export async function labelPlace(source: SiteSource, label: SiteEntry): Promise<LabelPlace> {
  const [broader, later, narrower] = await Promise.all([
    along(source, label, 'broader'),
    along(source, label, 'replacedBy'),
    source.listing({ kinds: kindsThat('sorting'), with: { relation: 'broader', target: label.item } }, 0, MOST_NARROWER),
  ])
  const last = later.at(-1)
  const round = last?.fields.replacedBy && [label, ...later].some(({ item }) => item === last.fields.replacedBy)
  return {
    trail: broader.reverse().flatMap(linkTo),
    narrower: narrower.sort((a, b) => a.title.localeCompare(b.title, 'en')).flatMap(linkTo),
    replacement: last?.path && !round ? { path: last.path, title: last.title, item: last.item } : null,
    items: [...broader, ...later].map(({ item }) => item),
  }
}
