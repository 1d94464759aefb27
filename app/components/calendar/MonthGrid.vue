<script setup lang="ts">
import { weeksOf } from '~~/core/time/month'
import { dateWords } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import { useCarrying } from './carrying'
import EntryChip from './EntryChip.vue'
import { byDay, lasts, wordsOf, type CalendarEntry, type TrialAnswer } from './entries'
import * as say from '~~/core/words/office/calendar'

/** A month as weeks of days. An entry is dragged to another day and keeps its time; what that would break shows before the drop. */
const props = defineProps<{
  month: string
  today: string
  entries: CalendarEntry[]
  zone: string
  lifted: CalendarEntry | null
  over: string | null
  trial: TrialAnswer | null
}>()
const emit = defineEmits<{ lift: [entry: CalendarEntry]; hover: [day: string | null]; drop: [day: string]; day: [day: string] }>()
const MOST = 3
const weeks = computed(() => weeksOf(props.month))
const days = computed(() => byDay(props.entries, props.zone))
/** A window on a day on which it neither begins nor ends is a line without words: the same every day says nothing new. */
const passes = (entry: CalendarEntry, day: string) =>
  lasts(entry) &&
  dateIn(entry.at, props.zone) < day &&
  (entry.until === null || dateIn(new Date(Date.parse(entry.until) - 1).toISOString(), props.zone) > day)
const cells = computed(
  () =>
    new Map(
      [...days.value].map(([day, entries]) => [
        day,
        { through: entries.filter((entry) => passes(entry, day)).slice(0, MOST), own: entries.filter((entry) => !passes(entry, day)) },
      ]),
    ),
)
const NONE = { through: [], own: [] }
const cell = (day: string) => cells.value.get(day) ?? NONE
/** How full a day is beside the fullest of the month, in hundredths. */
const fullest = computed(() => Math.max(1, ...[...cells.value.values()].map(({ own }) => own.length)))
const troubles = (day: string) =>
  (days.value.get(day) ?? []).reduce((sum, entry) => sum + (entry.troubles.stops || entry.state === 'held' ? 1 : 0), 0)
const NAMES = [say.mon, say.tue, say.wed, say.thu, say.fri, say.sat, say.sun]
const BY_KEY: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }
/** The day that an arrow key leads to, within the weeks that are shown. */
function next(day: string, key: string): string | null {
  const all = weeks.value.flat()
  return all[all.indexOf(day) + (BY_KEY[key] ?? NaN)] ?? null
}
const { key, leave } = useCarrying({
  lifted: () => props.lifted,
  over: () => props.over,
  cellOf: (entry) => dateIn(entry.at, props.zone),
  next,
  lift: (entry) => emit('lift', entry),
  hover: (day) => emit('hover', day),
  drop: (day) => emit('drop', day),
})
function hover(event: DragEvent, day: string) {
  if (!props.lifted) return
  event.preventDefault()
  if (props.over !== day) emit('hover', day)
}
</script>

<template>
  <table class="h-full w-full table-fixed border-collapse bg-sheet">
    <caption class="sr-only">
      {{
        say.whatIsPlannedDayByDay
      }}
    </caption>
    <thead>
      <tr class="h-8 bg-paper text-left text-small text-soft">
        <th v-for="name in NAMES" :key="name" scope="col" class="border border-line px-2 font-semibold">{{ name }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="week in weeks" :key="week[0]">
        <td
          v-for="day in week"
          :key="day"
          class="relative h-[6.6rem] border border-line p-1 align-top"
          :class="[
            day.startsWith(month) ? '' : 'bg-paper',
            day === today && 'bg-kelp-wash',
            over === day && 'outline-2 -outline-offset-2 outline-tide outline-dashed',
          ]"
          @dragover="hover($event, day)"
          @drop.prevent="emit('drop', day)"
        >
          <p class="mb-0.5 flex items-baseline px-1">
            <button
              class="font-semibold tabular-nums hover:underline"
              :class="day === today ? 'rounded bg-kelp-fill px-1.5 text-on-fill' : day.startsWith(month) ? '' : 'text-soft'"
              :aria-label="`${dateWords(day)}${days.get(day)?.length ? `, ${say.countedEntries(days.get(day)!.length)}` : ''}`"
              :aria-current="day === today ? 'date' : undefined"
              @click="emit('day', day)"
            >
              {{ Number(day.slice(8)) }}
            </button>
            <b v-if="troubles(day)" class="ml-auto text-small text-rust" :title="say.entriesInTrouble(say.countedEntries(troubles(day)))">{{
              troubles(day)
            }}</b>
          </p>
          <span
            v-for="entry in cell(day).through"
            :key="entry.id"
            class="-mx-1 mb-0.5 block h-1 bg-lamp-fill/45"
            :title="wordsOf(entry, zone)"
            aria-hidden="true"
          />
          <ul class="space-y-0.5">
            <li v-for="entry in cell(day).own.slice(0, cell(day).own.length > MOST ? MOST - 1 : MOST)" :key="entry.id">
              <EntryChip
                :entry="entry"
                :day="day"
                :zone="zone"
                :wraps="cell(day).own.length < 3 && !lasts(entry)"
                @lift="emit('lift', $event)"
                @drop="emit('hover', null)"
                @key="key"
                @leave="leave"
              />
            </li>
          </ul>
          <button v-if="cell(day).own.length > MOST" class="link block min-h-6 px-1.5 text-small" @click="emit('day', day)">
            {{ say.countMore(cell(day).own.length - MOST + 1) }}
          </button>
          <span
            v-if="cell(day).own.length"
            class="absolute bottom-0 left-0 h-[3px] bg-kelp opacity-60"
            :style="{ width: `${(cell(day).own.length / fullest) * 100}%` }"
            aria-hidden="true"
          />
          <p
            v-if="over === day && trial"
            class="pointer-events-none absolute inset-x-1 bottom-1 z-10 rounded-md border bg-sheet px-1.5 py-1 text-small shadow-md"
            :class="trial.come.length ? 'border-rust text-rust' : 'border-kelp text-kelp'"
            role="status"
          >
            <span class="sr-only">{{ dateWords(day) }}: </span
            >{{
              trial.come.length
                ? say.countedNewTroubles(trial.come.length)
                : trial.go.length
                  ? say.mendsCount(trial.go.length)
                  : say.noNewTrouble
            }}
          </p>
        </td>
      </tr>
    </tbody>
  </table>
</template>
