<script setup lang="ts">
import ClockMoments from './ClockMoments.vue'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import SearchChoice from '~/components/form/SearchChoice.vue'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { api, ApiProblem } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { cityOf, zoneChoices } from '~/composables/zones'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import type { Stays } from '~~/core/plan/clockChange'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/site'

/** Lets the site’s clock go by another zone, once every planned moment before and after was shown. */
const emit = defineEmits<{ close: [] }>()
const site = useSite()
const notices = useNotices()
const zones = zoneChoices(site.zone)
const zone = ref(site.zone)
const stays = ref<Stays>('hours')
const preview = shallowRef<Answer<'POST', '/site/clock/preview'> | null>(null)
const problem = shallowRef<ApiProblem | null>(null)
const saving = ref(false)
const isOther = computed(() => zone.value !== '' && zone.value !== site.zone)

let turn = 0
async function look() {
  const mine = ++turn
  problem.value = null
  if (!isOther.value) return void (preview.value = null)
  try {
    const answer = await api('POST', '/site/clock/preview', { body: { zone: zone.value, stays: stays.value } })
    if (mine === turn) preview.value = answer
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    if (mine === turn) [preview.value, problem.value] = [null, error]
  }
}
watch([zone, stays], look)

async function save() {
  if (!preview.value) return
  saving.value = true
  try {
    await api('PUT', '/site/clock', { body: { zone: zone.value, stays: stays.value, mark: preview.value.mark } })
    notices.done(say.theSiteGoesByTheClockOf(cityOf(zone.value)))
    await site.refresh()
    emit('close')
  } catch (error) {
    notices.trouble(error)
    await look()
  } finally {
    saving.value = false
  }
}
</script>

<template>
  <PlainDialog open wide :title="say.changeTheTimeZone" @close="emit('close')">
    <div class="space-y-4">
      <div class="grid gap-4 sm:grid-cols-2">
        <SearchChoice v-model="zone" :label="say.timeZone" :choices="zones" />
        <div>
          <p class="label">{{ say.whatIsPlanned }}</p>
          <ChoiceButtons
            v-model="stays"
            :label="say.whatIsPlanned"
            :choices="[
              { value: 'hours', word: say.keepsItsHours },
              { value: 'instants', word: say.keepsItsMoments },
            ]"
          />
          <p class="hint mt-1">{{ stays === 'hours' ? say.hoursStayHint : say.momentsStayHint }}</p>
        </div>
      </div>
      <NotLoaded v-if="problem" :what="say.plannedMoments" :problem="problem" @again="look" />
      <p v-else-if="!isOther" class="text-soft">{{ say.chooseAnotherZone }}</p>
      <ClockMoments v-else-if="preview" :preview="preview" />
      <div v-else class="h-24" aria-busy="true" />
    </div>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :disabled="!preview || preview.past > 0 || saving || undefined" @click="save">
        {{ isOther ? say.goByTheClockOf(cityOf(zone)) : common.save }}
      </button></template
    >
  </PlainDialog>
</template>
