<script setup lang="ts">
import type { SecondYes } from '~~/core/access/rightsChange'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import * as say from '~~/core/words/office/routes'

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
const save = () => act(() => api('PUT', '/second-yes', { body: { asked: chosen.value } }), say.aSecondStewardIsAsked)
const CHOICES: { value: SecondYes; word: string; hint: string }[] = [
  { value: 'every', word: say.aboutEveryChangeOfPeopleAndRights, hint: say.alsoAboutTakingARoleAway },
  {
    value: 'raising',
    word: say.aboutWhatLetsSomebodyDoMore,
    hint: say.rolesGiven,
  },
  { value: 'none', word: say.aboutNothing, hint: say.eachStewardChangesRightsAlone },
]
</script>

<template>
  <form class="space-y-3" @submit.prevent="save">
    <fieldset class="space-y-2">
      <legend class="font-semibold">{{ say.whatASecondStewardIsAskedAbout }}</legend>
      <p class="hint">{{ say.whereThereIsOnlyOne }}</p>
      <label v-for="choice in CHOICES" :key="choice.value" class="flex items-start gap-2"
        ><input v-model="chosen" type="radio" name="second-yes" class="mt-1" :value="choice.value" /><span
          >{{ choice.word }}<span class="hint block">{{ choice.hint }}</span></span
        ></label
      >
    </fieldset>
    <button class="button-main" :disabled="busy || chosen === value?.asked">{{ say.saveWhatIsAsked }}</button>
  </form>
</template>
