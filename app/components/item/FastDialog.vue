<script setup lang="ts">
import type { FastLane } from '~~/core/flow/route'
import NoteDialog from './NoteDialog.vue'

/** Puts live past the gates on the fast lane of the route, and says what follows from it. */
const props = defineProps<{ fast: FastLane; run: (reason: string) => unknown }>()
const emit = defineEmits<{ close: [] }>()
const hours = computed(() => `${props.fast.hours} ${props.fast.hours === 1 ? 'hour' : 'hours'} of working time`)
</script>

<template>
  <NoteDialog
    title="Put live now, cleared afterwards"
    label="Why can it not wait?"
    action="Put live now"
    needed
    :hint="`Readers get it at once. Its gates have ${hours} to clear it; ${fast.takesBack ? 'else it is taken back from the site' : 'else it is told of, and stays'}.`"
    :run="run"
    @close="emit('close')"
  />
</template>
