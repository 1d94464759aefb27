<script setup lang="ts">
import GatesAhead from './GatesAhead.vue'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import NoteDialog from '~/components/item/NoteDialog.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/mend'

/** Sends all that is not sent yet of an edition to review, as one set: who will be asked for each is said before. */
const props = defineProps<{ edition: string }>()
const emit = defineEmits<{ close: []; done: [said: string] }>()
const notices = useNotices()
const { value: unsent, problem, load } = useLoad(() => `/editions/${props.edition}/unsent`)
void load()
const left = shallowReactive(new Set<string>())
const chosen = computed(() => unsent.value?.filter(({ draft }) => !left.has(draft)) ?? [])
const toggle = (draft: string) => (left.has(draft) ? left.delete(draft) : left.add(draft))
async function send(note: string): Promise<boolean> {
  try {
    await api('POST', '/sendings', { body: { note, drafts: chosen.value.map(({ draft, seen }) => ({ draft, seen })) } })
    emit('done', say.draftsSent(chosen.value.length))
    return true
  } catch (error) {
    notices.trouble(error)
    await load()
    return false
  }
}
</script>

<template>
  <NoteDialog
    :title="say.sendCountToReview(chosen.length)"
    :label="say.aWordToTheReviewers"
    :action="say.sendCountToReview(chosen.length)"
    :hint="say.theyGoAsOneSet"
    :off="!chosen.length"
    :run="send"
    @close="emit('close')"
  >
    <NotLoaded v-if="problem" class="mb-3" :what="say.whatIsNotSentYet" :problem="problem" @again="load" />
    <p v-else-if="unsent && !unsent.length" class="mb-3">{{ say.nothingIsLeftToSend }}</p>
    <ul v-else class="mb-3 max-h-72 min-h-6 divide-y divide-line overflow-y-auto" :aria-label="say.whatIsNotSentYet" :aria-busy="!unsent">
      <li v-for="one in unsent" :key="one.draft" class="py-1.5">
        <label class="flex items-baseline gap-2 font-semibold"
          ><input type="checkbox" :checked="!left.has(one.draft)" @change="toggle(one.draft)" />{{ one.title }}</label
        >
        <GatesAhead class="pl-6" :gates="one.gates" />
      </li>
    </ul>
  </NoteDialog>
</template>
