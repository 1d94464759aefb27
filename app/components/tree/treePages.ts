import type { MarkName } from '~/components/mark/marks'
import type { Got } from '~/composables/apiTypes'
import type { PageTree, Spot } from '~~/core/tree/pageTree'
import * as say from '~~/core/words/office/tree'

export type TreePage = Got<'/tree'>['pages'][number]

/** What stands in a row of the tree: whether readers get it, and how far its draft is. */
export const marksOf = ({ onSite, draftState }: TreePage): MarkName[] => (draftState ? [onSite, draftState] : [onSite])

/** A spot in words: below which page, before which. */
export function spotWords({ parent, before }: Spot, pages: ReadonlyMap<string, TreePage>, tree: PageTree<TreePage>): string {
  const where = parent === null ? say.atTheTop : say.below(pages.get(parent)?.label ?? '')
  if (before !== null) return say.spotBefore(where, pages.get(before)?.label ?? '')
  return tree.get(parent)?.length ? say.spotLast(where) : where
}
