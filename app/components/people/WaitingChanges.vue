<script setup lang="ts">
import { fullIn } from '~~/core/time/words'
import HandOverDialog from './HandOverDialog.vue'
import StrandDialog from './StrandDialog.vue'
import type { WaitingChange } from './types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/people'

/** The changes of rights that wait for a second steward, with a yes and a no for each, or a way to take one's own back. */
defineProps<{ changes: WaitingChange[] }>()
const emit = defineEmits<{ changed: [] }>()
const site = useSite()
const { act, busy, strands } = useAct(() => emit('changed'))
const handed = shallowRef<{ name: string; link: string } | null>(null)
const agree = (change: WaitingChange) =>
  act(async (query) => {
    const answer = await api('POST', `/rights-requests/${change.id}/agree${query}`, {
      body: { words: change.words },
    })
    if (answer.link) handed.value = { name: say.theNewColleague, link: answer.link }
  }, say.itHoldsFromNowOn)
const end = (change: WaitingChange) =>
  act(
    () => api('DELETE', `/rights-requests/${change.id}`),
    change.can === 'take-back' ? say.youTookItBackNothingChanged : say.isToldNothingChanged(change.by.name),
  )
</script>

<template>
  <section v-if="changes.length" aria-labelledby="waiting-changes" class="border-b border-line bg-lamp-wash px-5 py-3">
    <h2 id="waiting-changes" class="font-semibold">{{ say.waitsForASecondSteward }}</h2>
    <ul class="mt-1 divide-y divide-line">
      <li v-for="change in changes" :key="change.id" class="flex flex-wrap items-baseline gap-x-4 gap-y-1 py-2">
        <span class="min-w-0 flex-1 basis-80 break-words"
          >{{ change.words
          }}<span class="block text-soft">{{
            say.askedByOnFallsAwayOn(
              change.can === 'take-back' ? say.you : change.by.name,
              fullIn(change.at, site.zone),
              fullIn(change.endsAt, site.zone),
            )
          }}</span></span
        >
        <span class="flex shrink-0 gap-2">
          <template v-if="change.can === 'decide'">
            <button class="button" :disabled="busy" :aria-label="say.sayNoWords(change.words)" @click="end(change)">{{ say.sayNo }}</button>
            <button class="button-main" :disabled="busy" :aria-label="say.agreeWords(change.words)" @click="agree(change)">
              {{ say.agree }}
            </button>
          </template>
          <button
            v-else-if="change.can === 'take-back'"
            class="button"
            :disabled="busy"
            :aria-label="say.takeBackWords(change.words)"
            @click="end(change)"
          >
            {{ say.takeItBack }}
          </button>
        </span>
      </li>
    </ul>
  </section>
  <!-- Beside it: what was agreed to last leaves nothing waiting, and its link is still to be handed over. -->
  <StrandDialog v-model="strands" />
  <HandOverDialog v-model="handed" />
</template>
