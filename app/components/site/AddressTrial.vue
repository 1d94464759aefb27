<script setup lang="ts">
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/addresses'

/** Tries an address: what readers get there now, and why. */
const notices = useNotices()
const address = ref('')
const when = ref<'now' | 'day'>('now')
const date = ref('')
const time = ref('12:00')
const WHEN = [
  { value: 'now' as const, word: say.now },
  { value: 'day' as const, word: say.onADay },
]
watch([when, date, time], () => (answer.value = null))
const answer = shallowRef<Got<`/addresses/try?${string}`> | null>(null)
async function tryIt() {
  try {
    answer.value = await api(
      'GET',
      `/addresses/try?${new URLSearchParams({ address: address.value, ...(when.value === 'day' && { date: date.value, time: time.value }) })}`,
    )
  } catch (error) {
    notices.trouble(error)
  }
}
const words = computed(() => {
  if (!answer.value) return ''
  const { why, item, location, via } = answer.value
  const said = say.why[why](item?.title ?? say.somethingYouMayNotSee, location ?? '')
  return via.length > 1 ? `${said.slice(0, -1)}${say.by}${via.slice(1).join(', ')}.` : said
})
</script>

<template>
  <section aria-labelledby="trial">
    <h2 id="trial" class="mb-2 border-b border-line pb-2 font-semibold">{{ say.tryAnAddress }}</h2>
    <form class="flex gap-2" role="search" @submit.prevent="tryIt">
      <input
        v-model="address"
        class="input min-w-0 flex-1 font-mono"
        required
        maxlength="2000"
        :placeholder="say.forExample"
        :aria-label="say.addressToTry"
        @input="answer = null"
      />
      <button class="button shrink-0" :disabled="when === 'day' && !(date && time)">{{ say.tryIt }}</button>
    </form>
    <ChoiceButtons v-model="when" class="mt-2" :label="say.when" :choices="WHEN" />
    <div v-if="when === 'day'" class="mt-2 grid grid-cols-[minmax(0,1fr)_5.5rem] gap-2">
      <DateField v-model="date" :label="say.day" sense="ahead" required @time="time = $event" />
      <TimeField v-model="time" :label="say.time" required />
      <p class="hint col-span-2">{{ say.handHasNoPast }}</p>
    </div>
    <div role="status">
      <p v-if="answer" class="mt-3">
        <span class="font-mono break-all">{{ answer.path }}</span> {{ say.answers }} <b>{{ answer.status }}</b>
      </p>
      <p v-if="answer" class="mt-1 break-words">
        {{ words }}
        <NuxtLink v-if="answer.item" class="link" :to="`/office/items/${answer.item.id}`">{{ say.openIt }}</NuxtLink>
      </p>
    </div>
  </section>
</template>
