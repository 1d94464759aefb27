<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** Begins an edition, empty or with all that is cleared and not live yet. */
defineEmits<{ close: [] }>()
const notices = useNotices()
const name = ref('')
const note = ref('')
const withCleared = ref(false)
const busy = ref(false)
const { value: cleared, load } = useLoad(() => '/editions/cleared')
onMounted(load)
async function make() {
  busy.value = true
  try {
    const { edition } = await api('POST', '/editions', { body: { name: name.value.trim(), note: note.value } })
    const entries = withCleared.value ? firstOfEach(cleared.value ?? []) : []
    if (entries.length) await api('POST', `/editions/${edition}/entries`, { body: { entries } })
    await navigateTo(`/office/editions/${edition}`)
  } catch (error) {
    notices.trouble(error)
    busy.value = false
  }
}
/** An item is in an edition once; of several cleared drafts the first. */
const firstOfEach = (lines: { item: string; draft: string }[]) => [
  ...new Map(lines.toReversed().map(({ item, draft }) => [item, { item, draft }])).values(),
]
</script>

<template>
  <PlainDialog :open="true" :title="say.newEdition" @close="$emit('close')">
    <form id="edition" class="space-y-3" @submit.prevent="make">
      <div>
        <label class="label" for="edition-name">{{ common.name }}</label><input
          id="edition-name"
          v-model="name"
          class="input"
          maxlength="120"
          required
        />
      </div>
      <div>
        <label class="label" for="edition-note">{{ common.whatIsItFor }}</label>
        <textarea id="edition-note" v-model="note" class="input-area" rows="2" maxlength="2000" />
      </div>
      <label v-if="cleared?.length" class="flex items-baseline gap-2">
        <input v-model="withCleared" type="checkbox" />{{ say.takeInAllThatIsCleared(common.countedDrafts(cleared.length)) }}
      </label>
      <p class="hint">{{ say.allOfItGoesLive }}</p>
    </form>
    <template #actions
      ><button class="button" @click="$emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="edition" :disabled="busy || !name.trim()">{{ say.beginIt }}</button></template
    >
  </PlainDialog>
</template>
