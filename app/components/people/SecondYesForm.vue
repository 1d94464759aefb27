<script setup lang="ts">
import type { SecondYes } from '~~/core/access/rightsChange'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** Which changes of people and rights a second steward is asked about. */
const emit = defineEmits<{ asked: [] }>()
const { value, load } = useLoad(() => '/second-yes')
await load()
const chosen = ref<SecondYes>(value.value?.asked ?? 'raising')
const { act, busy } = useAct(async () => {
  await load()
  chosen.value = value.value?.asked ?? chosen.value
  emit('asked')
})
const save = () => act(() => api('PUT', '/second-yes', { body: { asked: chosen.value } }), 'A second steward is asked so from now on')
const CHOICES: { value: SecondYes; word: string; hint: string }[] = [
  { value: 'every', word: 'About every change of people and rights', hint: 'Also about taking a role away or letting an account rest.' },
  {
    value: 'raising',
    word: 'About what lets somebody do more',
    hint: 'Roles given, accounts invited or woken, accounts of one person taken apart, roles no longer kept apart, a deputy for someone else.',
  },
  { value: 'none', word: 'About nothing', hint: 'Each steward changes rights alone. Choosing this asks a second steward.' },
]
</script>

<template>
  <form class="space-y-3" @submit.prevent="save">
    <fieldset class="space-y-2">
      <legend class="font-semibold">What a second steward is asked about</legend>
      <p class="hint">Where there is only one, changes hold at once; whoever may put live is told of those that let somebody do more.</p>
      <label v-for="choice in CHOICES" :key="choice.value" class="flex items-start gap-2"
        ><input v-model="chosen" type="radio" name="second-yes" class="mt-1" :value="choice.value" /><span
          >{{ choice.word }}<span class="hint block">{{ choice.hint }}</span></span
        ></label
      >
    </fieldset>
    <button class="button-main" :disabled="busy || chosen === value?.asked">Save what is asked</button>
  </form>
</template>
