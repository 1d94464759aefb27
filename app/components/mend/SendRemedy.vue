<script setup lang="ts">
import SendDialog from '~/components/item/SendDialog.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/mend'

/** Sends a draft to review from where its trouble stands. */
const props = defineProps<{ item: string; draft: string }>()
const emit = defineEmits<{ close: []; done: [said: string] }>()
const notices = useNotices()
const { value: page, problem, load } = useLoad(() => `/items/${props.item}?draft=${props.draft}`)
void load()
watch(problem, (told) => {
  if (!told) return
  notices.trouble(told)
  emit('close')
})
async function send(note: string): Promise<boolean> {
  const { id, head } = page.value!.draft!
  try {
    await api('POST', `/drafts/${id}/send`, { body: { note }, ifMatch: head })
    emit('done', say.sentToReview)
    return true
  } catch (error) {
    notices.trouble(error)
    return false
  }
}
</script>

<template>
  <SendDialog v-if="page?.draft" :page="page" :may-put-live-anyway="false" :run="send" @close="emit('close')" />
</template>
