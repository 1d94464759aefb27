<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Ellipsis } from 'lucide-vue-next'
import type { Role } from '~~/core/access/verbs'
import PlainDialog from '~/components/form/PlainDialog.vue'
import GivenRoles from './GivenRoles.vue'
import type { GivenRole, Person } from './types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { initials } from '~/composables/words'
import { useSession } from '~/stores/session'

/** The people of the office with their roles; added, given roles, rested and woken. */
const props = defineProps<{ people: Person[]; roles: Role[]; mayChange: boolean; adding: boolean }>()
const emit = defineEmits<{ changed: []; closed: []; why: [person: string] }>()
const session = useSession()
const form = ref<{ id: string | null; name: string; email: string; password: string; roles: GivenRole[] } | null>(null)
const resting = ref<{ id: string; name: string; handTo: string } | null>(null)
watch(
  () => props.adding,
  (adding) => adding && (form.value = { id: null, name: '', email: '', password: '', roles: [{ role: 'writer', section: null }] }),
  { immediate: true },
)
function close() {
  form.value = null
  emit('closed')
}
const { act } = useAct(() => {
  close()
  resting.value = null
  emit('changed')
})
function save() {
  const { id, name, email, password, roles } = form.value!
  return act(
    () =>
      id ? api('PUT', `/people/${id}/roles`, { body: { roles } }) : api('POST', '/people', { body: { name, email, password, roles } }),
    id ? `${name} has these roles now` : `${name} can sign in now`,
  )
}
const look = (person: Person) => act(() => session.seeAs(person.id), `You see the office as ${person.name} does`)
const rest = () =>
  act(
    () => api('PATCH', `/people/${resting.value!.id}`, { body: { active: false, handTo: resting.value!.handTo || null } }),
    `${resting.value!.name} can no longer sign in. What they wrote stays.`,
  )
const wake = (person: Person) =>
  act(() => api('PATCH', `/people/${person.id}`, { body: { active: true } }), `${person.name} can sign in again`)
const where = (entry: Person['roles'][number]) =>
  `${entry.role} ${entry.section ? `in ${entry.section}` : 'on the whole site'}${entry.group ? ` (${entry.group})` : ''}`
</script>

<template>
  <div>
    <table class="w-full border-collapse">
      <thead>
        <tr class="border-b border-line text-left text-[0.93rem] text-soft">
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
              ><span
                class="flex size-7 items-center justify-center rounded-full bg-kelp-wash text-[0.8rem] font-bold text-kelp"
                aria-hidden="true"
                >{{ initials(person.name) }}</span
              >{{ person.name }}<span v-if="!person.active" class="font-normal text-soft">rests</span></span
            >
          </td>
          <td class="px-3">{{ person.roles.map(where).join('; ') || 'none' }}</td>
          <td class="px-3 text-soft">{{ person.email }}</td>
          <td class="px-3 pr-5 text-right">
            <span v-if="mayChange && person.id !== session.person?.id" class="inline-flex items-center gap-1">
              <button
                class="button-quiet"
                :aria-label="`Change the roles of ${person.name}`"
                @click="form = { id: person.id, name: person.name, email: '', password: '', roles: [...person.given] }"
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
    <PlainDialog :open="form !== null" :title="form?.id ? `Roles of ${form.name}` : 'Add a colleague'" @close="close">
      <form v-if="form" id="person-form" class="space-y-4" @submit.prevent="save">
        <template v-if="!form.id">
          <div>
            <label class="label" for="person-name">Name</label
            ><input id="person-name" v-model="form.name" class="input" required maxlength="100" />
          </div>
          <div>
            <label class="label" for="person-email">Mail address</label
            ><input id="person-email" v-model="form.email" class="input" type="email" required />
          </div>
          <div>
            <label class="label" for="person-password">First password</label
            ><input id="person-password" v-model="form.password" class="input" required autocomplete="off" />
            <p class="hint mt-1">At least 12 characters. Tell it them by another way than mail; they change it in their profile.</p>
          </div>
        </template>
        <GivenRoles v-model="form.roles" :roles="roles" />
      </form>
      <template #actions
        ><button class="button" @click="close">Cancel</button><button class="button-main" form="person-form">Save</button></template
      >
    </PlainDialog>
    <PlainDialog :open="resting !== null" :title="`Let the account of ${resting?.name} rest?`" @close="resting = null">
      <template v-if="resting">
        <p>They are signed out at once and cannot sign in. What they wrote and cleared stays under their name.</p>
        <label class="label mt-3" for="hand-to">Hand what they own and planned to</label>
        <select id="hand-to" v-model="resting.handTo" class="input">
          <option value="">nobody</option>
          <option v-for="person in people.filter((entry) => entry.active && entry.id !== resting!.id)" :key="person.id" :value="person.id">
            {{ person.name }}
          </option>
        </select>
        <p v-if="!resting.handTo" class="hint mt-1">What they planned is then held at its time, and says so on Today.</p>
      </template>
      <template #actions
        ><button class="button" @click="resting = null">Cancel</button
        ><button class="button-main" @click="rest">Let it rest</button></template
      >
    </PlainDialog>
  </div>
</template>
