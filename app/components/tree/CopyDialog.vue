<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { useAct } from '~/composables/act'
import { watchBatch } from '~/composables/batches'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/tree'

/** Copies a page, with the pages below it or without. */
const props = defineProps<{ page: { id: string; label: string }; below: number }>()
const emit = defineEmits<{ close: []; done: [] }>()
const withBelow = ref(props.below > 0)
const { act, busy } = useAct(() => emit('done'))
function copy() {
  let made: Answer<'POST', '/tree/copy'> | null = null
  return act(
    async () => (made = await api('POST', '/tree/copy', { body: { page: props.page.id, below: withBelow.value } })),
    say.copiesBegun(withBelow.value ? props.below + 1 : 1),
    async () => watchBatch((await api('POST', `/batches/${made!.batch}/undo`)).batch),
  )
}
</script>

<template>
  <PlainDialog :open="true" :title="say.copyOne(page.label)" @close="emit('close')">
    <form id="copy-page" class="space-y-3" @submit.prevent="copy">
      <template v-if="below">
        <label class="flex items-center gap-2"
          ><input v-model="withBelow" type="radio" :value="true" />{{ say.copyWithBelow(below) }}</label
        >
        <label class="flex items-center gap-2"><input v-model="withBelow" type="radio" :value="false" />{{ say.copyAlone }}</label>
      </template>
      <p class="hint">{{ say.copyHint }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="copy-page" :disabled="busy">{{ say.makeTheCopy }}</button></template
    >
  </PlainDialog>
</template>
