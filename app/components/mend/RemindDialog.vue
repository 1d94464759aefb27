<script setup lang="ts">
import GatesAhead from './GatesAhead.vue'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import NoteDialog from '~/components/item/NoteDialog.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import * as itemDialogs from '~~/core/words/office/itemDialogs'
import * as say from '~~/core/words/office/mend'

/** Asks those who may clear a draft where it waits once more. */
const props = defineProps<{ draft: string }>()
const emit = defineEmits<{ close: []; done: [] }>()
const notices = useNotices()
const { value: gates, problem, load } = useLoad(() => `/drafts/${props.draft}/gates`)
void load()
/** The gates at which it waits: those of the first step that is not cleared. */
const open = computed(() => gates.value?.filter(({ step }) => step === gates.value![0]!.step))
async function ask(note: string): Promise<boolean> {
  try {
    await api('POST', `/drafts/${props.draft}/remind`, { body: { note } })
    emit('done')
    return true
  } catch (error) {
    notices.trouble(error)
    return false
  }
}
</script>

<template>
  <NoteDialog :title="say.askTheReviewersAgain" :label="say.aWordWithIt" :action="say.ask" :run="ask" @close="emit('close')">
    <NotLoaded v-if="problem" class="mb-3" :what="itemDialogs.whoWillBeAsked" :problem="problem" @again="load" />
    <GatesAhead v-else-if="open" class="mb-3" :gates="open" waiting />
  </NoteDialog>
</template>
