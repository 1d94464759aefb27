<script setup lang="ts">
/** One heading of the worklist; `empty` is said when nothing is there, `null` hides it then. */
defineProps<{ title: string; hint?: string; count: number; empty: string | null }>()
</script>

<template>
  <section v-if="count || empty" class="mt-6">
    <h2 class="border-b border-line pb-2 font-semibold">
      {{ title }} <span v-if="hint && count" class="ml-1 font-normal text-soft">{{ hint }}</span>
    </h2>
    <ul v-if="count">
      <slot />
    </ul>
    <p v-else class="py-3 text-soft">{{ empty }}</p>
  </section>
</template>
