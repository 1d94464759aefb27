<script setup lang="ts">
import { weekOf } from '~~/core/time/month'
import { timeIn, columnDayWords } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import { useCarrying } from './carrying'
import EntryChip from './EntryChip.vue'
import { lasts, type CalendarEntry, type TrialAnswer } from './entries'
import * as say from '~~/core/words/office/calendar'

/** A week as days and hours, with the hours in which nothing is planned left free. An entry is dragged to another hour. */
const props = defineProps<{
  day: string
  today: string
  entries: CalendarEntry[]
  zone: string
  lifted: CalendarEntry | null
  over: string | null
  trial: TrialAnswer | null
}>()
const emit = defineEmits<{ lift: [entry: CalendarEntry]; hover: [cell: string | null]; drop: [cell: string] }>()
const days = computed(() => weekOf(props.day))
const HOURS = Array.from({ length: 24 }, (_, hour) => `${String(hour).padStart(2, '0')}:00`)
const cells = computed(() => {
  const found = new Map<string, CalendarEntry[]>()
  for (const entry of props.entries) {
    const key = `${dateIn(entry.at, props.zone)} ${timeIn(entry.at, props.zone).slice(0, 2)}:00`
    found.set(key, [...(found.get(key) ?? []), entry])
  }
  return found
})
/** Windows that show through a day, over its hours. */
const bands = (day: string) =>
  props.entries.filter(
    (entry) =>
      lasts(entry) &&
      entry.until !== null &&
      dateIn(entry.at, props.zone) < day &&
      dateIn(new Date(Date.parse(entry.until) - 1).toISOString(), props.zone) >= day,
  )
const BY_KEY: Record<string, [days: number, hours: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** The hour that an arrow key leads to, within the week. */
function next(cell: string, key: string): string | null {
  const [date, hour] = cell.split(' ') as [string, string]
  const [byDays, byHours] = BY_KEY[key] ?? [NaN, NaN]
  const [day, then] = [days.value[days.value.indexOf(date) + byDays], HOURS[HOURS.indexOf(hour) + byHours]]
  return day && then ? `${day} ${then}` : null
}
const { key, leave } = useCarrying({
  lifted: () => props.lifted,
  over: () => props.over,
  cellOf: (entry) => `${dateIn(entry.at, props.zone)} ${timeIn(entry.at, props.zone).slice(0, 2)}:00`,
  next,
  lift: (entry) => emit('lift', entry),
  hover(cell) {
    emit('hover', cell)
    if (cell) table.value?.querySelector(`[data-cell="${cell}"]`)?.scrollIntoView({ block: 'nearest' })
  },
  drop: (cell) => emit('drop', cell),
})
function hover(event: DragEvent, cell: string) {
  if (!props.lifted) return
  event.preventDefault()
  if (props.over !== cell) emit('hover', cell)
}
const table = useTemplateRef<HTMLElement>('table')
// The working day is what is looked at first.
onMounted(() => table.value?.querySelector('[data-hour="06:00"]')?.scrollIntoView({ block: 'start' }))
</script>

<template>
  <table ref="table" class="w-full table-fixed border-separate border-spacing-0 bg-sheet">
    <caption class="sr-only">
      {{
        say.whatIsPlannedHourByHour
      }}
    </caption>
    <thead class="sticky top-0 z-10">
      <tr class="h-8 bg-paper text-left text-small text-soft">
        <th class="w-14 border-r border-b border-line">
          <span class="sr-only">{{ say.hour }}</span>
        </th>
        <th
          v-for="date in days"
          :key="date"
          scope="col"
          class="border-r border-b border-line px-2 font-semibold"
          :class="date === today && 'bg-kelp-wash text-ink'"
        >
          {{ columnDayWords(date) }}
          <span
            v-for="band in bands(date)"
            :key="band.id"
            class="mt-0.5 block truncate rounded-[4px] bg-lamp-wash px-1.5 font-normal text-lamp"
            >{{ band.title }}</span
          >
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="hour in HOURS" :key="hour" :data-hour="hour" class="scroll-mt-12">
        <th scope="row" class="h-9 border-r border-b border-line px-2 text-right align-top text-small font-normal text-soft tabular-nums">
          {{ hour }}
        </th>
        <td
          v-for="date in days"
          :key="date"
          class="relative h-9 border-r border-b border-line p-0.5 align-top"
          :class="[
            date === today && 'bg-kelp-wash',
            over === `${date} ${hour}` && 'outline-2 -outline-offset-2 outline-tide outline-dashed',
          ]"
          :data-cell="`${date} ${hour}`"
          @dragover="hover($event, `${date} ${hour}`)"
          @drop.prevent="emit('drop', `${date} ${hour}`)"
        >
          <EntryChip
            v-for="entry in cells.get(`${date} ${hour}`) ?? []"
            :key="entry.id"
            :entry="entry"
            :day="date"
            :zone="zone"
            @lift="emit('lift', $event)"
            @drop="emit('hover', null)"
            @key="key"
            @leave="leave"
          />
          <p
            v-if="over === `${date} ${hour}` && trial"
            class="pointer-events-none absolute top-full right-0 left-0 z-20 rounded-md border bg-sheet px-1.5 py-1 text-small shadow-md"
            :class="trial.come.length ? 'border-rust text-rust' : 'border-kelp text-kelp'"
            role="status"
          >
            <span class="sr-only">{{ columnDayWords(date) }} {{ hour }}: </span
            >{{ trial.come.length ? say.countedNewTroubles(trial.come.length) : say.noNewTrouble }}
          </p>
        </td>
      </tr>
    </tbody>
  </table>
</template>
