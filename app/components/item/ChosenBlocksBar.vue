<script setup lang="ts">
/** What can be done with several chosen blocks at once. */
defineProps<{ count: number }>()
const emit = defineEmits<{ move: [by: -1 | 1]; duplicate: []; copy: []; fold: []; remove: []; clear: [] }>()
</script>

<template>
  <div
    class="sticky bottom-3 z-20 mt-4 flex items-center gap-1 rounded-md border border-line bg-sheet px-3 py-1.5 font-sans text-plain shadow-lg"
    role="toolbar"
    aria-label="The chosen blocks"
  >
    <span class="mr-auto font-semibold whitespace-nowrap" role="status">{{ count }} blocks chosen</span>
    <button type="button" class="button-quiet" aria-label="Move up" @click="emit('move', -1)">Up</button>
    <button type="button" class="button-quiet" aria-label="Move down" @click="emit('move', 1)">Down</button>
    <button type="button" class="button-quiet" @click="emit('duplicate')">Duplicate</button>
    <button type="button" class="button-quiet" @click="emit('copy')">Copy</button>
    <button type="button" class="button-quiet" @click="emit('fold')">Fold</button>
    <button type="button" class="button-quiet !text-rust" @click="emit('remove')">Remove</button>
    <button type="button" class="button-quiet" @click="emit('clear')">None</button>
  </div>
</template>
