<script setup lang="ts">
/** One line of the worklist: its urgency at the left, what it is, what to do at the right. */
defineProps<{ to: string; title: string; under: string }>()
</script>

<template>
  <li class="grid grid-cols-[9rem_minmax(0,1fr)_auto] items-center gap-x-4 border-b border-line py-2.5 max-md:grid-cols-[1fr_auto]">
    <span class="max-md:col-span-2"><slot name="lead" /></span>
    <span class="min-w-0">
      <NuxtLink :to="to" class="block truncate font-semibold hover:underline">{{ title }}</NuxtLink>
      <span class="line-clamp-2 text-body text-soft">{{ under }}</span>
    </span>
    <span class="flex gap-2"><slot /></span>
  </li>
</template>
