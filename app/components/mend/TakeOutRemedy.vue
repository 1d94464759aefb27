<script setup lang="ts">
import NotLoaded from '~/components/frame/NotLoaded.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import { useNotices } from '~/stores/notices'
import type { Trouble } from './remedies'
import * as say from '~~/core/words/office/mend'

/** Takes something planned out of its edition, or cancels it; what that would mend and bring is said before. */
const props = defineProps<{ trouble: Trouble }>()
const emit = defineEmits<{ close: []; done: [said: string] }>()
const notices = useNotices()
const { edition, event, title } = props.trouble
const foreseen = shallowRef<{ come: Trouble[]; go: Trouble[] } | null>(null)
const {
  run: foresee,
  problem,
  again,
} = useAttempt(async () => {
  foreseen.value = await api('POST', '/forecast/trial', { body: { event, at: null } })
})
void foresee()
const parts = computed(() =>
  foreseen.value
    ? [
        { words: say.thenTroubleGoes(foreseen.value.go.length), troubles: foreseen.value.go, colour: 'text-kelp' },
        { words: say.thenTroubleComes(foreseen.value.come.length), troubles: foreseen.value.come, colour: 'text-rust' },
      ].filter(({ troubles }) => troubles.length)
    : [],
)
const busy = ref(false)
async function takeOut() {
  busy.value = true
  try {
    await (edition === null ? api('DELETE', `/events/${event}`) : api('DELETE', `/editions/${edition}/entries/${event}`))
    emit('done', edition === null ? say.cancelled : say.takenOut)
  } catch (error) {
    notices.trouble(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog
    :open="true"
    :title="edition === null ? say.cancelThePlanOf(title) : say.takeTitleOutOfTheEdition(title)"
    @close="emit('close')"
  >
    <p>{{ trouble.does === 'withdraw' ? say.itDoesNotLeave : say.itsDraftStays }}</p>
    <NotLoaded :what="say.whatItWouldBring" :problem="problem" @again="again" />
    <div class="mt-2 min-h-6 space-y-2" :aria-busy="!foreseen && !problem">
      <template v-for="part in parts" :key="part.words">
        <p class="font-semibold" :class="part.colour">{{ part.words }}</p>
        <p v-for="one in part.troubles.slice(0, 4)" :key="one.key">“{{ one.title }}”: {{ one.detail }}</p>
      </template>
      <p v-if="foreseen && !parts.length">{{ say.nothingElseChanges }}</p>
    </div>
    <template #actions
      ><button class="button" @click="emit('close')">{{ say.keepIt }}</button
      ><button class="button-main" :disabled="busy" @click="takeOut">
        {{ edition === null ? say.cancelThePlan : say.takeItOut }}
      </button></template
    >
  </PlainDialog>
</template>
