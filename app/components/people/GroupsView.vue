<script setup lang="ts">
import type { Role } from '~~/core/access/verbs'
import PlainDialog from '~/components/form/PlainDialog.vue'
import GivenRoles from './GivenRoles.vue'
import StrandDialog from './StrandDialog.vue'
import type { Group, Person } from './types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

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
    say.hasItsMembersAndRoles(body.name),
  )
}
const end = () => act((query) => api('DELETE', `/groups/${form.value!.id}${query}`), say.nameIsEnded(form.value!.name))
const personName = (id: string) => props.people.find((person) => person.id === id)?.name ?? say.someone
const roleWords = (group: Group) =>
  group.roles
    .map(({ role, section }) => {
      const where = section ? say.inName(site.sections.find((entry) => entry.id === section)?.name ?? say.aSection) : say.onTheWholeSite
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
    <p v-if="!groups.length" class="px-5 py-8 text-soft">{{ say.noGroupYet }}</p>
    <ul v-else>
      <li v-for="group in groups" :key="group.id" class="flex items-baseline gap-4 border-b border-line bg-sheet px-5 py-2.5">
        <span class="w-48 shrink-0 font-semibold">{{ group.name }}</span>
        <span class="min-w-0 flex-1"
          >{{ roleWords(group) || say.noRole
          }}<span class="block text-soft">{{ group.members.map(personName).join(', ') || say.nobodyInIt }}</span></span
        >
        <span class="shrink-0 text-soft">{{ say.countedPeople(group.members.length) }}</span>
        <button v-if="mayChange" class="button-quiet shrink-0" :aria-label="say.changeName(group.name)" @click="form = { ...group }">
          {{ common.change }}
        </button>
      </li>
    </ul>
    <StrandDialog v-model="strands" />
    <PlainDialog :open="form !== null && !strands" :title="form?.id ? say.changeTheGroup : say.makeAGroup" @close="close">
      <form v-if="form" id="group-form" class="space-y-4" @submit.prevent="save">
        <div>
          <label class="label" for="group-name">{{ say.nameOfTheGroup }}</label><input
            id="group-name"
            v-model="form.name"
            class="input"
            required
            maxlength="100"
          />
        </div>
        <fieldset>
          <legend class="label">{{ say.members }}</legend>
          <div class="grid max-h-44 grid-cols-2 gap-x-4 overflow-y-auto rounded-md border border-line p-2">
            <label v-for="person in people.filter((entry) => entry.active)" :key="person.id" class="flex items-center gap-2 py-0.5"
              ><input type="checkbox" :checked="form.members.includes(person.id)" @change="toggle(person.id)" />{{ person.name }}</label
            >
          </div>
        </fieldset>
        <GivenRoles v-model="form.roles" :roles="roles" />
      </form>
      <template #actions
        ><button v-if="form?.id" class="button mr-auto !text-rust" @click="end">{{ say.endTheGroup }}</button
        ><button class="button" @click="close">{{ common.cancel }}</button
        ><button class="button-main" form="group-form">{{ common.save }}</button></template
      >
    </PlainDialog>
  </div>
</template>
