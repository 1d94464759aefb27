<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import type { BatchView } from '~~/server/services/listing/batches'
import LoadState from '~/components/frame/LoadState.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { isUnderWay, useBatches } from '~/composables/batches'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/** What one did to many items of late; each can still be taken back as one. */
const emit = defineEmits<{ close: []; changed: [] }>()
const site = useSite()
const { value, problem, loading, load } = useLoad(() => '/batches')
onMounted(load)
const { undo } = useBatches(() => (void load(), emit('changed')))
const busy = ref<string | null>(null)
async function takeBack(id: string) {
  busy.value = id
  await undo(id)
  busy.value = null
}
const state = (batch: BatchView) => {
  if (batch.undoneBy) return say.takenBack
  if (isUnderWay(batch)) return say.underWay
  return { cancelled: say.stopped, failed: say.somethingFailedWhatWasDoneStays, done: '' }[batch.state as string] ?? ''
}
</script>

<template>
  <PlainDialog :open="true" :title="say.whatYouDidToMany" wide @close="emit('close')">
    <LoadState v-if="!value || problem" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!value.batches.length" class="text-soft">
      {{ say.nothingInTheLastThirtyDays }}
    </p>
    <ul
      v-else
      class="max-h-[50vh] divide-y divide-line overflow-y-auto border-y border-line"
      tabindex="0"
      :aria-label="say.whatYouDidToMany"
    >
      <li v-for="batch in value.batches" :key="batch.id" class="flex min-h-10 items-center gap-3 py-1">
        <span class="w-24 shrink-0 text-soft tabular-nums">{{ shortIn(batch.madeAt, site.zone, site.now) }}</span>
        <span class="flex-1"
          ><b class="font-semibold">{{ batch.words }}</b
          >: {{ common.countedItems(batch.ended - batch.refused - batch.stayed)
          }}<template v-if="batch.refused"
            >, <span class="text-rust">{{ say.refusedRefused(batch.refused) }}</span></template
          ></span
        >
        <span v-if="state(batch)" class="text-soft">{{ state(batch) }}</span>
        <button v-if="batch.undoable" class="button" :disabled="busy !== null" @click="takeBack(batch.id)">{{ common.undo }}</button>
      </li>
    </ul>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.close }}</button></template
    >
  </PlainDialog>
</template>
