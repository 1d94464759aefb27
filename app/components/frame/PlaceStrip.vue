<script setup lang="ts">
/** The strip under the bar: the place's name, its views or filters, its one main action. */
defineProps<{ name: string }>()
</script>

<template>
  <div class="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-5 py-2.5">
    <h1 class="text-title font-bold">{{ name }}</h1>
    <slot />
    <div class="ml-auto flex flex-wrap justify-end gap-2"><slot name="action" /></div>
  </div>
</template>
