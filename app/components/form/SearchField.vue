<script setup lang="ts">
import { Search } from 'lucide-vue-next'

/** A field for words that are looked for in what the place shows. */
const model = defineModel<string>({ required: true })
defineProps<{ label: string }>()
</script>

<template>
  <label class="relative flex min-w-0 flex-1 items-center max-sm:order-1 max-sm:basis-full sm:max-w-sm">
    <Search class="pointer-events-none absolute left-2.5 size-4 text-soft" aria-hidden="true" />
    <input v-model="model" type="search" class="input w-full pl-8" maxlength="200" :aria-label="label" :placeholder="label" />
  </label>
</template>
