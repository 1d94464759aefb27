import type { InjectionKey } from 'vue'

/** The draft that the blocks on a page are written in, and whom to tell that some are copied from another. */
export interface Origin {
  draft: string | null
  copied: (from: string) => void
}
export const ORIGIN: InjectionKey<Origin> = Symbol('origin')
