<script setup lang="ts">
import { api } from '~/composables/api'
import { lazyDialog } from '~/composables/lazily'
import { useNotices } from '~/stores/notices'
import { isDoneHere, remedyLink, remedyWords, type DialogRemedy, type Trouble } from './remedies'
import * as say from '~~/core/words/office/mend'

/** The ways to mend a trouble, each as a button: it shows first what it would bring. Afterwards it says whether the trouble is gone. */
const RemedyDialog = lazyDialog(() => import('./RemedyDialog.vue'))
const props = defineProps<{ trouble: Trouble }>()
const emit = defineEmits<{ mended: [] }>()
const notices = useNotices()
const open = shallowRef<DialogRemedy | null>(null)
async function done(said: string) {
  open.value = null
  const { key, item } = props.trouble
  try {
    const { come } = await api('GET', `/forecast?item=${item}`)
    const still = come.find((trouble) => trouble.key === key)
    notices.done(still ? say.doneButStill(said, still.detail) : say.doneAndGone(said))
  } catch (error) {
    // What was done is done; only what the forecast says of it is not known now.
    notices.done(said)
    notices.trouble(error)
  }
  emit('mended')
}
</script>

<template>
  <span class="mt-1 flex flex-wrap gap-x-3 gap-y-0.5" role="group" :aria-label="say.whatMendsIt(trouble.detail)">
    <template v-for="remedy in trouble.remedies" :key="remedy.do">
      <button v-if="isDoneHere(remedy)" type="button" class="link" @click="open = remedy">{{ remedyWords(remedy, trouble) }}</button>
      <NuxtLink v-else class="link" :to="remedyLink(remedy, trouble)">{{ remedyWords(remedy, trouble) }}</NuxtLink>
    </template>
    <RemedyDialog v-if="open" :trouble="trouble" :remedy="open" @done="done" @close="open = null" />
  </span>
</template>
