<script setup lang="ts">
import PersonChoice from '~/components/form/PersonChoice.vue'
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { Ellipsis } from 'lucide-vue-next'
import type { Role } from '~~/core/access/verbs'
import PlainDialog from '~/components/form/PlainDialog.vue'
import GivenRoles from './GivenRoles.vue'
import HandOverDialog from './HandOverDialog.vue'
import StrandDialog from './StrandDialog.vue'
import type { GivenRole, Person } from './types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import PersonMark from '~/components/mark/PersonMark.vue'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

/** The people of the office with their roles; added, given roles, rested and woken. */
const props = defineProps<{ people: Person[]; roles: Role[]; mayChange: boolean; adding: boolean }>()
const emit = defineEmits<{ changed: []; closed: []; why: [person: string] }>()
const session = useSession()
const site = useSite()
const form = ref<{ id: string | null; name: string; email: string; roles: GivenRole[] } | null>(null)
const same = ref<{ id: string; name: string; as: string } | null>(null)
const resting = ref<{ id: string; name: string; handTo: string } | null>(null)
watch(
  () => props.adding,
  (adding) => {
    if (!adding) return
    // The first role of a team is the one that most people begin with.
    const roles = props.roles.slice(0, 1).map(({ id }) => ({ role: id, section: null }))
    form.value = { id: null, name: '', email: '', roles }
  },
  { immediate: true },
)
function close() {
  form.value = null
  emit('closed')
}
const { act, strands } = useAct(() => {
  close()
  resting.value = null
  same.value = null
  emit('changed')
})
/** An invitation that no mail brings, to be handed over; shown once. */
const handed = shallowRef<{ name: string; link: string } | null>(null)
function save() {
  const { id, name, email, roles } = form.value!
  return act(
    async (query) => {
      if (id) return api('PUT', `/people/${id}/roles${query}`, { body: { roles } })
      return handOver(name, await api('POST', '/people', { body: { name, email, roles } }))
    },
    id ? say.hasTheseRolesNow(name) : say.isInvited(name),
  )
}
/** Shows the link that an answer has, if it has one, and hands the answer on. */
function handOver<T extends object>(name: string, answer: T & { link?: string | null }): T {
  handed.value = answer.link ? { name, link: answer.link } : null
  return answer
}
const look = (person: Person) => act(() => session.seeAs(person.id), say.youSeeTheOfficeAsDoes(person.name))
const rest = () =>
  act(
    (query) => api('PATCH', `/people/${resting.value!.id}${query}`, { body: { active: false, handTo: resting.value!.handTo || null } }),
    say.canNoLongerSignIn(resting.value!.name),
  )
const wake = (person: Person) =>
  act(() => api('PATCH', `/people/${person.id}`, { body: { active: true } }), say.canSignInAgain(person.name))
const invite = (person: Person) =>
  act(
    async () => handOver(person.name, await api('POST', `/people/${person.id}/invitation`)),
    site.site?.mailIsCaught ? say.thereIsANewLinkFor(person.name) : say.hasANewLinkInTheMail(person.name),
  )
const setSame = () =>
  act(
    (query) => api('PUT', `/people/${same.value!.id}/same${query}`, { body: { same: same.value!.as || null } }),
    same.value!.as ? say.bothAccountsCountAsOnePersonNow : say.theAccountIsOfAPerson,
  )
const where = (entry: Person['roles'][number]) =>
  `${entry.role} ${entry.section ? say.inSection(entry.section) : say.onTheWholeSite}${entry.group ? ` (${entry.group})` : ''}`
</script>

