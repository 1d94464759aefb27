import type { Component } from 'vue'
import {
  AppWindow,
  CircleHelp,
  Code,
  Columns3,
  Heading,
  IdCard,
  Image,
  LayoutGrid,
  List,
  ListTree,
  Minus,
  Pilcrow,
  Quote,
  RectangleHorizontal,
  SquareDashed,
  Table,
} from 'lucide-vue-next'
import type { BlockKind } from '~~/core/blocks/blocks'
import { lazily } from '~/composables/lazily'
import DividerBlock from './DividerBlock.vue'
import ListBlock from './ListBlock.vue'
import PictureBlock from './PictureBlock.vue'
import ProseBlock from './ProseBlock.vue'
import QuoteBlock from './QuoteBlock.vue'

/** How a kind of block is written: its icon, and the component that shows and changes a block of it. */
interface BlockPart {
  icon: Component
  component: Component
  /** Whether it is one text, which is split in two, joined with the one before, and takes blocks that are pasted. */
  prose?: true
  /** Loads the component of a kind that few pages have. */
  load?: () => Promise<unknown>
}
const later = (load: () => Promise<{ default: Component }>) => ({ component: lazily(load), load })

/** Every kind of block of `core/blocks/kinds.ts`, as the office writes it. */
export const BLOCK_PARTS: Record<BlockKind, BlockPart> = {
  paragraph: { icon: Pilcrow, component: ProseBlock, prose: true },
  heading: { icon: Heading, component: ProseBlock, prose: true },
  list: { icon: List, component: ListBlock },
  picture: { icon: Image, component: PictureBlock },
  table: { icon: Table, ...later(() => import('./TableBlock.vue')) },
  quote: { icon: Quote, component: QuoteBlock },
  button: { icon: RectangleHorizontal, ...later(() => import('./ButtonBlock.vue')) },
  definitions: { icon: ListTree, ...later(() => import('./DefinitionsBlock.vue')) },
  divider: { icon: Minus, component: DividerBlock },
  box: { icon: SquareDashed, ...later(() => import('./BoxBlock.vue')) },
  columns: { icon: Columns3, ...later(() => import('./ColumnsBlock.vue')) },
  cards: { icon: LayoutGrid, ...later(() => import('./CardsBlock.vue')) },
  people: { icon: IdCard, ...later(() => import('./PeopleBlock.vue')) },
  questions: { icon: CircleHelp, ...later(() => import('./QuestionsBlock.vue')) },
  embed: { icon: AppWindow, ...later(() => import('./EmbedBlock.vue')) },
  source: { icon: Code, ...later(() => import('./SourceBlock.vue')) },
}

/** Waits until a block of a kind can be written at once; without a line it is put in all the same, and comes when the line is back. */
export const readyFor = (kind: BlockKind): Promise<unknown> => BLOCK_PARTS[kind].load?.().catch(() => undefined) ?? Promise.resolve()
