import type { Access } from '~~/core/members/access'
import { listed } from '~~/core/words/listed'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/members'

/** The groups of members and the passwords of pages, and what on the site is for whom; `null` until it was asked for. */
const known = shallowRef<Got<'/access'> | null>(null)

/** What pages may be for, as it was asked for last; a screen that names some of it asks for it. */
export function useReadersAccess() {
  const notices = useNotices()
  async function load(): Promise<void> {
    try {
      known.value = await api('GET', '/access')
    } catch (error) {
      notices.trouble(error)
    }
  }
  return { known: shallowReadonly(known), load }
}

/** Who may read what has an access, in words. */
export function accessInWords(access: Access): string {
  const named = (list: readonly { id: string; name: string }[] | undefined, id: string) => list?.find((one) => one.id === id)?.name
  switch (access.who) {
    case 'everyone':
      return say.forEveryone
    case 'members':
      return say.forMembers
    case 'groups':
      return say.forGroups(
        listed(
          access.groups.map((id) => named(known.value?.groups, id) ?? say.groupGone),
          'or',
        ),
      )
    case 'password':
      return say.forPassword(named(known.value?.passwords, access.password) ?? say.passwordGone)
  }
}
