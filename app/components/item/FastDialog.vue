<script setup lang="ts">
import type { FastLane } from '~~/core/flow/route'
import NoteDialog from './NoteDialog.vue'
import * as say from '~~/core/words/office/itemDialogs'

/** Puts live past the gates on the fast lane of the route, and says what follows from it. */
const props = defineProps<{ fast: FastLane; run: (reason: string) => unknown }>()
const emit = defineEmits<{ close: [] }>()
const hours = computed(() => say.hoursOfWorkingTime(props.fast.hours))
</script>

<template>
  <NoteDialog
    :title="say.putLiveNowClearedAfterwards"
    :label="say.whyCanItNotWait"
    :action="say.putLiveNow"
    needed
    :hint="say.readersGetItAtOnce(hours, fast.takesBack ? say.elseItIsTakenBack : say.elseItIsToldOf)"
    :run="run"
    @close="emit('close')"
  />
</template>
