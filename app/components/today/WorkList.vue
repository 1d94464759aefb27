<script setup lang="ts">
/** One heading of the worklist, with its lines; without any it is not there. */
defineProps<{ title: string; hint?: string; count: number }>()
</script>

<template>
  <section v-if="count" class="mt-6">
    <h2 class="border-b border-line pb-2 font-semibold">
      {{ title }} <span v-if="hint" class="ml-1 font-normal text-soft">{{ hint }}</span>
    </h2>
    <ul>
      <slot />
    </ul>
  </section>
</template>
