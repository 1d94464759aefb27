import { api } from '~/composables/api'

interface Colleague {
  id: string
  name: string
  active: boolean
}
let loading: Promise<Colleague[]> | undefined

/** The people of the office who work here now, by name; loaded once, when somebody first asks. */
export function usePeople() {
  const people = shallowRef<Colleague[]>([])
  loading ??= api<Colleague[]>('GET', '/people').catch(() => {
    loading = undefined
    return []
  })
  void loading.then((all) => (people.value = all.filter(({ active }) => active)))
  return people
}
