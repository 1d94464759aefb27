import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import type { Got } from '~/composables/apiTypes'

type Colleague = Got<'/people'>[number]
let loading: Promise<Colleague[]> | undefined

/** The people of the office who work here now, by name; loaded once, when somebody first asks. */
export function usePeople() {
  const people = shallowRef<Colleague[]>([])
  const notices = useNotices()
  loading ??= api('GET', '/people').catch((error: unknown) => {
    loading = undefined
    notices.trouble(error)
    return []
  })
  void loading.then((all) => (people.value = all.filter(({ active }) => active)))
  return people
}
