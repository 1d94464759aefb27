<script setup lang="ts">
import PersonChoice from '~/components/form/PersonChoice.vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
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
    id ? `${name} has these roles now` : `${name} is invited; the link is good for a week`,
  )
}
/** Shows the link that an answer has, if it has one, and hands the answer on. */
function handOver<T extends object>(name: string, answer: T & { link?: string | null }): T {
  handed.value = answer.link ? { name, link: answer.link } : null
  return answer
}
const look = (person: Person) => act(() => session.seeAs(person.id), `You see the office as ${person.name} does`)
const rest = () =>
  act(
    (query) => api('PATCH', `/people/${resting.value!.id}${query}`, { body: { active: false, handTo: resting.value!.handTo || null } }),
    `${resting.value!.name} can no longer sign in. What they wrote stays.`,
  )
const wake = (person: Person) =>
  act(() => api('PATCH', `/people/${person.id}`, { body: { active: true } }), `${person.name} can sign in again`)
const invite = (person: Person) =>
  act(
    async () => handOver(person.name, await api('POST', `/people/${person.id}/invitation`)),
    site.site?.mailIsCaught ? `There is a new link for ${person.name}` : `${person.name} has a new link in the mail`,
  )
const setSame = () =>
  act(
    (query) => api('PUT', `/people/${same.value!.id}/same${query}`, { body: { same: same.value!.as || null } }),
    same.value!.as ? 'Both accounts count as one person now' : 'The account is of a person of its own',
  )
const where = (entry: Person['roles'][number]) =>
  `${entry.role} ${entry.section ? `in ${entry.section}` : 'on the whole site'}${entry.group ? ` (${entry.group})` : ''}`
</script>

<template>
  <div>
    <table class="w-full border-collapse">
      <thead>
        <tr class="border-b border-line text-left text-body text-soft">
          <th scope="col" class="py-2 pl-5 font-semibold">Name</th>
          <th scope="col" class="px-3 font-semibold">Roles</th>
          <th scope="col" class="px-3 font-semibold">Mail</th>
          <th scope="col" class="px-3 pr-5"><span class="sr-only">Actions</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="person in people" :key="person.id" class="border-b border-line bg-sheet">
          <td class="py-2 pl-5">
            <span class="inline-flex items-center gap-3 font-semibold"
              ><PersonMark :id="person.id" :name="person.name" :picture="person.picture" />{{ person.name
              }}<span v-if="!person.active" class="font-normal text-soft">rests</span
              ><span v-else-if="!person.joined" class="font-normal text-lamp">invited</span
              ><span v-if="person.same" class="font-normal text-soft"
                >same as {{ people.find((entry) => entry.id === person.same)?.email }}</span
              ></span
            >
          </td>
          <td class="px-3">{{ person.roles.map(where).join('; ') || 'none' }}</td>
          <td class="px-3 text-soft">{{ person.email }}</td>
          <td class="px-3 pr-5 text-right">
            <span v-if="mayChange && person.id !== session.person?.id" class="inline-flex items-center gap-1">
              <button
                class="button-quiet"
                :aria-label="`Change the roles of ${person.name}`"
                @click="form = { id: person.id, name: person.name, email: '', roles: [...person.given] }"
              >
                Change roles
              </button>
              <Menu as="div" class="relative">
                <MenuButton class="icon-button" :aria-label="`More for ${person.name}`"><Ellipsis class="size-4" /></MenuButton>
                <MenuItems
                  class="absolute right-0 z-20 mt-1 w-52 rounded-md border border-line bg-sheet py-1 text-left shadow-lg focus:outline-none"
                >
                  <MenuItem v-slot="{ active }"
                    ><button class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="emit('why', person.id)">
                      What they may do
                    </button></MenuItem
                  >
                  <MenuItem v-if="person.active" v-slot="{ active }"
                    ><button class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="look(person)">
                      See the office as they do
                    </button></MenuItem
                  >
                  <MenuItem v-if="person.active" v-slot="{ active }"
                    ><button class="w-full px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="invite(person)">
                      {{ person.joined ? 'Send a link for a new password' : 'Invite again' }}
                    </button></MenuItem
                  >
                  <MenuItem v-slot="{ active }"
                    ><button
                      class="w-full px-3 py-1.5 text-left"
                      :class="active && 'bg-deep'"
                      @click="same = { id: person.id, name: person.name, as: person.same ?? '' }"
                    >
                      Another account of theirs
                    </button></MenuItem
                  >
                  <MenuItem v-slot="{ active }"
                    ><button
                      class="w-full px-3 py-1.5 text-left"
                      :class="active && 'bg-deep'"
                      @click="person.active ? (resting = { id: person.id, name: person.name, handTo: '' }) : wake(person)"
                    >
                      {{ person.active ? 'Let the account rest' : 'Wake the account' }}
                    </button></MenuItem
                  >
                </MenuItems>
              </Menu>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <PlainDialog :open="form !== null && !strands" :title="form?.id ? `Roles of ${form.name}` : 'Add a colleague'" @close="close">
      <form v-if="form" id="person-form" class="space-y-4" @submit.prevent="save">
        <template v-if="!form.id">
          <div>
            <label class="label" for="person-name">Name</label
            ><input id="person-name" v-model="form.name" class="input" required maxlength="100" />
          </div>
          <div>
            <label class="label" for="person-email">Mail address</label
            ><input id="person-email" v-model="form.email" class="input" type="email" required aria-describedby="person-email-hint" />
            <p id="person-email-hint" class="hint mt-1">
              {{
                site.site?.mailIsCaught
                  ? 'No mail server is named: you get a link to hand to them, with which they choose a password.'
                  : 'They get a link there and choose a password with it.'
              }}
            </p>
          </div>
        </template>
        <GivenRoles v-model="form.roles" :roles="roles" />
      </form>
      <template #actions
        ><button class="button" @click="close">Cancel</button
        ><button class="button-main" form="person-form">{{ form?.id ? 'Save' : 'Invite' }}</button></template
      >
    </PlainDialog>
    <PlainDialog :open="same !== null && !strands" :title="`Another account of ${same?.name}`" @close="same = null">
      <template v-if="same">
        <p>Accounts of one person count as one: at gates that need several people, and beside their own work.</p>
        <PersonChoice
          v-model="same.as"
          class="mt-3"
          label="Is the same person as"
          none="nobody else here"
          :people="people.filter((entry) => entry.id !== same!.id && !entry.same).map((entry) => ({ ...entry, more: entry.email ?? '' }))"
        />
      </template>
      <template #actions
        ><button class="button" @click="same = null">Cancel</button><button class="button-main" @click="setSame">Save</button></template
      >
    </PlainDialog>
    <StrandDialog v-model="strands" />
    <HandOverDialog v-model="handed" />
    <PlainDialog :open="resting !== null && !strands" :title="`Let the account of ${resting?.name} rest?`" @close="resting = null">
      <template v-if="resting">
        <p>They are signed out at once and cannot sign in. What they wrote and cleared stays under their name.</p>
        <PersonChoice
          v-model="resting.handTo"
          class="mt-3"
          label="Hand what they own and planned to"
          none="nobody"
          :people="people.filter((entry) => entry.active && entry.id !== resting!.id)"
        />
        <p v-if="!resting.handTo" class="hint mt-1">What they planned is then held at its time, and says so on Today.</p>
      </template>
      <template #actions
        ><button class="button" @click="resting = null">Cancel</button
        ><button class="button-main" @click="rest">Let it rest</button></template
      >
    </PlainDialog>
  </div>
</template>
