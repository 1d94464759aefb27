import type { InjectionKey } from 'vue'
import type { MediaView } from '~~/core/render/picture'

/** What was just linked to, so that the page shows it before the server says it again. */
export interface Known {
  item(id: string, target: { path: string; title: string }): void
  media(media: MediaView): void
}
const KEY: InjectionKey<Known> = Symbol('known')

export const provideKnown = (known: Known) => provide(KEY, known)
/** Where nothing gathers what is known, saying so changes nothing. */
export const useKnown = (): Known => inject(KEY, { item: () => undefined, media: () => undefined })
