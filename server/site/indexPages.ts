import { withAncestors } from '../../core/access/rights'
import { kindsThat, type Kind } from '../../core/kinds/kinds'
import { LABEL_TYPES, type LabelType, label } from '../../core/kinds/label'
import type { SiteEntry } from '../../core/plan/entry'
import type { Link } from '../../core/render/page'
import { siteWords } from '../../core/words/site/siteWords'
import type { Making } from './itemView'

/** So many are listed on one such page. */
const MOST = 2_000
const STREAM = kindsThat('stream')
const SORTING = kindsThat('sorting')
const PROFILES = kindsThat('profile')

/** A page that lists what stands below a first word of addresses: the labels of a sort, the people who write, the sections. */
export interface IndexPage {
  path: string
  title: string
  links: Link[]
  /** When one of those that it lists last changed; `null` where nothing says so. */
  changed: string | null
  kinds: readonly Kind[]
}

const WORDS: Record<LabelType, 'categories' | 'tags' | 'allSeries'> = {
  category: 'categories',
  tag: 'tags',
  series: 'allSeries',
}
const sortOf = ({ fields }: SiteEntry): LabelType => fields.labelType ?? 'tag'

/** Where the labels of a sort have their addresses. */
const wordOf = (type: LabelType): string => {
  const { address } = label
  return address !== null && 'below' in address && typeof address.below !== 'string' ? address.below[type] : type
}

/** The index pages of a site that have something to list. */
export async function indexPages({ source, sections, frame }: Making): Promise<IndexPage[]> {
  const words = siteWords(frame.site.language)
  const page = (path: string, title: string, entries: readonly SiteEntry[], kinds: readonly Kind[]): IndexPage => ({
    path,
    title,
    links: entries
      .flatMap((entry) => (entry.path === null ? [] : [{ path: entry.path, title: entry.title }]))
      .sort((a, b) => a.title.localeCompare(b.title, frame.site.language)),
    changed: entries.reduce<string | null>((last, { changed }) => (last === null || changed > last ? changed : last), null),
    kinds,
  })
  const [labels, people] = await Promise.all([
    source.listing({ kinds: SORTING }, 0, MOST * LABEL_TYPES.length),
    source.listing({ kinds: PROFILES }, 0, MOST),
  ])
  // One that another stands for leads there.
  const listed = labels.filter(({ fields }) => !fields.replacedBy)
  const within = (id: string) => [...sections.keys()].filter((section) => withAncestors(sections, section).includes(id))
  const filled = await Promise.all(
    [...sections.values()].map(async (section) => ((await source.count({ kinds: STREAM, section: within(section.id) })) ? section : null)),
  )
  const pages = [
    ...LABEL_TYPES.map((type) =>
      page(`/${wordOf(type)}`, words[WORDS[type]], listed.filter((entry) => sortOf(entry) === type).slice(0, MOST), SORTING),
    ),
    page('/people', words.people, people, PROFILES),
    {
      path: '/sections',
      title: words.sections,
      links: filled.flatMap((section) => (section ? [{ path: `/sections/${section.segment}`, title: section.name }] : [])),
      changed: null,
      kinds: STREAM,
    },
  ]
  return pages.filter(({ links }) => links.length)
}

const PATHS = new Set([...LABEL_TYPES.map((type) => `/${wordOf(type)}`), '/people', '/sections'])
/** Whether an address is that of an index page, whether it has something to list or not. */
export const isIndexPath = (path: string): boolean => PATHS.has(path)
