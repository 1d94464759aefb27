import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/composing'

let loading: Promise<Map<string, string>> | undefined

/** What the author profiles of the site are called, by their ids; loaded once, when somebody first asks. */
export function useAuthors() {
  const authors = shallowRef<ReadonlyMap<string, string>>(new Map())
  const notices = useNotices()
  loading ??= api('GET', '/items?q=kind%3Aauthor&sort=title&limit=200&count=no')
    .then(({ items }) => new Map(items.map(({ id, title }) => [id, title])))
    .catch((error: unknown) => {
      loading = undefined
      notices.trouble(error)
      return new Map<string, string>()
    })
  void loading.then((all) => (authors.value = all))
  return authors
}

/** The names of a byline; of a profile that one may not see, that it is there. */
export const bylineWords = (byline: readonly string[], authors: ReadonlyMap<string, string>): string =>
  byline.map((id) => authors.get(id) ?? say.someone).join(', ')
