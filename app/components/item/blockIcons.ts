import {
  AppWindow,
  CircleHelp,
  Columns3,
  IdCard,
  LayoutGrid,
  SquareDashed,
  Code,
  Heading,
  Image,
  List,
  ListTree,
  Minus,
  Pilcrow,
  Quote,
  RectangleHorizontal,
  Table,
} from 'lucide-vue-next'
import type { BlockKind } from '~~/core/content/blocks'

/** The icon of each kind of block. */
export const BLOCK_ICONS: Record<BlockKind, typeof Pilcrow> = {
  paragraph: Pilcrow,
  heading: Heading,
  list: List,
  quote: Quote,
  picture: Image,
  table: Table,
  divider: Minus,
  button: RectangleHorizontal,
  box: SquareDashed,
  columns: Columns3,
  cards: LayoutGrid,
  people: IdCard,
  questions: CircleHelp,
  embed: AppWindow,
  definitions: ListTree,
  source: Code,
}
