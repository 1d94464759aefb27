import type { Content } from '../content/content'
import type { Kind } from '../kinds/kinds'
import type { Reason } from '../outcome'
import type { MediaView } from '../render/picture'

/** What a check must know beside the content: of which kind it is, whether an item is on the site, and the files that the content shows. */
export interface CheckContext {
  kind: Kind
  live(item: string): boolean
  media(id: string): MediaView | undefined
  language: string
}

/** Something that can be found out about a content by looking at it. Each finding says where (`at`: a block's id or `field:name`). */
export interface Check {
  /** What it looks for, as a noun. */
  words: string
  find(content: Content, context: CheckContext): Reason[]
}
