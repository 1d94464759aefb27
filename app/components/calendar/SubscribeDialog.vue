<script setup lang="ts">
import { dateWords } from '~~/core/time/words'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { useLoad } from '~/composables/load'

/** The private address under which any calendar program shows what one may read here. */
defineEmits<{ close: [] }>()
const { value: feed, load } = useLoad(() => '/me/calendar-feed')
onMounted(load)
const url = ref('')
const { act, busy } = useAct(load)
const make = () => act(async () => (url.value = (await api('POST', '/me/calendar-feed')).url), 'The address is made')
const end = () =>
  act(async () => {
    await api('DELETE', '/me/calendar-feed')
    url.value = ''
  }, 'The address answers no more')
</script>

<template>
  <PlainDialog :open="true" title="Subscribe to the calendar" @close="$emit('close')">
    <p>Any calendar program that takes an address shows what is planned where you may read, and keeps up with it.</p>
    <template v-if="url">
      <label class="label mt-3" for="feed-url">The address, shown only now</label>
      <input id="feed-url" class="input font-mono" readonly :value="url" @focus="($event.target as HTMLInputElement).select()" />
      <p class="hint mt-1">Whoever has it sees what you may see. Keep it to yourself; a new one ends the old one.</p>
    </template>
    <p v-else-if="feed?.madeAt" class="mt-3">
      Yours was made on {{ dateWords(feed.madeAt.slice(0, 10)) }}. It is not kept here in words; make a new one if you need it again.
    </p>
    <template #actions>
      <button class="button" @click="$emit('close')">Close</button>
      <button v-if="feed?.madeAt" class="button" :disabled="busy" @click="end">End the address</button>
      <button class="button-main" :disabled="busy" @click="make">{{ feed?.madeAt ? 'Make a new one' : 'Make an address' }}</button>
    </template>
  </PlainDialog>
</template>
