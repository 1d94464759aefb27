<script setup lang="ts">
import NotLoaded from '~/components/frame/NotLoaded.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import type { Trouble } from './remedies'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/mend'

/** Merges what is live into a draft, where nothing was changed in both; else it leads to where one chooses. */
const props = defineProps<{ trouble: Trouble; draft: string }>()
const emit = defineEmits<{ close: []; done: [said: string] }>()
const notices = useNotices()
const { value: update, problem, load } = useLoad(() => `/drafts/${props.draft}/update`)
void load()
const busy = ref(false)
const page = computed(() => ({ path: `/office/items/${props.trouble.item}`, query: { draft: props.draft } }))
async function bring() {
  busy.value = true
  try {
    const version = update.value?.draft?.version
    if (version) {
      await api('POST', `/drafts/${props.draft}/update`, { body: { choices: {} }, ifMatch: version })
    }
    emit('done', say.itIsUpToDate)
  } catch (error) {
    notices.trouble(error)
    await load()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="say.bringTitleUpToDate(trouble.title)" @close="emit('close')">
    <NotLoaded v-if="problem" :what="say.whatTheSiteHas" :problem="problem" @again="load" />
    <p v-else class="min-h-6" :aria-busy="!update">
      <template v-if="update">{{
        !update.live
          ? say.itIsUpToDate
          : update.conflicts.length
            ? say.bothChangedPlaces(update.conflicts.length)
            : say.theDraftTakesIn(update.live?.number ?? '')
      }}</template>
    </p>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><NuxtLink v-if="update?.conflicts.length" class="button-main" :to="page">{{ say.chooseThere }}</NuxtLink
      ><button v-else class="button-main" :disabled="!update || busy" @click="bring">{{ say.bringItUpToDate }}</button></template
    >
  </PlainDialog>
</template>
