<script setup lang="ts">
import { ChevronLeft, ChevronRight } from 'lucide-vue-next'
import { shiftDate, weekOf, weeksOf } from '~~/core/time/month'
import { dateWords, monthWords } from '~~/core/time/words'
import * as calendar from '~~/core/words/office/calendar'
import * as say from '~~/core/words/office/choosing'

/** A month to pick a day from, walked through by the arrow keys as the ARIA date grid has it. */
const props = defineProps<{ chosen: string; today: string }>()
const emit = defineEmits<{ pick: [date: string] }>()
const at = ref(props.chosen || props.today)
const month = computed(() => at.value.slice(0, 7))
const weeks = computed(() => weeksOf(month.value))
const grid = useTemplateRef<HTMLElement>('grid')
const NAMES = [calendar.mon, calendar.tue, calendar.wed, calendar.thu, calendar.fri, calendar.sat, calendar.sun]
const STEPS: Record<string, Parameters<typeof shiftDate>[1]> = {
  ArrowLeft: { days: -1 },
  ArrowRight: { days: 1 },
  ArrowUp: { weeks: -1 },
  ArrowDown: { weeks: 1 },
  PageUp: { months: -1 },
  PageDown: { months: 1 },
}
/** The day that a key leads to: the first and last of the week, or so many days, weeks and months on. */
function dayFor(key: string): string | undefined {
  if (key === 'Home') return weekOf(at.value)[0]
  if (key === 'End') return weekOf(at.value).at(-1)
  return STEPS[key] && shiftDate(at.value, STEPS[key])
}
async function key(event: KeyboardEvent) {
  const day = dayFor(event.key)
  if (!day) return
  event.preventDefault()
  at.value = day
  await nextTick()
  grid.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
}
onMounted(() => grid.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus())
</script>

<template>
  <div>
    <div class="mb-1 flex items-center">
      <button type="button" class="icon-button" :aria-label="say.monthBefore" @click="at = shiftDate(at, { months: -1 })">
        <ChevronLeft class="size-4" />
      </button>
      <p class="flex-1 text-center font-semibold" aria-live="polite">{{ monthWords(month) }}</p>
      <button type="button" class="icon-button" :aria-label="say.monthAfter" @click="at = shiftDate(at, { months: 1 })">
        <ChevronRight class="size-4" />
      </button>
    </div>
    <table ref="grid" role="grid" :aria-label="monthWords(month)" @keydown="key">
      <thead>
        <tr>
          <th v-for="name in NAMES" :key="name" scope="col" class="size-8 text-center text-small font-normal text-soft">{{ name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="days in weeks" :key="days[0]">
          <td v-for="day in days" :key="day" role="gridcell" :aria-selected="day === chosen" class="p-0">
            <button
              type="button"
              class="size-8 rounded-md tabular-nums hover:bg-deep"
              :class="[
                day.startsWith(month) ? '' : 'text-soft',
                day === chosen && 'bg-kelp-wash font-semibold text-kelp',
                day === today && 'outline outline-edge',
              ]"
              :tabindex="day === at ? 0 : -1"
              :aria-label="dateWords(day)"
              :aria-current="day === today ? 'date' : undefined"
              @click="emit('pick', day)"
            >
              {{ Number(day.slice(8)) }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
