<script setup lang="ts">
import type { Role } from '~~/core/access/verbs'
import PlainDialog from '~/components/form/PlainDialog.vue'
import GivenRoles from './GivenRoles.vue'
import StrandDialog from './StrandDialog.vue'
import type { Group, Person } from './types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { counted } from '~/composables/words'
import { useSite } from '~/stores/site'

/** Groups: people who are given roles together. */
const props = defineProps<{ groups: Group[]; people: Person[]; roles: Role[]; mayChange: boolean; adding: boolean }>()
const emit = defineEmits<{ changed: []; closed: [] }>()
const site = useSite()
const form = ref<(Omit<Group, 'id'> & { id: string | null }) | null>(null)
watch(
  () => props.adding,
  (adding) => adding && (form.value = { id: null, name: '', members: [], roles: [{ role: 'reviewer', section: null }] }),
  { immediate: true },
)
function close() {
  form.value = null
  emit('closed')
}
const { act, strands } = useAct(() => {
  close()
  emit('changed')
})
function save() {
  const { id, ...body } = form.value!
  return act(
    (query) => (id ? api('PUT', `/groups/${id}${query}`, { body }) : api('POST', '/groups', { body })),
    `“${body.name}” has its members and roles`,
  )
}
const end = () => act((query) => api('DELETE', `/groups/${form.value!.id}${query}`), `“${form.value!.name}” is ended`)
const personName = (id: string) => props.people.find((person) => person.id === id)?.name ?? 'Someone'
const roleWords = (group: Group) =>
  group.roles
    .map(({ role, section }) => {
      const where = section ? `in ${site.sections.find((entry) => entry.id === section)?.name ?? 'a section'}` : 'on the whole site'
      return `${props.roles.find((entry) => entry.id === role)?.name ?? role} ${where}`
    })
    .join('; ')
function toggle(person: string) {
  const { members } = form.value!
  form.value!.members = members.includes(person) ? members.filter((entry) => entry !== person) : [...members, person]
}
</script>

<template>
  <div>
    <p v-if="!groups.length" class="px-5 py-8 text-soft">No group yet. Give a desk its roles once, and whoever joins it has them.</p>
    <ul v-else>
      <li v-for="group in groups" :key="group.id" class="flex items-baseline gap-4 border-b border-line bg-sheet px-5 py-2.5">
        <span class="w-48 shrink-0 font-semibold">{{ group.name }}</span>
        <span class="min-w-0 flex-1"
          >{{ roleWords(group) || 'No role'
          }}<span class="block text-soft">{{ group.members.map(personName).join(', ') || 'Nobody in it' }}</span></span
        >
        <span class="shrink-0 text-soft">{{ counted(group.members.length, 'person', 'people') }}</span>
        <button v-if="mayChange" class="button-quiet shrink-0" :aria-label="`Change ${group.name}`" @click="form = { ...group }">
          Change
        </button>
      </li>
    </ul>
    <StrandDialog v-model="strands" />
    <PlainDialog :open="form !== null && !strands" :title="form?.id ? 'Change the group' : 'Make a group'" @close="close">
      <form v-if="form" id="group-form" class="space-y-4" @submit.prevent="save">
        <div>
          <label class="label" for="group-name">Name of the group</label
          ><input id="group-name" v-model="form.name" class="input" required maxlength="100" />
        </div>
        <fieldset>
          <legend class="label">Members</legend>
          <div class="grid max-h-44 grid-cols-2 gap-x-4 overflow-y-auto rounded-md border border-line p-2">
            <label v-for="person in people.filter((entry) => entry.active)" :key="person.id" class="flex items-center gap-2 py-0.5"
              ><input type="checkbox" :checked="form.members.includes(person.id)" @change="toggle(person.id)" />{{ person.name }}</label
            >
          </div>
        </fieldset>
        <GivenRoles v-model="form.roles" :roles="roles" />
      </form>
      <template #actions
        ><button v-if="form?.id" class="button mr-auto !text-rust" @click="end">End the group</button
        ><button class="button" @click="close">Cancel</button><button class="button-main" form="group-form">Save</button></template
      >
    </PlainDialog>
  </div>
</template>
