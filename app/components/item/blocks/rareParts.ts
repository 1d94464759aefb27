import type { BlockKind } from '~~/core/content/blocks'
import { lazily } from '~/composables/lazily'

const box = () => import('./BoxBlock.vue')
const embed = () => import('./EmbedBlock.vue')
const table = () => import('./TableBlock.vue')
const columns = () => import('./ColumnsBlock.vue')
const cards = () => import('./CardsBlock.vue')
const people = () => import('./PeopleBlock.vue')
const questions = () => import('./QuestionsBlock.vue')

/** Kinds that few pages have: what writes them is loaded with the first. */
export const RARE_PARTS = {
  box: lazily(box),
  embed: lazily(embed),
  table: lazily(table),
  columns: lazily(columns),
  cards: lazily(cards),
  people: lazily(people),
  questions: lazily(questions),
}
const LOADERS: Partial<Record<BlockKind, () => Promise<unknown>>> = { box, embed, table, columns, cards, people, questions }

/** Waits until a block of a kind can be written at once; without a line it is put in all the same, and comes when the line is back. */
export const readyFor = (kind: BlockKind): Promise<unknown> => LOADERS[kind]?.().catch(() => undefined) ?? Promise.resolve()
