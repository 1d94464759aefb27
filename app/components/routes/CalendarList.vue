<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import { Plus, X } from 'lucide-vue-next'
import { OFFICE_WEEK } from '~~/core/time/workingHours'
import { dateWords } from '~~/core/time/words'
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { Calendar } from '~/components/people/types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

/** The working calendars that deadlines count by, and the form for one. */
defineProps<{ calendars: Calendar[] }>()
const emit = defineEmits<{ changed: [] }>()
const DAYS = [say.monday, say.tuesday, say.wednesday, say.thursday, say.friday, say.saturday, say.sunday] as const
const form = ref<(Pick<Calendar, 'name' | 'week' | 'holidays'> & { id: string | null }) | null>(null)
const holiday = ref('')
const { act } = useAct(() => {
  form.value = null
  emit('changed')
})
const open = (calendar: Calendar | null) =>
  (form.value = calendar
    ? {
        id: calendar.id,
        name: calendar.name,
        week: calendar.week.map((day) => day.map((span) => ({ ...span }))),
        holidays: [...calendar.holidays],
      }
    : { id: null, name: '', week: OFFICE_WEEK.map((day) => day.map((span) => ({ ...span }))), holidays: [] })
function save() {
  const { id, ...body } = form.value!
  return act(() => (id ? api('PUT', `/calendars/${id}`, { body }) : api('POST', '/calendars', { body })), say.countsFromNowOn(body.name))
}
const end = () => act(() => api('DELETE', `/calendars/${form.value!.id}`), say.nameIsEnded(form.value!.name))
function addHoliday() {
  const { holidays } = form.value!
  if (holiday.value && !holidays.includes(holiday.value)) form.value!.holidays = [...holidays, holiday.value].sort()
  holiday.value = ''
}
const weekWords = ({ week }: Calendar) =>
  week
    .flatMap((spans, day) => (spans.length ? [`${DAYS[day]!.slice(0, 3)} ${spans.map(({ from, to }) => `${from}–${to}`).join(', ')}`] : []))
    .join(' · ')
</script>

<template>
  <section class="mt-8" aria-labelledby="calendars">
    <h2 id="calendars" class="font-semibold">{{ say.workingHours }}</h2>
    <p class="hint mt-0.5">{{ say.deadlinesAtGatesCountByThese }}</p>
    <ul class="mt-2 border-t border-line">
      <li v-for="calendar in calendars" :key="calendar.id" class="flex items-baseline gap-4 border-b border-line py-2">
        <span class="w-44 shrink-0 font-medium">{{ calendar.name }}</span>
        <span class="min-w-0 flex-1"
          >{{ weekWords(calendar)
          }}<span v-if="calendar.holidays.length" class="block text-soft">{{ say.countedHolidays(calendar.holidays.length) }}</span></span
        >
        <button class="link" :aria-label="say.changeName(calendar.name)" @click="open(calendar)">{{ common.change }}</button>
      </li>
    </ul>
    <button class="button mt-3" @click="open(null)"><Plus class="size-4" aria-hidden="true" />{{ say.anotherCalendar }}</button>
    <PlainDialog :open="form !== null" :title="form?.id ? say.changeTheWorkingHours : say.anotherCalendar" wide @close="form = null">
      <form v-if="form" id="calendar-form" class="space-y-4" @submit.prevent="save">
        <div>
          <label class="label" for="calendar-name">{{ common.name }}</label><input
            id="calendar-name"
            v-model="form.name"
            class="input"
            required
            maxlength="100"
            :placeholder="say.nightDesk"
          />
        </div>
        <fieldset>
          <legend class="label">{{ say.hoursOfEachDay }}</legend>
          <div v-for="(spans, day) in form.week" :key="day" class="flex flex-wrap items-center gap-2 border-b border-line py-1">
            <span class="w-24">{{ DAYS[day] }}</span>
            <span v-if="!spans.length" class="text-soft">{{ say.nobodyWorks }}</span>
            <span v-for="(span, n) in spans" :key="n" class="flex items-center gap-1">
              <TimeField v-model="span.from" required :label="say.dayFrom(DAYS[day]!)" />–<TimeField
                v-model="span.to"
                required
                :label="say.dayTo(DAYS[day]!)"
              /><button type="button" class="icon-button" :aria-label="say.takeTheseHoursOfAway(DAYS[day]!)" @click="spans.splice(n, 1)">
                <X class="size-4" />
              </button>
            </span>
            <button
              v-if="spans.length < 4"
              type="button"
              class="button-quiet"
              :aria-label="say.moreHoursOn(DAYS[day]!)"
              @click="spans.push(spans.length ? { from: '17:00', to: '18:00' } : { from: '08:00', to: '16:00' })"
            >
              <Plus class="size-4" aria-hidden="true" />
            </button>
          </div>
        </fieldset>
        <div>
          <label class="label" for="holiday">{{ say.holidays }}</label>
          <ul v-if="form.holidays.length" class="mb-1.5 flex flex-wrap gap-1">
            <li v-for="date in form.holidays" :key="date" class="flex items-center gap-1 rounded-md bg-kelp-wash py-0.5 pr-0.5 pl-2">
              {{ dateWords(date, 'en-GB', 'short')
              }}<button
                type="button"
                class="icon-button !size-5"
                :aria-label="say.isNoHoliday(dateWords(date))"
                @click="form.holidays = form.holidays.filter((other) => other !== date)"
              >
                <X class="size-3.5" />
              </button>
            </li>
          </ul>
          <span class="flex gap-2"
            ><DateField id="holiday" v-model="holiday" /><button type="button" class="button" :disabled="!holiday" @click="addHoliday">
              {{ say.addIt }}
            </button></span
          >
        </div>
      </form>
      <template #actions
        ><button v-if="form?.id" class="button mr-auto !text-rust" @click="end">{{ say.endIt }}</button
        ><button class="button" @click="form = null">{{ common.cancel }}</button
        ><button class="button-main" form="calendar-form">{{ common.save }}</button></template
      >
    </PlainDialog>
  </section>
</template>
