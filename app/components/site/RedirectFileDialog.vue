<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { useAct } from '~/composables/act'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/addresses'

/** Takes in redirects from a file, once it was shown what each line would do. */
const emit = defineEmits<{ close: []; done: [] }>()
const notices = useNotices()
const file = shallowRef<File | null>(null)
const outcome = shallowRef<Answer<'POST', '/redirects/file'> | null>(null)
const trying = ref(false)
const does = computed(() => (outcome.value ? outcome.value.made + outcome.value.changed : 0))
/** Tries the file, or takes it in as it was shown. */
const send = (seen?: string) => {
  const form = new FormData()
  form.set('file', file.value!)
  return api('POST', `/redirects/file${seen === undefined ? '' : `?seen=${seen}`}`, { form })
}
async function choose(event: Event) {
  file.value = (event.target as HTMLInputElement).files?.[0] ?? null
  outcome.value = null
  if (!file.value) return
  trying.value = true
  try {
    outcome.value = await send()
  } catch (error) {
    notices.trouble(error)
  } finally {
    trying.value = false
  }
}
const { act, busy } = useAct(() => emit('done'))
const take = () => act(() => send(outcome.value!.mark), say.takenIn(does.value))
</script>

<template>
  <PlainDialog :open="true" wide :title="say.redirectsFromAFile" @close="emit('close')">
    <div class="space-y-3">
      <p class="hint">{{ say.theFileHas }}</p>
      <label class="block"
        ><span class="label">{{ say.chooseAFile }}</span
        ><input type="file" accept=".csv,text/csv" class="input py-1" @change="choose"
      /></label>
      <div role="status">
        <p v-if="trying" class="text-soft">{{ say.tryingTheFile }}</p>
        <p v-if="outcome">{{ say.fileWould(outcome.made, outcome.changed, outcome.same) }}</p>
        <template v-if="outcome?.refusedCount">
          <p class="mt-2 text-rust">{{ say.linesRefused(outcome.refusedCount) }}</p>
          <ul class="mt-1 max-h-60 overflow-y-auto border-y border-line">
            <li v-for="each in outcome.refused" :key="each.line" class="py-1">
              <b>{{ say.line(each.line) }}</b> <span class="font-mono break-all">{{ each.from }}</span>
              <span v-for="reason in each.reasons" :key="reason.detail" class="block text-rust">{{ reason.detail }}</span>
            </li>
          </ul>
        </template>
      </div>
    </div>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :disabled="!does || busy" @click="take">{{ say.takeIn(does) }}</button></template
    >
  </PlainDialog>
</template>
