<script setup lang="ts">
import { X } from 'lucide-vue-next'
import type { Role } from '~~/core/access/verbs'
import type { Guards } from '~~/core/flow/route'
import type { Group, Person } from '~/components/people/types'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/routes'

/** Names people by groups, by roles held in the item's section, or themselves. */
const model = defineModel<Guards>({ required: true })
defineProps<{ label: string; none: string; add: string; people: Person[]; groups: Group[]; roles: Role[] }>()
const KINDS = ['groups', 'roles', 'people'] as const
const id = useId()
/** Puts one in or takes one out; choices of a select are `kind id`. */
function put(kind: keyof Guards, entry: string, on: boolean) {
  const list = model.value[kind]
  model.value = { ...model.value, [kind]: on ? [...new Set([...list, entry])] : list.filter((other) => other !== entry) }
}
function choose(event: Event) {
  const select = event.target as HTMLSelectElement
  const [kind, entry] = select.value.split(' ') as [keyof Guards, string]
  if (entry) put(kind, entry, true)
  select.value = ''
}
</script>

<template>
  <div>
    <label class="label" :for="id">{{ label }}</label>
    <ul class="mb-1 flex flex-wrap gap-1">
      <li v-if="!KINDS.some((kind) => model[kind].length)" class="text-soft">{{ none }}</li>
      <template v-for="kind in KINDS" :key="kind">
        <li v-for="entry in model[kind]" :key="entry" class="flex items-center gap-1 rounded-md bg-kelp-wash py-0.5 pr-0.5 pl-2">
          {{ { groups, roles, people }[kind].find((one) => one.id === entry)?.name ?? say.gone
          }}<button
            type="button"
            class="icon-button !size-5"
            :aria-label="say.takeNameAway({ groups, roles, people }[kind].find((one) => one.id === entry)?.name ?? '')"
            @click="put(kind, entry, false)"
          >
            <X class="size-3.5" />
          </button>
        </li>
      </template>
    </ul>
    <select :id="id" class="input" @change="choose">
      <option value="">{{ add }}</option>
      <optgroup :label="say.groups">
        <option v-for="group in groups" :key="group.id" :value="`groups ${group.id}`">{{ group.name }}</option>
      </optgroup>
      <optgroup :label="say.whoHoldsARoleThere">
        <option v-for="role in roles" :key="role.id" :value="`roles ${role.id}`">{{ role.name }}</option>
      </optgroup>
      <optgroup :label="common.people">
        <option v-for="person in people.filter((entry) => entry.active)" :key="person.id" :value="`people ${person.id}`">
          {{ person.name }}
        </option>
      </optgroup>
    </select>
  </div>
</template>
