<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import { blockWindowSchema, blockWindowWords, type BlockWindow } from '~~/core/content/blockWindow'
import { meaningOf } from '~~/core/time/zone'
import PlainDialog from '~/components/form/PlainDialog.vue'
import RepeatFields from '~/components/time/RepeatFields.vue'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import { cityOf } from '~/composables/zones'
import * as say from '~~/core/words/office/blockKinds'

/** Asks when readers see a block, or an entry of a menu: from a time, until one, or both, once or again and again. */
const props = withDefaults(defineProps<{ times: BlockWindow | undefined; of?: 'block' | 'entry' }>(), { of: 'block' })
const emit = defineEmits<{ close: []; set: [window: BlockWindow | undefined] }>()
const site = useSite()
const zone = computed(() => site.zone)
const half = (wall: string | null | undefined) => [wall?.slice(0, 10) ?? '', wall?.slice(11) ?? ''] as const
const [fromDate, fromTime] = half(props.times?.from).map((text) => ref(text)) as [Ref<string>, Ref<string>]
const [untilDate, untilTime] = half(props.times?.until).map((text) => ref(text)) as [Ref<string>, Ref<string>]
const rule = ref(props.times?.rule ?? '')
const wall = (date: string, time: string, edge: string) => (date ? `${date}T${time || edge}` : null)
const window = computed<BlockWindow>(() => {
  const [from, until] = [wall(fromDate.value, fromTime.value, '00:00'), wall(untilDate.value, untilTime.value, '00:00')]
  return { from, until, rule: from !== null && until !== null && rule.value ? rule.value : null }
})
const parsed = computed(() => blockWindowSchema.safeParse(window.value))
const clocks = computed(() =>
  parsed.value.success
    ? [window.value.from, window.value.until].flatMap((text) => {
        if (text === null) return []
        const meaning = meaningOf({ date: text.slice(0, 10), time: text.slice(11), zone: zone.value })
        return meaning.kind === 'gap'
          ? [say.theClocksSkipThatNight(text.slice(11))]
          : meaning.kind === 'overlap'
            ? [say.theClocksShowTwiceThatNight(text.slice(11))]
            : []
      })
    : [],
)
</script>

<template>
  <PlainDialog :open="true" :title="say.whenReadersSee[of]" @close="emit('close')">
    <form id="block-times" class="space-y-3" @submit.prevent="parsed.success && emit('set', parsed.data)">
      <div class="flex flex-wrap gap-3">
        <div>
          <label class="label" for="block-from">{{ say.from }}</label><DateField
            id="block-from"
            v-model="fromDate"
            @time="fromTime = $event"
          />
        </div>
        <div>
          <label class="label" for="block-from-time">{{ say.timeInZone(cityOf(zone)) }}</label><TimeField
            id="block-from-time"
            v-model="fromTime"
            :disabled="!fromDate"
          />
        </div>
      </div>
      <div class="flex flex-wrap gap-3">
        <div>
          <label class="label" for="block-until">{{ say.until }}</label><DateField
            id="block-until"
            v-model="untilDate"
            @time="untilTime = $event"
          />
        </div>
        <div>
          <label class="label" for="block-until-time">{{ common.time }}</label><TimeField
            id="block-until-time"
            v-model="untilTime"
            :disabled="!untilDate"
          />
        </div>
        <RepeatFields v-if="fromDate && untilDate" v-model="rule" :date="fromDate" />
      </div>
      <p v-if="parsed.success" class="font-medium" role="status">{{ say.readersSeeIt(blockWindowWords(window)) }}</p>
      <p v-else-if="fromDate || untilDate" class="text-rust" role="alert">{{ parsed.error.issues[0]!.message }}</p>
      <p v-for="words in clocks" :key="words" class="text-rust">{{ words }}</p>
      <p class="hint">
        {{ say.itsTimesGoThroughGates[of] }}
      </p>
    </form>
    <template #actions
      ><button v-if="props.times" class="button mr-auto" @click="emit('set', undefined)">{{ say.showItAlways }}</button
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="block-times" :disabled="!parsed.success">{{ say.setTheTimes }}</button></template
    >
  </PlainDialog>
</template>
