import type { LabelType } from '~~/core/kinds/label'

export const LABEL_WORDS: Record<LabelType, { one: string; many: string; help: string }> = {
  category: { one: 'Category', many: 'Categories', help: 'They make a tree: what a post is about.' },
  tag: { one: 'Tag', many: 'Tags', help: 'Loose words that gather what has something in common.' },
  series: { one: 'Series', many: 'Series', help: 'Posts that follow one another, each with its part number.' },
}
