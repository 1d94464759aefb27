<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import NoteDialog from './NoteDialog.vue'
import StuckGates from './StuckGates.vue'
import GatesAhead from '~/components/mend/GatesAhead.vue'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useLoad } from '~/composables/load'
import * as say from '~~/core/words/office/itemDialogs'

/**
 * Sends a draft to its gates, and says before who will be asked and until when. Where nobody could clear it, it says so, with
 * the ways out that the person has.
 */
const props = defineProps<{
  page: ItemPage
  /** Whether the person may put it live without clearance. */
  mayPutLiveAnyway: boolean
  run: (note: string) => Promise<unknown> | unknown
}>()
const emit = defineEmits<{ close: []; putLiveAnyway: [] }>()
const { value: gates, problem, load } = useLoad(() => `/drafts/${props.page.draft!.id}/gates`)
void load()
const stuck = computed(() => gates.value?.filter((gate) => gate.stuck) ?? [])
const openNotes = computed(() => props.page.draft?.notes.filter(({ resolved }) => !resolved).length ?? 0)
</script>

<template>
  <NoteDialog
    :title="say.sendToReview"
    :label="say.aWordToTheReviewer"
    :action="stuck.length ? say.sendAllTheSame : say.send"
    :run="run"
    @close="emit('close')"
  >
    <NotLoaded v-if="problem" class="mb-3" :what="say.whoWillBeAsked" :problem="problem" @again="load" />
    <div v-else class="mb-3 min-h-6" :aria-busy="!gates"><GatesAhead v-if="gates" :gates="gates" /></div>
    <StuckGates
      v-if="stuck.length"
      class="mb-3"
      :gates="stuck.map(({ name }) => name)"
      :may-put-live-anyway="mayPutLiveAnyway"
      @put-live-anyway="emit('putLiveAnyway')"
    />
    <p v-if="openNotes" class="mb-3 text-lamp">{{ say.notesAreOpen(openNotes) }}</p>
  </NoteDialog>
</template>
