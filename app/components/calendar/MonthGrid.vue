<script setup lang="ts">
import { weeksOf } from '~~/core/time/month'
import { dateWords } from '~~/core/time/words'
import EntryChip from './EntryChip.vue'
import { byDay, type CalendarEntry, type TrialAnswer } from './entries'
import { counted } from '~/composables/words'

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
const troubles = (day: string) =>
  (days.value.get(day) ?? []).reduce((sum, entry) => sum + (entry.troubles.stops || entry.state === 'held' ? 1 : 0), 0)
const NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
function hover(event: DragEvent, day: string) {
  if (!props.lifted) return
  event.preventDefault()
  if (props.over !== day) emit('hover', day)
}
</script>

<template>
  <table class="h-full w-full table-fixed border-collapse bg-sheet">
    <caption class="sr-only">
      What is planned, day by day
    </caption>
    <thead>
      <tr class="h-8 bg-paper text-left text-[0.86rem] text-soft">
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
              :aria-label="`${dateWords(day)}${days.get(day)?.length ? `, ${counted(days.get(day)!.length, 'entry', 'entries')}` : ''}`"
              :aria-current="day === today ? 'date' : undefined"
              @click="emit('day', day)"
            >
              {{ Number(day.slice(8)) }}
            </button>
            <b
              v-if="troubles(day)"
              class="ml-auto text-[0.86rem] text-rust"
              :title="`${counted(troubles(day), 'entry', 'entries')} in trouble`"
              >{{ troubles(day) }}</b
            >
          </p>
          <ul class="space-y-0.5">
            <li v-for="entry in (days.get(day) ?? []).slice(0, (days.get(day)?.length ?? 0) > MOST ? MOST - 1 : MOST)" :key="entry.id">
              <EntryChip
                :entry="entry"
                :day="day"
                :zone="zone"
                :wraps="(days.get(day)?.length ?? 0) < 3 && entry.what !== 'window'"
                @lift="emit('lift', $event)"
                @drop="emit('hover', null)"
              />
            </li>
          </ul>
          <button v-if="(days.get(day)?.length ?? 0) > MOST" class="link px-1.5 text-[0.86rem]" @click="emit('day', day)">
            {{ days.get(day)!.length - MOST + 1 }} more
          </button>
          <p
            v-if="over === day && trial"
            class="pointer-events-none absolute inset-x-1 bottom-1 z-10 rounded-md border bg-sheet px-1.5 py-1 text-[0.86rem] shadow-md"
            :class="trial.come.length ? 'border-rust text-rust' : 'border-kelp text-kelp'"
            role="status"
          >
            {{
              trial.come.length
                ? counted(trial.come.length, 'new trouble')
                : trial.go.length
                  ? `mends ${trial.go.length}`
                  : 'no new trouble'
            }}
          </p>
        </td>
      </tr>
    </tbody>
  </table>
</template>
