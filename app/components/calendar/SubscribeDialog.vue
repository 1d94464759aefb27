<script setup lang="ts">
import { dateWords } from '~~/core/time/words'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { useLoad } from '~/composables/load'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** The private address under which any calendar program shows what one may read here. */
defineEmits<{ close: [] }>()
const { value: feed, load } = useLoad(() => '/me/calendar-feed')
onMounted(load)
const url = ref('')
const { act, busy } = useAct(load)
const make = () => act(async () => (url.value = (await api('POST', '/me/calendar-feed')).url), say.theAddressIsMade)
const end = () =>
  act(async () => {
    await api('DELETE', '/me/calendar-feed')
    url.value = ''
  }, say.theAddressAnswersNoMore)
</script>

<template>
  <PlainDialog :open="true" :title="say.subscribeToTheCalendar" @close="$emit('close')">
    <p>{{ say.anyCalendarProgramThatTakesAnAddress }}</p>
    <template v-if="url">
      <label class="label mt-3" for="feed-url">{{ say.theAddressShownOnlyNow }}</label>
      <input id="feed-url" class="input font-mono" readonly :value="url" @focus="($event.target as HTMLInputElement).select()" />
      <p class="hint mt-1">{{ say.whoeverHasTheAddressSees }}</p>
    </template>
    <p v-else-if="feed?.madeAt" class="mt-3">
      {{ say.yoursWasMadeOn(dateWords(feed.madeAt.slice(0, 10))) }}
    </p>
    <template #actions>
      <button class="button" @click="$emit('close')">{{ common.close }}</button>
      <button v-if="feed?.madeAt" class="button" :disabled="busy" @click="end">{{ say.endTheAddress }}</button>
      <button class="button-main" :disabled="busy" @click="make">{{ feed?.madeAt ? say.makeANewOne : say.makeAnAddress }}</button>
    </template>
  </PlainDialog>
</template>
