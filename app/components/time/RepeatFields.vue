<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import { readRepetition, repeatFrom, weekdayOf, writeRepetition, OFTEN, type Often, type Repetition } from '~~/core/time/repetition'
import { parseRule, ruleWords } from '~~/core/time/recurrence'
import { columnDayWords } from '~~/core/time/words'
import * as say from '~~/core/words/office/time'

/**
 * How often something repeats that begins on a date, on which days of the week, and when that ends, as a rule (RFC 5545); empty
 * for once. A rule that says more than can be chosen here stays as it is until another way is chosen.
 */
const rule = defineModel<string>({ required: true })
const props = defineProps<{ date: string }>()
const id = useId()
/** The date that it begins on; while none is written, the last that was. */
const begins = ref(props.date)
const repetition = computed(() => (rule.value ? readRepetition(rule.value, begins.value) : null))
const often = computed(() => (rule.value ? (repetition.value?.often ?? 'as-set') : 'once'))
const begun: Repetition = { often: 'week', days: [], end: { by: 'never' } }
const set = (change: Partial<Repetition>) => (rule.value = writeRepetition({ ...(repetition.value ?? begun), ...change }, begins.value))
watch(
  () => props.date,
  (date) => {
    if (!date) return
    if (rule.value) rule.value = repeatFrom(rule.value, begins.value, date)
    begins.value = date
  },
)
const words: Record<Often, string> = {
  day: say.everyDay,
  week: say.everyWeek,
  'two-weeks': say.everyTwoWeeks,
  month: say.everyMonth,
  year: say.everyYear,
}
const own = parseRule(rule.value)
const asSet = own.ok && !repetition.value ? { rule: rule.value, words: say.asItWasSet(ruleWords(own.value)) } : null
function choose(value: string) {
  if (value === 'once') rule.value = ''
  else if (value === 'as-set') rule.value = asSet!.rule
  else set({ often: value as Often })
}
const isWeekly = computed(() => often.value === 'week' || often.value === 'two-weeks')
// The first of January 2024 was a Monday.
const weekdays = [1, 2, 3, 4, 5, 6, 7].map((day) => ({ day, word: columnDayWords(`2024-01-0${day}`).split(' ')[0]! }))
const first = computed(() => weekdayOf(begins.value))
function toggle(day: number) {
  const days = repetition.value?.days ?? []
  set({ days: days.includes(day) ? days.filter((one) => one !== day) : [...days, day] })
}
const end = computed(() => repetition.value?.end ?? begun.end)
/** The end that is begun with: a month after the first, or ten times. */
function chooseEnd(by: string) {
  if (by === 'date') {
    const date = new Date(Date.parse(`${begins.value}T00:00Z`) + 28 * 86_400_000).toISOString().slice(0, 10)
    set({ end: { by, date } })
  } else set({ end: by === 'count' ? { by, count: 10 } : { by: 'never' } })
}
const count = computed({
  get: () => (end.value.by === 'count' ? end.value.count : 1),
  set: (n) => void (Number.isInteger(n) && n >= 1 && n <= 10_000 && set({ end: { by: 'count', count: n } })),
})
const last = computed({
  get: () => (end.value.by === 'date' ? end.value.date : ''),
  set: (date) => void (date && set({ end: { by: 'date', date } })),
})
</script>

<template>
  <div class="flex flex-wrap gap-3">
    <div>
      <label class="label" :for="`${id}-often`">{{ say.repeats }}</label>
      <select :id="`${id}-often`" class="input !w-40" :value="often" @change="choose(($event.target as HTMLSelectElement).value)">
        <option value="once">{{ say.once }}</option>
        <option v-for="one in OFTEN" :key="one" :value="one">{{ words[one] }}</option>
        <option v-if="asSet" value="as-set">{{ asSet.words }}</option>
      </select>
    </div>
    <fieldset v-if="isWeekly">
      <legend class="label">{{ say.onTheDays }}</legend>
      <div class="flex gap-0.5">
        <button
          v-for="{ day, word } in weekdays"
          :key="day"
          type="button"
          class="button-quiet !px-1.5"
          :aria-pressed="repetition?.days.includes(day)"
          :disabled="day === first"
          :title="day === first ? say.itBeginsOnThatDay : undefined"
          @click="toggle(day)"
        >
          {{ word }}
        </button>
      </div>
    </fieldset>
    <template v-if="repetition">
      <div>
        <label class="label" :for="`${id}-end`">{{ say.theRepetitionEnds }}</label>
        <select :id="`${id}-end`" class="input !w-32" :value="end.by" @change="chooseEnd(($event.target as HTMLSelectElement).value)">
          <option value="never">{{ say.never }}</option>
          <option value="date">{{ say.onADay }}</option>
          <option value="count">{{ say.afterSomeTimes }}</option>
        </select>
      </div>
      <div v-if="end.by === 'date'">
        <label class="label" :for="`${id}-last`">{{ say.lastOn }}</label><DateField :id="`${id}-last`" v-model="last" required />
      </div>
      <div v-if="end.by === 'count'">
        <label class="label" :for="`${id}-count`">{{ say.timesInAll }}</label><input
          :id="`${id}-count`"
          v-model.number="count"
          class="input !w-20"
          type="number"
          min="1"
          max="10000"
          required
        />
      </div>
    </template>
  </div>
</template>