<template>
  <div>
    <table class="w-full border-collapse">
      <thead>
        <tr class="border-b border-line text-left text-body text-soft">
          <th scope="col" class="py-2 pl-5 font-semibold">{{ common.name }}</th>
          <th scope="col" class="px-3 font-semibold">{{ say.roles }}</th>
          <th scope="col" class="px-3 font-semibold max-md:hidden">{{ say.mail }}</th>
          <th scope="col" class="px-3 pr-5">
            <span class="sr-only">{{ say.actions }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="person in people" :key="person.id" class="border-b border-line bg-sheet">
          <td class="py-2 pl-5">
            <span class="inline-flex items-center gap-3 font-semibold"
              ><PersonMark :id="person.id" :name="person.name" :picture="person.picture" />{{ person.name
              }}<span v-if="!person.active" class="font-normal text-soft">{{ say.suspended }}</span
              ><span v-else-if="!person.joined" class="font-normal text-lamp">{{ say.invited }}</span
              ><span v-if="person.same" class="font-normal text-soft">{{
                say.sameAsEmail(people.find((entry) => entry.id === person.same)?.email ?? '')
              }}</span></span
            >
          </td>
          <td class="px-3 max-md:py-2">
            {{ person.roles.map(where).join('; ') || common.none }}
            <span class="block text-small break-all text-soft md:hidden">{{ person.email }}</span>
          </td>
          <td class="px-3 text-soft max-md:hidden">{{ person.email }}</td>
          <td class="px-3 pr-5 text-right">
            <span v-if="mayChange && person.id !== session.person?.id" class="inline-flex items-center gap-1">
              <button
                class="button-quiet"
                :aria-label="say.changeTheRolesOf(person.name)"
                @click="form = { id: person.id, name: person.name, email: '', roles: [...person.given] }"
              >
                {{ say.changeRoles }}
              </button>
              <Menu as="div" class="menu-place">
                <MenuButton class="icon-button" :aria-label="say.moreForName(person.name)"><Ellipsis class="size-4" /></MenuButton>
                <MenuList class="w-52 py-1 text-left">
                  <MenuItem v-slot="{ active }"
                    ><button class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="emit('why', person.id)">
                      {{ say.whatTheyMayDo }}
                    </button></MenuItem
                  >
                  <MenuItem v-if="person.active" v-slot="{ active }"
                    ><button class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="look(person)">
                      {{ say.seeTheOfficeAsTheyDo }}
                    </button></MenuItem
                  >
                  <MenuItem v-if="person.active" v-slot="{ active }"
                    ><button class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="invite(person)">
                      {{ person.joined ? say.sendALinkForANewPassword : say.inviteAgain }}
                    </button></MenuItem
                  >
                  <MenuItem v-slot="{ active }"
                    ><button
                      class="w-full px-3 py-1.5 text-left"
                      :class="active && 'bg-deep'"
                      @click="same = { id: person.id, name: person.name, as: person.same ?? '' }"
                    >
                      {{ say.linkAnotherAccount }}
                    </button></MenuItem
                  >
                  <MenuItem v-slot="{ active }"
                    ><button
                      class="w-full px-3 py-1.5 text-left"
                      :class="active && 'bg-deep'"
                      @click="person.active ? (resting = { id: person.id, name: person.name, handTo: '' }) : wake(person)"
                    >
                      {{ person.active ? say.suspendTheAccount : say.reactivateTheAccount }}
                    </button></MenuItem
                  >
                </MenuList>
              </Menu>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <PlainDialog :open="form !== null && !strands" :title="form?.id ? say.rolesOfName(form.name) : say.addAColleague" @close="close">
      <form v-if="form" id="person-form" class="space-y-4" @submit.prevent="save">
        <template v-if="!form.id">
          <div>
            <label class="label" for="person-name">{{ common.name }}</label><input
              id="person-name"
              v-model="form.name"
              class="input"
              required
              maxlength="100"
            />
          </div>
          <div>
            <label class="label" for="person-email">{{ say.mailAddress }}</label><input
              id="person-email"
              v-model="form.email"
              class="input"
              type="email"
              required
              aria-describedby="person-email-hint"
            />
            <p id="person-email-hint" class="hint mt-1">
              {{ site.site?.mailIsCaught ? say.noMailServerIsNamed : say.theyGetALinkThere }}
            </p>
          </div>
        </template>
        <GivenRoles v-model="form.roles" :roles="roles" />
      </form>
      <template #actions
        ><button class="button" @click="close">{{ common.cancel }}</button
        ><button class="button-main" form="person-form">{{ form?.id ? common.save : say.invite }}</button></template
      >
    </PlainDialog>
    <PlainDialog :open="same !== null && !strands" :title="say.anotherAccountOfName(same?.name ?? '')" @close="same = null">
      <template v-if="same">
        <p>{{ say.accountsOfOnePersonCount }}</p>
        <PersonChoice
          v-model="same.as"
          class="mt-3"
          :label="say.isTheSamePersonAs"
          :none="say.nobodyElseHere"
          :people="people.filter((entry) => entry.id !== same!.id && !entry.same).map((entry) => ({ ...entry, more: entry.email ?? '' }))"
        />
      </template>
      <template #actions
        ><button class="button" @click="same = null">{{ common.cancel }}</button
        ><button class="button-main" @click="setSame">{{ common.save }}</button></template
      >
    </PlainDialog>
    <StrandDialog v-model="strands" />
    <HandOverDialog v-model="handed" />
    <PlainDialog :open="resting !== null && !strands" :title="say.suspendTheAccountOf(resting?.name ?? '')" @close="resting = null">
      <template v-if="resting">
        <p>{{ say.theyAreSignedOutAtOnce }}</p>
        <PersonChoice
          v-model="resting.handTo"
          class="mt-3"
          :label="say.handWhatTheyOwnAndPlannedTo"
          none="nobody"
          :people="people.filter((entry) => entry.active && entry.id !== resting!.id)"
        />
        <p v-if="!resting.handTo" class="hint mt-1">{{ say.whatTheyPlannedIsThenHeld }}</p>
      </template>
      <template #actions
        ><button class="button" @click="resting = null">{{ common.cancel }}</button
        ><button class="button-main" @click="rest">{{ say.suspendIt }}</button></template
      >
    </PlainDialog>
  </div>
</template>
