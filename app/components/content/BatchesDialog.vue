<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import type { BatchView } from '~~/server/services/listing/batches'
import LoadState from '~/components/frame/LoadState.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { isUnderWay, useBatches } from '~/composables/batches'
import { useLoad } from '~/composables/load'
import { counted } from '~/composables/words'
import { useSite } from '~/stores/site'

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
  if (batch.undoneBy) return 'taken back'
  if (isUnderWay(batch)) return 'under way'
  return { cancelled: 'stopped', failed: 'something failed; what was done stays', done: '' }[batch.state as string] ?? ''
}
</script>

<template>
  <PlainDialog :open="true" title="What you did to many" wide @close="emit('close')">
    <LoadState v-if="!value || problem" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!value.batches.length" class="text-soft">
      Nothing in the last thirty days. Choose several items in the list to do one thing to all of them.
    </p>
    <ul
      v-else
      class="max-h-[50vh] divide-y divide-line overflow-y-auto border-y border-line"
      tabindex="0"
      aria-label="What you did to many"
    >
      <li v-for="batch in value.batches" :key="batch.id" class="flex min-h-10 items-center gap-3 py-1">
        <span class="w-24 shrink-0 text-soft tabular-nums">{{ shortIn(batch.madeAt, site.zone, site.now) }}</span>
        <span class="flex-1"
          ><b class="font-semibold">{{ batch.words }}</b
          >: {{ counted(batch.ended - batch.refused, 'item')
          }}<template v-if="batch.refused"
            >, <span class="text-rust">{{ batch.refused }} refused</span></template
          ></span
        >
        <span v-if="state(batch)" class="text-soft">{{ state(batch) }}</span>
        <button v-if="batch.undoable" class="button" :disabled="busy !== null" @click="takeBack(batch.id)">Undo</button>
      </li>
    </ul>
    <template #actions><button class="button" @click="emit('close')">Close</button></template>
  </PlainDialog>
</template>
