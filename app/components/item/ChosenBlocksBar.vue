<script setup lang="ts">
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemPanels'

/** What can be done with several chosen blocks at once. */
defineProps<{ count: number }>()
const emit = defineEmits<{ move: [by: -1 | 1]; duplicate: []; copy: []; fold: []; remove: []; clear: [] }>()
</script>

<template>
  <div
    class="sticky bottom-3 z-20 mt-4 flex items-center gap-1 rounded-md border border-line bg-sheet px-3 py-1.5 font-sans text-plain shadow-lg"
    role="toolbar"
    :aria-label="say.theChosenBlocks"
  >
    <span class="mr-auto font-semibold whitespace-nowrap" role="status">{{ say.countBlocksChosen(count) }}</span>
    <button type="button" class="button-quiet" :aria-label="say.moveUp" @click="emit('move', -1)">{{ say.up }}</button>
    <button type="button" class="button-quiet" :aria-label="say.moveDown" @click="emit('move', 1)">{{ say.down }}</button>
    <button type="button" class="button-quiet" @click="emit('duplicate')">{{ say.duplicate }}</button>
    <button type="button" class="button-quiet" @click="emit('copy')">{{ common.copy }}</button>
    <button type="button" class="button-quiet" @click="emit('fold')">{{ common.fold }}</button>
    <button type="button" class="button-quiet !text-rust" @click="emit('remove')">{{ say.remove }}</button>
    <button type="button" class="button-quiet" @click="emit('clear')">{{ say.none }}</button>
  </div>
</template>
