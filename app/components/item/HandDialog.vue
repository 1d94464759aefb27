<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemDialogs'

/** Hands what waits at a gate to a colleague who may clear it there. */
const props = defineProps<{ draft: string; gate: string; run: (person: string, name: string, note: string) => unknown }>()
const emit = defineEmits<{ close: [] }>()
type Clearer = Got<`/drafts/${string}/gates/${string}`>[number]
const notices = useNotices()
const people = shallowRef<Clearer[] | null>(null)
const [person, note] = [ref(''), ref('')]
const chosen = computed(() => people.value?.find((entry) => entry.id === person.value))
onMounted(async () => {
  try {
    people.value = await api('GET', `/drafts/${props.draft}/gates/${props.gate}`)
    person.value = people.value.find((entry) => !entry.why)?.id ?? ''
  } catch (error) {
    notices.trouble(error)
    emit('close')
  }
})
</script>

<template>
  <PlainDialog :open="true" :title="say.handToAColleague" @close="emit('close')">
    <form v-if="people" id="hand-form" class="space-y-4" @submit.prevent="chosen && run(chosen.id, chosen.name, note)">
      <fieldset>
        <legend class="label">{{ say.toWhom }}</legend>
        <p v-if="!people.length" class="text-soft">{{ say.nobodyMayClearItHere }}</p>
        <label v-for="entry in people" :key="entry.id" class="flex items-baseline gap-2 py-0.5" :class="entry.why && 'text-soft'"
          ><input v-model="person" type="radio" name="hand-to" :value="entry.id" :disabled="!!entry.why" />{{ entry.name
          }}<span v-if="entry.of" class="text-soft">{{ say.forWhom(entry.of) }}</span
          ><span v-if="entry.why">{{ entry.why }}</span></label
        >
      </fieldset>
      <div>
        <label class="label" for="hand-note">{{ say.aWordWithIt }}</label><textarea
          id="hand-note"
          v-model="note"
          class="input-area"
          rows="3"
          maxlength="5000"
        />
      </div>
      <p class="hint">{{ say.theyAreTold }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="hand-form" :disabled="!chosen">{{ say.handItOver }}</button></template
    >
  </PlainDialog>
</template>
