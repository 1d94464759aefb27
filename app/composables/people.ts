import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'

interface Colleague {
  id: string
  name: string
  active: boolean
}
let loading: Promise<Colleague[]> | undefined

/** The people of the office who work here now, by name; loaded once, when somebody first asks. */
export function usePeople() {
  const people = shallowRef<Colleague[]>([])
  const notices = useNotices()
  loading ??= api<Colleague[]>('GET', '/people').catch((error: unknown) => {
    loading = undefined
    notices.trouble(error)
    return []
  })
  void loading.then((all) => (people.value = all.filter(({ active }) => active)))
  return people
}
