<script setup lang="ts">
import { dateWords, timeIn, weekdayWords } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import { grouped } from '~~/core/grouped'
import { calendarWords } from '~~/core/plan/calendarWords'
import { isMovable, linkOf, lasts, type CalendarEntry } from './entries'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** What is planned as a list, day after day. */
const props = defineProps<{ entries: CalendarEntry[]; zone: string; today: string; from: string }>()
defineEmits<{ move: [entry: CalendarEntry] }>()
const days = computed(() =>
  [...grouped(props.entries, (entry) => dateIn(entry.at < props.from ? props.from : entry.at, props.zone))].sort(([a], [b]) =>
    a.localeCompare(b),
  ),
)
/** What began on an earlier day has no time of the day that it is listed under; nor has what holds for all of it. */
const timeOf = (entry: CalendarEntry) => (entry.what === 'review-by' || entry.at < props.from ? '' : timeIn(entry.at, props.zone))
const trouble = (entry: CalendarEntry) => entry.troubles.stops + entry.troubles.warns
</script>

<template>
  <div class="space-y-5 px-5 py-4">
    <p v-if="!days.length" class="rounded-md border border-line bg-sheet px-4 py-6 text-center text-soft">
      {{ say.nothingIsPlannedHere }}
    </p>
    <section
      v-for="[day, list] in days"
      :key="day"
      class="[contain-intrinsic-size:auto_12rem] [content-visibility:auto]"
      :aria-label="dateWords(day)"
    >
      <h2 class="mb-1 font-semibold" :class="day === today && 'text-kelp'">
        {{ weekdayWords(day) }} {{ dateWords(day) }}<span v-if="day === today" class="font-normal">{{ say.andToday }}</span>
      </h2>
      <ul class="divide-y divide-line rounded-md border border-line bg-sheet">
        <li v-for="entry in list" :key="entry.id" class="flex min-h-9 flex-wrap items-baseline gap-x-3 px-3 py-1.5">
          <span class="w-12 shrink-0 text-soft tabular-nums">{{ timeOf(entry) }}</span>
          <NuxtLink :to="linkOf(entry)" class="font-medium underline decoration-line underline-offset-2 hover:decoration-ink">{{
            entry.title
          }}</NuxtLink>
          <span :class="entry.what === 'withdraw' ? 'text-rust' : 'text-soft'"
            >{{ calendarWords(entry)
            }}<template v-if="lasts(entry) && entry.until">
              {{ say.untilDayAndTime(timeIn(entry.until, zone), dateWords(dateIn(entry.until, zone), 'en-GB', 'short')) }}</template
            ><template v-if="entry.repeats">, {{ entry.repeats }}</template></span
          >
          <span v-if="entry.state === 'held'" class="font-semibold text-rust">{{ say.heldDetail(entry.reasons[0]?.detail ?? '') }}</span>
          <span v-else-if="!entry.cleared" class="text-lamp">{{
            entry.ready ? say.clearedOfTotalCleared(entry.ready.cleared, entry.ready.of) : say.notClearedYet
          }}</span>
          <span v-if="trouble(entry)" class="text-rust">{{ common.troublesForeseen(common.countedTroubles(trouble(entry))) }}</span>
          <span class="ml-auto text-soft">{{ [entry.sectionName, entry.person].filter(Boolean).join(' · ') }}</span>
          <button v-if="isMovable(entry)" class="link" :aria-label="say.moveTitle(entry.title)" @click="$emit('move', entry)">
            {{ say.move }}
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>
