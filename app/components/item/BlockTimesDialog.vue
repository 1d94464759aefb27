<script setup lang="ts">
import { blockWindowSchema, blockWindowWords, type BlockWindow } from '~~/core/content/blockWindow'
import { meaningOf } from '~~/core/time/zone'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { repeatOn, repeatsFor } from '~/components/time/repeats'
import { useSite } from '~/stores/site'

/** Asks when readers see a block: from a time, until one, or both, once or again and again. */
const props = defineProps<{ times: BlockWindow | undefined }>()
const emit = defineEmits<{ close: []; set: [window: BlockWindow | undefined] }>()
const site = useSite()
const zone = computed(() => site.zone)
const half = (wall: string | null | undefined) => [wall?.slice(0, 10) ?? '', wall?.slice(11) ?? ''] as const
const [fromDate, fromTime] = half(props.times?.from).map((text) => ref(text)) as [Ref<string>, Ref<string>]
const [untilDate, untilTime] = half(props.times?.until).map((text) => ref(text)) as [Ref<string>, Ref<string>]
const rule = ref(props.times?.rule ?? '')
const repeats = computed(() => repeatsFor(fromDate.value || new Date().toISOString().slice(0, 10), props.times?.rule))
watch(fromDate, (now, then) => {
  if (now && then) rule.value = repeatOn(rule.value, then, now)
})
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
          ? [`The clocks skip ${text.slice(11)} that night; what is meant is read an hour later.`]
          : meaning.kind === 'overlap'
            ? [`The clocks show ${text.slice(11)} twice that night; the first is meant.`]
            : []
      })
    : [],
)
</script>

<template>
  <PlainDialog :open="true" title="When readers see this block" @close="emit('close')">
    <form id="block-times" class="space-y-3" @submit.prevent="parsed.success && emit('set', parsed.data)">
      <div class="flex flex-wrap gap-3">
        <div>
          <label class="label" for="block-from">From</label><input id="block-from" v-model="fromDate" type="date" class="input !w-44" />
        </div>
        <div>
          <label class="label" for="block-from-time">Time in {{ zone.split('/').at(-1)?.replaceAll('_', ' ') }}</label
          ><input id="block-from-time" v-model="fromTime" type="time" class="input !w-32" :disabled="!fromDate" />
        </div>
      </div>
      <div class="flex flex-wrap gap-3">
        <div>
          <label class="label" for="block-until">Until</label><input id="block-until" v-model="untilDate" type="date" class="input !w-44" />
        </div>
        <div>
          <label class="label" for="block-until-time">Time</label
          ><input id="block-until-time" v-model="untilTime" type="time" class="input !w-32" :disabled="!untilDate" />
        </div>
        <div v-if="fromDate && untilDate">
          <label class="label" for="block-rule">Comes again</label>
          <select id="block-rule" v-model="rule" class="input !w-40">
            <option v-for="one in repeats" :key="one.word" :value="one.value">{{ one.word }}</option>
          </select>
        </div>
      </div>
      <p v-if="parsed.success" class="font-medium" role="status">Readers see it {{ blockWindowWords(window) }}.</p>
      <p v-else-if="fromDate || untilDate" class="text-rust" role="alert">{{ parsed.error.issues[0]!.message }}</p>
      <p v-for="words in clocks" :key="words" class="text-rust">{{ words }}</p>
      <p class="hint">
        Its times are a part of the page: they go through its gates, and the page turns by itself. Outside them the site’s search does not
        find the block either.
      </p>
    </form>
    <template #actions
      ><button v-if="props.times" class="button mr-auto" @click="emit('set', undefined)">Show it always</button
      ><button class="button" @click="emit('close')">Cancel</button
      ><button class="button-main" form="block-times" :disabled="!parsed.success">Set the times</button></template
    >
  </PlainDialog>
</template>
