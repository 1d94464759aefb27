<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import NoteDialog from './NoteDialog.vue'
import GatesAhead from '~/components/mend/GatesAhead.vue'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
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
const site = useSite()
const { value: gates, problem, load } = useLoad(() => `/drafts/${props.page.draft!.id}/gates`)
void load()
const stuck = computed(() => gates.value?.filter((gate) => gate.stuck) ?? [])
const openNotes = computed(() => props.page.draft?.notes.filter(({ resolved }) => !resolved).length ?? 0)
const mayInvite = computed(() => site.site?.may['people.change'] === null)
const mayRoute = computed(() => site.site?.may['route.change'] === null)
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
    <div v-if="stuck.length" role="alert" class="mb-3 rounded-md border border-rust bg-rust-wash px-3 py-2">
      <p class="text-rust">{{ say.nobodyElseCanClearIt(say.allOf(stuck.map(({ name }) => name))) }}</p>
      <ul class="mt-1.5 flex flex-wrap gap-2">
        <li v-if="mayInvite">
          <NuxtLink class="button" to="/office/people?add=">{{ say.inviteAColleague }}</NuxtLink>
        </li>
        <li v-if="mayRoute">
          <NuxtLink class="button" :to="{ path: '/office/people', query: { view: 'routes' } }">{{ say.noGateForNow }}</NuxtLink>
        </li>
        <li v-if="mayPutLiveAnyway">
          <button type="button" class="button" @click="emit('putLiveAnyway')">{{ say.putLiveWithAReason }}</button>
        </li>
      </ul>
      <p v-if="!mayInvite && !mayRoute && !mayPutLiveAnyway" class="mt-1">{{ say.askASteward }}</p>
    </div>
    <p v-if="openNotes" class="mb-3 text-lamp">{{ say.notesAreOpen(openNotes) }}</p>
  </NoteDialog>
</template>
