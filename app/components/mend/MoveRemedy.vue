<script setup lang="ts">
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import PlainDialog from '~/components/form/PlainDialog.vue'
import WhenDialog from '~/components/item/WhenDialog.vue'
import type { Trouble } from './remedies'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/mend'

/** Moves what is planned, or its whole edition, to the next moment without the trouble, or to another one that is chosen here. */
const props = defineProps<{ trouble: Trouble }>()
const emit = defineEmits<{ close: []; done: [said: string] }>()
const notices = useNotices()
const { edition, event } = props.trouble
/** The proposed moment; `null` where there is none, undefined while it is looked for. */
const free = ref<string | null>()
onMounted(async () => {
  try {
    free.value = (await api('POST', '/forecast/free-moment', { body: { trouble: props.trouble.key } })).at
  } catch (error) {
    free.value = null
    notices.trouble(error)
  }
})
async function move(moment: { date: string; time: string; choice?: 'earlier' | 'later' }) {
  await (edition === null ? api('PATCH', `/events/${event}`, { body: moment }) : api('PATCH', `/editions/${edition}`, { body: { moment } }))
  emit('done', say.moved)
}
</script>

<template>
  <PlainDialog v-if="free === undefined" :open="true" :title="say.whenItCouldBe" @close="emit('close')">
    <p role="status">{{ say.lookingForAMoment }}</p>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button></template
    >
  </PlainDialog>
  <WhenDialog
    v-else
    :title="edition === null ? say.moveTitle(trouble.title) : say.moveTheEdition"
    :action="say.moveIt"
    :about="free ? say.nextMomentWithoutTrouble : say.noMomentWithoutTrouble"
    :at="free ?? trouble.at"
    :trial="edition === null ? { event } : { edition }"
    :run="move"
    @close="emit('close')"
  />
</template>
