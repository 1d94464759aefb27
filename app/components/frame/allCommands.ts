import { can, KINDS, KINDS_TO_START } from '~~/core/kinds/kinds'
import { matchingEntries } from '~~/core/words/matching'
import { api } from '~/composables/api'
import { offered, whyNot, type Command } from '~/composables/commands'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as people from '~~/core/words/office/people'
import * as say from '~~/core/words/office/frame'
import { PLACES } from './places'

/** All that can be found or done from anywhere. */
export function useCommands() {
  const site = useSite()
  const session = useSession()
  const writesNowhere = () => (site.sections.some((section) => section.may.write) ? undefined : say.youHaveNoRoleThatLets)
  const goTo = (path: string, name: string, also: string, why?: string): Command => ({
    id: path,
    group: say.goTo,
    name,
    also,
    why,
    run: () => navigateTo(path),
  })

  /** All that can be done or gone to from here, whatever is typed. */
  function everything(): Command[] {
    const whyNotPeople = whyNot(site.site?.may['people.change'])
    const whyNotRoutes = whyNot(site.site?.may['route.change'])
    const here = [...offered].flatMap((make) => make())
    return [
      ...here.filter(({ why }) => !why),
      ...here.filter(({ why }) => why),
      ...PLACES.map(({ path, name, also }) => goTo(path, name, also)),
      ...KINDS_TO_START.filter((kind) => can(kind, 'body') && !can(kind, 'profile')).map((kind) => ({
        id: `start-${kind}`,
        group: say.start,
        name: say.startAOne(KINDS[kind].one.toLowerCase()),
        also: say.alsoStart,
        why: writesNowhere(),
        run: () => navigateTo(`/office/content?start=${kind}`),
      })),
      goTo('/office/review', say.review, say.alsoReview),
      goTo('/office/labels', common.labels, say.alsoLabels),
      goTo('/office/banners', say.banners, ''),
      goTo('/office/addresses', say.addresses, say.alsoAddresses),
      goTo('/office/replace', say.replaceOverTheSite, say.alsoReplace),
      goTo('/office/moment', say.theSiteAtAnotherMoment, say.alsoMoment),
      goTo('/office/bin', say.theBin, say.alsoBin),
      goTo('/office/checks?view=journal', say.theJournal, say.alsoJournal, whyNot(site.site?.may['journal.read'])),
      goTo('/office/people?add=', people.addAColleague, say.alsoAddAColleague, whyNotPeople),
      goTo('/office/people?view=roles', people.roles, say.alsoRights),
      goTo('/office/people?view=groups', people.groups, ''),
      goTo('/office/people?view=deputies', people.deputies, say.alsoDeputies),
      goTo('/office/people?view=rights', people.rights, say.alsoRights, whyNotPeople),
      goTo('/office/people?view=routes', people.routes, say.alsoRoutes, whyNotRoutes),
      goTo(`/office/items/${site.site?.settings}`, say.theSitesSettings, say.alsoSettings),
      goTo('/office/me', say.profileAndPassword, say.alsoMe),
      { id: 'live', group: say.goTo, name: say.theLiveSite, run: () => window.open('/', '_blank') },
      { id: 'out', group: say.toDo, name: common.signOut, also: say.alsoSignOut, run: () => session.signOut() },
    ]
  }
  /** What typed words mean, best first. */
  const list = (text: string): Command[] => matchingEntries(everything(), text)
  /** The last thing that words may be: the title of something new. Nothing is made before one has seen where. */
  const somethingNew = (text: string): Command[] =>
    text.trim().length > 3
      ? [
          {
            id: 'new',
            group: say.start,
            name: say.startSomethingCalled(text.trim()),
            why: writesNowhere(),
            run: () => navigateTo({ path: '/office/content', query: { start: 'post', title: text.trim() } }),
          },
        ]
      : []

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
  return { list, search, somethingNew }
}
