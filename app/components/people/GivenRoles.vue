<script setup lang="ts">
import { Plus, Trash2 } from 'lucide-vue-next'
import type { Role } from '~~/core/access/verbs'
import type { GivenRole } from './types'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/people'

/** Roles with the place where each holds, one a row. */
const model = defineModel<GivenRole[]>({ required: true })
defineProps<{ roles: Role[] }>()
const site = useSite()
const set = (index: number, change: Partial<GivenRole>) =>
  (model.value = model.value.map((entry, at) => (at === index ? { ...entry, ...change } : entry)))
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="label">{{ say.roles }}</legend>
    <p v-if="!model.length" class="hint">{{ say.noneOfItsOwn }}</p>
    <div v-for="(entry, index) in model" :key="index" class="flex gap-2">
      <select
        class="input"
        :aria-label="say.roleIndex(index + 1)"
        :value="entry.role"
        @change="set(index, { role: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="role in roles" :key="role.id" :value="role.id">{{ role.name }}</option>
      </select>
      <select
        class="input"
        :aria-label="say.whereRoleHolds(index + 1)"
        :value="entry.section ?? ''"
        @change="set(index, { section: ($event.target as HTMLSelectElement).value || null })"
      >
        <option value="">{{ say.onTheWholeSite }}</option>
        <option v-for="section in site.sections" :key="section.id" :value="section.id">{{ say.inName(section.name) }}</option>
      </select>
      <button
        type="button"
        class="icon-button shrink-0"
        :aria-label="say.takeRoleAway(index + 1)"
        @click="model = model.filter((_, at) => at !== index)"
      >
        <Trash2 class="size-4" />
      </button>
    </div>
    <button type="button" class="button-quiet -ml-2" @click="model = [...model, { role: roles[0]!.id, section: null }]">
      <Plus class="size-4" aria-hidden="true" />{{ say.anotherRole }}
    </button>
  </fieldset>
</template>
