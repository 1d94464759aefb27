<script setup lang="ts">
import { useReadersAccess } from '~/composables/readersAccess'
import * as say from '~~/core/words/office/members'

/** Some of the groups of members. */
const model = defineModel<string[]>({ required: true })
defineProps<{ disabled?: boolean }>()
const { known, load } = useReadersAccess()
onMounted(load)
const toggle = (id: string, on: boolean) => (model.value = on ? [...model.value, id] : model.value.filter((one) => one !== id))
</script>

<template>
  <fieldset>
    <legend class="sr-only">{{ say.groups }}</legend>
    <p v-if="known && !known.groups.length" class="hint">{{ say.makeGroupsFirst }}</p>
    <label v-for="group in known?.groups" :key="group.id" class="flex items-center gap-2 py-0.5"
      ><input
        type="checkbox"
        :checked="model.includes(group.id)"
        :disabled="disabled"
        @change="toggle(group.id, ($event.target as HTMLInputElement).checked)"
      />{{ group.name }}</label
    >
  </fieldset>
</template>
