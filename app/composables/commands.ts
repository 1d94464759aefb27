import type { Reason } from '~~/core/outcome'
import { can, type Kind, KINDS, KINDS_TO_START } from '~~/core/kinds/kinds'
import { api } from '~/composables/api'
import { PLACES } from '~/components/frame/places'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/frame'

/** Something that the command field can do or go to; `why` says why it is off. */
export interface Command {
  id: string
  group: string
  name: string
  hint?: string
  why?: string | undefined
  run(): unknown
}

/** What the open screen offers to the command field; the screen puts it here and takes it away when it closes. */
const ofScreen = shallowRef<Command[]>([])

/** Offers commands while the calling component is on the screen. */
export function offerCommands(make: () => Command[]): void {
  const stop = watchEffect(() => (ofScreen.value = make()))
  onUnmounted(() => {
    stop()
    ofScreen.value = []
  })
}

export const whyNot = (reason: Reason | null | undefined): string | undefined =>
  reason ? `${reason.detail}.${reason.help?.length ? say.askSomeone(reason.help.slice(0, 2).join(say.or)) : ''}` : undefined

/** All that can be found or done from anywhere. */
export function useCommands() {
  const site = useSite()
  const session = useSession()
  const notices = useNotices()

  /** The section for a thought: of those the person may write in, the one where most is written. */
  const writable = () => site.sections.filter((section) => section.may.write).sort((a, b) => b.items - a.items)[0]
  async function begin(kind: Kind, title: string): Promise<void> {
    const section = writable()!
    const made = await api('POST', '/items', { body: { kind, section: section.id, title } })
    notices.done(say.startedTitleInName(title, section.name))
    await navigateTo(`/office/items/${made.item}`)
  }

  function list(text: string): Command[] {
    const asked = text.trim().toLowerCase()
    const noSection = writable() ? undefined : say.youHaveNoRoleThatLets
    const fixed: Command[] = [
      ...ofScreen.value,
      ...PLACES.map((place) => ({
        id: place.path,
        group: say.goTo,
        name: place.name,
        run: () => navigateTo(place.path),
      })),
      ...KINDS_TO_START.filter((kind) => can(kind, 'body') && !can(kind, 'profile')).map((kind) => ({
        id: `start-${kind}`,
        group: say.start,
        name: say.startAOne(KINDS[kind].one.toLowerCase()),
        why: noSection,
        run: () => navigateTo(`/office/content?start=${kind}`),
      })),
      { id: 'bin', group: say.goTo, name: say.theBin, run: () => navigateTo('/office/bin') },
      { id: 'live', group: say.goTo, name: say.theLiveSite, run: () => window.open('/', '_blank') },
      { id: 'me', group: say.goTo, name: say.profileAndPassword, run: () => navigateTo('/office/me') },
      { id: 'settings', group: say.goTo, name: say.theSitesSettings, run: () => navigateTo(`/office/items/${site.site?.settings}`) },
      { id: 'out', group: say.toDo, name: common.signOut, run: () => session.signOut() },
    ]
    const hits = asked ? fixed.filter((command) => command.name.toLowerCase().includes(asked)) : fixed
    const thought: Command[] =
      asked.length > 3
        ? [{ id: 'thought', group: say.start, name: say.startAPost(text.trim()), why: noSection, run: () => begin('post', text.trim()) }]
        : []
    return [...hits, ...thought]
  }

  async function search(text: string): Promise<Command[]> {
    if (text.trim().length < 2) return []
    const found = await api('GET', `/items?limit=8&count=no&text=${encodeURIComponent(text.trim())}`)
    return found.items.map((item) => ({
      id: item.id,
      group: KINDS[item.kind].one,
      name: item.title || common.withoutATitle,
      hint: item.section.name,
      run: () => navigateTo(`/office/items/${item.id}`),
    }))
  }
  return { list, search }
}
