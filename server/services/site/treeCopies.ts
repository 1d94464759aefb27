import { presentFields, type Content } from '../../../core/content/content'
import { mapLinks } from '../../../core/content/texts'
import { keysToPlace } from '../../../core/tree/order'
import { branchOf, pageTree, type PageTree } from '../../../core/tree/pageTree'
import { addAuthorsFrom } from '../../store/drafts'
import { draftById, itemsByIds, type ItemRow } from '../../store/items'
import { newestVersion, readContents } from '../../store/versions'
import type { Reader } from '../../store/database'
import { must, sectionsWhere, type Actor } from '../people/access'
import { keepDone } from '../listing/batches'
import { createItem } from '../writing/items'
import type { Office } from '../office'
import { found, refusal } from '../refusal'
import { within } from '../within'
import { pagesInTree, type TreePageView } from './pageTree'

/** One copy makes so many pages at most. */
export const MOST_COPIED = 200

/** The version of a page that a copy is made of: what is worked on, else what readers get, else what was last. */
async function versionOf(db: Reader, { id, draft_id, live_version }: ItemRow): Promise<string> {
  const draft = draft_id === null ? undefined : await draftById(db, draft_id)
  return draft?.change === 'content' ? draft.head_version : (live_version ?? newestVersion(db, id))
}

/** A content whose links to copied pages lead to the copies. */
const relinked = ({ fields, body }: Content, copies: ReadonlyMap<string, string>): Content => ({
  fields,
  body: body.map((block) =>
    mapLinks(block, ({ href }) => {
      const copy = href.startsWith('item:') ? copies.get(href.slice(5, 41)) : undefined
      return copy === undefined ? href : `item:${copy}${href.slice(41)}`
    }),
  ),
})

/** The place right after a page, where none of its siblings has to make way for that; else the copy stands after them all. */
function placeAfter(tree: PageTree<TreePageView>, page: TreePageView, copy: string): string | undefined {
  const siblings = [...tree.values()].find((pages) => pages.includes(page))!
  const keys = keysToPlace(siblings, [copy], siblings.indexOf(page) + 1)
  return keys.size === 1 ? keys.get(copy) : undefined
}

/**
 * Begins a copy of a page, with copies of all pages below it where these are asked for: texts and pictures are the same, addresses their own,
 * and links between the copied pages lead to the copies. Returns the copy of the page, how many were made, and the batch that takes them back.
 */
export async function copyPages(
  office: Office,
  actor: Actor,
  id: string,
  withBelow: boolean,
): Promise<{ item: string; count: number; batch: string }> {
  sectionsWhere(actor, 'item.write')
  return office.store.write(async (tx) => {
    const inner = within(office, tx)
    const pages = await pagesInTree(inner, actor)
    const tree = pageTree(pages)
    const page = found(
      pages.find((one) => one.id === id),
      'item',
    )
    const branch = withBelow ? branchOf(tree, page) : [page]
    if (branch.length > MOST_COPIED) throw refusal('refused', 'too-many', { what: 'items', most: MOST_COPIED })
    const copies = new Map(branch.map((one) => [one.id, inner.newId()]))
    const items = await itemsByIds(tx, [...copies.keys()])
    for (const { section_id } of items.values()) must(actor, 'item.read', section_id)
    const versions = new Map(await Promise.all([...items.values()].map(async (item) => [item.id, await versionOf(tx, item)] as const)))
    const contents = await readContents(tx, [...versions.values()])
    const acts = []
    for (const one of branch) {
      const version = versions.get(one.id)!
      const { fields, body } = relinked(contents.get(version)!, copies)
      const { segment, order, parent: _, ...copied } = fields
      const isTop = one === page
      const place = isTop ? placeAfter(tree, page, copies.get(id)!) : order
      const made = await createItem(inner, actor, {
        id: copies.get(one.id),
        kind: items.get(one.id)!.kind,
        section: one.section,
        title: isTop ? `${fields.title ?? ''} (copy)`.slice(0, 200) : (fields.title ?? ''),
        parent: isTop ? page.parent : copies.get(one.parent!)!,
        content: {
          fields: presentFields({ ...copied, ...(place === undefined ? {} : { order: place }), ...(isTop || !segment ? {} : { segment }) }),
          body,
        },
      })
      await addAuthorsFrom(tx, made.draft, [version])
      acts.push({
        item: made.item,
        done: { said: 'A copy was begun', draft: made.draft, undo: { do: 'discard' as const, draft: made.draft, version: made.version } },
      })
    }
    return { item: copies.get(id)!, count: acts.length, batch: await keepDone(inner, tx, actor, 'Copied in the page tree', acts) }
  })
}
