<script setup lang="ts">
import { ChevronLeft, ChevronRight, Printer } from 'lucide-vue-next'
import { useDebounceFn } from '@vueuse/core'
import { shiftDate, weekOf, weeksOf } from '~~/core/time/month'
import { dateWords, fullIn, monthWords } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import { dayBounds, wallTimeOf, instantOf } from '~~/core/time/zone'
import AgendaList from '~/components/calendar/AgendaList.vue'
import EditionCards from '~/components/calendar/EditionCards.vue'
import ForecastList from '~/components/calendar/ForecastList.vue'
import MonthGrid from '~/components/calendar/MonthGrid.vue'
import TimeDial from '~/components/calendar/TimeDial.vue'
import WeekGrid from '~/components/calendar/WeekGrid.vue'
import { CALENDAR_WORDS } from '~~/core/plan/calendarWords'
import type { CalendarEntry, TrialAnswer } from '~/components/calendar/entries'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { whyNot } from '~/composables/commands'
import { lazily } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** What is planned: by month, by week, as a list; with the editions ahead, the forecast, and the dial to any moment. */
const WhenDialog = lazily(() => import('~/components/item/WhenDialog.vue'))
const SubscribeDialog = lazily(() => import('~/components/calendar/SubscribeDialog.vue'))
const NewEditionDialog = lazily(() => import('~/components/calendar/NewEditionDialog.vue'))

const site = useSite()
const route = useRoute()
const router = useRouter()
const zone = computed(() => site.zone)
const today = computed(() => dateIn(site.now.toISOString(), zone.value))
const VIEWS = [
  { value: 'month', word: say.month },
  { value: 'week', word: say.week },
  { value: 'agenda', word: say.agenda },
] as const
const view = computed(() => VIEWS.find(({ value }) => value === route.query.view)?.value ?? 'month')
const day = computed(() => (/^\d{4}-\d\d-\d\d$/.test(String(route.query.day)) ? String(route.query.day) : today.value))
const month = computed(() => day.value.slice(0, 7))
const go = (query: Record<string, string | undefined>) => router.replace({ query: { ...route.query, ...query } })
const STEP = { month: { months: 1 }, week: { weeks: 1 }, agenda: { months: 1 } } as const
function turn(sign: 1 | -1) {
  const [unit, n] = Object.entries(STEP[view.value])[0]!
  void go({ day: shiftDate(day.value, { [unit]: n * sign }) })
}
const shownDays = computed(() => {
  if (view.value === 'week') return weekOf(day.value)
  if (view.value === 'month') return weeksOf(month.value).flat()
  return [day.value, shiftDate(day.value, { months: 1 })]
})
const bounds = computed(() => ({
  from: dayBounds(shownDays.value[0]!, zone.value).from,
  to: dayBounds(shownDays.value.at(-1)!, zone.value).to,
}))
const { value: loaded, problem: notLoaded, load } = useLoad(() => `/calendar?from=${bounds.value.from}&to=${bounds.value.to}`)
const { value: editions, problem: noEditions, load: loadEditions } = useLoad(() => '/editions')
const { value: foretold, problem: noForecast, load: loadForecast } = useLoad(() => '/forecast')
const dialFrom = computed(() => new Date(site.now.getTime() - 62 * 86_400_000).toISOString().slice(0, 10) + 'T00:00:00.000Z')
const dialTo = computed(() => new Date(site.now.getTime() + 93 * 86_400_000).toISOString().slice(0, 10) + 'T00:00:00.000Z')
const { value: wide, load: loadWide } = useLoad(() => `/calendar?from=${dialFrom.value}&to=${dialTo.value}`)
/** What of it did not come: an empty calendar would say that nothing is planned. */
const problem = computed(() => notLoaded.value ?? noEditions.value ?? noForecast.value)
const loadAll = () => Promise.all([load(), loadEditions(), loadForecast(), loadWide()])
onMounted(loadAll)
watch(bounds, load)
const again = useDebounceFn(loadAll, 600, { maxWait: 3_000 })
watch(() => site.news, again)

const section = computed(() => String(route.query.section ?? ''))
const kind = computed(() => String(route.query.kind ?? ''))
const who = computed(() => String(route.query.person ?? ''))
const KINDS = ['put-live', 'withdraw', 'window', 'block', 'edition', 'embargo', 'review-by'] as const
const people = computed(() => [...new Set((loaded.value ?? []).map(({ person }) => person).filter(Boolean))].sort())
const inSection = (id: string | null): boolean => {
  for (let at = id; at; at = site.sections.find((one) => one.id === at)?.parent ?? null) if (at === section.value) return true
  return false
}
const entries = computed(() =>
  (loaded.value ?? []).filter(
    (entry) =>
      (!section.value || inSection(entry.section)) &&
      (!kind.value || entry.what === kind.value) &&
      (!who.value || entry.person === who.value),
  ),
)
const troubles = computed(() => foretold.value?.come ?? [])
const troublesOf = computed(() => {
  const counts = new Map<string, number>()
  for (const { edition } of troubles.value) if (edition) counts.set(edition, (counts.get(edition) ?? 0) + 1)
  return counts
})
const reviews = computed(() => (wide.value ?? []).filter(({ what, at }) => what === 'review-by' && at > site.now.toISOString()).slice(0, 8))

const { act } = useAct(loadAll)
const whyNotPlan = computed(() => whyNot(site.site?.may['item.plan']))
const lifted = shallowRef<CalendarEntry | null>(null)
const over = ref<string | null>(null)
const trial = shallowRef<TrialAnswer | null>(null)
const notices = useNotices()
const dialog = ref<'subscribe' | 'edition' | null>(null)
/** An entry that is being moved by typing where to, with the moment that was dropped on. */
const moving = shallowRef<{ entry: CalendarEntry; at: string } | null>(null)

/** The wall time that an entry would get in a cell: a day, or a day and an hour. */
function wallIn(entry: CalendarEntry, cell: string) {
  const [date, hour] = cell.split(' ') as [string, string?]
  const { time } = wallTimeOf(entry.at, zone.value)
  return { date, time: hour ? `${hour.slice(0, 2)}:${time.slice(3)}` : time }
}
const ask = useDebounceFn(async (cell: string) => {
  const entry = lifted.value
  if (!entry || over.value !== cell) return
  const at = instantOf({ ...wallIn(entry, cell), zone: zone.value })
  try {
    const moved = entry.edition ? { edition: entry.edition } : { event: entry.event ?? undefined }
    const answer = await api('POST', '/forecast/trial', { body: { ...moved, at } })
    if (over.value === cell) trial.value = answer
  } catch (error) {
    notices.trouble(error)
  }
}, 120)
function hover(cell: string | null) {
  over.value = cell
  trial.value = null
  if (cell) void ask(cell)
  else lifted.value = null
}
const move = (entry: CalendarEntry, when: { date: string; time: string; choice?: 'earlier' | 'later' }) =>
  entry.edition
    ? api('PATCH', `/editions/${entry.edition}`, { body: { moment: when } })
    : api('PATCH', `/events/${entry.event}`, { body: when })
function drop(cell: string) {
  const entry = lifted.value
  const answer = trial.value
  hover(null)
  if (!entry) return
  const wall = wallIn(entry, cell)
  const at = instantOf({ ...wall, zone: zone.value })
  // What the clocks make doubtful, and what would bring trouble, is asked about; the rest is done at once and can be undone.
  const back = wallTimeOf(entry.at, zone.value)
  if (wallTimeOf(at, zone.value).time !== wall.time || answer?.come.length) moving.value = { entry, at: `${wall.date}T${wall.time}` }
  else
    void act(
      async () => {
        try {
          await move(entry, wall)
        } catch (error) {
          moving.value = { entry, at: `${wall.date}T${wall.time}` }
          throw error
        }
      },
      say.nowItWas(entry.title, CALENDAR_WORDS[entry.what], fullIn(at, zone.value), dateWords(back.date, 'en-GB', 'short'), back.time),
      () => move(entry, back),
    )
}
const moment = ref(new Date(Math.ceil(Date.now() / 900_000) * 900_000).toISOString())
onMounted(() => (moment.value = new Date(Math.ceil(site.now.getTime() / 900_000) * 900_000).toISOString()))
const ticks = computed(() => (wide.value ?? []).filter(({ what }) => what !== 'review-by').map(({ at, title }) => ({ at, title })))
const title = computed(() =>
  view.value === 'week'
    ? say.fromDayToDay(dateWords(weekOf(day.value)[0]!, 'en-GB', 'short'), dateWords(weekOf(day.value)[6]!, 'en-GB', 'short'))
    : view.value === 'month'
      ? monthWords(month.value)
      : say.fromDay(dateWords(day.value, 'en-GB', 'short')),
)
const print = () => window.print()
</script>

<template>
  <div class="flex h-full flex-col">
    <PlaceStrip :name="title">
      <div class="flex items-center gap-0.5">
        <button class="icon-button" :aria-label="say.earlier" @click="turn(-1)"><ChevronLeft class="size-4" /></button>
        <button class="button-quiet" :disabled="day === today" @click="go({ day: undefined })">{{ say.today }}</button>
        <button class="icon-button" :aria-label="say.later" @click="turn(1)"><ChevronRight class="size-4" /></button>
      </div>
      <ChoiceButtons
        :model-value="view"
        :label="common.views"
        :choices="[...VIEWS]"
        @update:model-value="go({ view: $event === 'month' ? undefined : $event })"
      />
      <select
        class="input !w-36"
        :aria-label="common.section"
        :value="section"
        @change="go({ section: ($event.target as HTMLSelectElement).value || undefined })"
      >
        <option value="">{{ say.allSections }}</option>
        <option v-for="one in site.sections" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <select
        class="input !w-32"
        :aria-label="common.what"
        :value="kind"
        @change="go({ kind: ($event.target as HTMLSelectElement).value || undefined })"
      >
        <option value="">{{ common.everything }}</option>
        <option v-for="one in KINDS" :key="one" :value="one">
          {{
            {
              'put-live': say.goingLive,
              withdraw: say.leaving,
              window: say.windows,
              block: say.partsOfPages,
              edition: say.editions,
              embargo: say.embargoes,
              'review-by': say.toLookAtAgain,
            }[one]
          }}
        </option>
      </select>
      <select
        v-if="people.length > 1 || who"
        class="input !w-34 max-xl:hidden"
        :aria-label="say.whose"
        :value="who"
        @change="go({ person: ($event.target as HTMLSelectElement).value || undefined })"
      >
        <option value="">{{ say.everybodys }}</option>
        <option v-for="one in people" :key="one" :value="one">{{ one }}</option>
      </select>
      <template #action>
        <button class="icon-button" :aria-label="say.print" :title="say.print" @click="print"><Printer class="size-4" /></button>
        <button class="button" @click="dialog = 'subscribe'">{{ say.subscribe }}</button>
        <button class="button-main" :disabled="!!whyNotPlan" :title="whyNotPlan" @click="dialog = 'edition'">{{ say.newEdition }}</button>
      </template>
    </PlaceStrip>
    <div class="flex min-h-0 flex-1 max-lg:flex-col">
      <EditionCards
        class="w-56 shrink-0 border-r border-line max-lg:w-full print:hidden"
        :editions="editions"
        :reviews="reviews"
        :troubles="troublesOf"
        :zone="zone"
      />
      <div class="min-h-0 min-w-0 flex-1 overflow-y-auto" tabindex="-1">
        <LoadState v-if="problem" :problem="problem" :loading="false" @retry="loadAll" />
        <MonthGrid
          v-if="view === 'month'"
          :month="month"
          :today="today"
          :entries="entries"
          :zone="zone"
          :lifted="lifted"
          :over="over"
          :trial="trial"
          @lift="lifted = $event"
          @hover="hover"
          @drop="drop"
          @day="go({ day: $event, view: 'agenda' })"
        />
        <WeekGrid
          v-else-if="view === 'week'"
          :key="weekOf(day)[0]"
          :day="day"
          :today="today"
          :entries="entries"
          :zone="zone"
          :lifted="lifted"
          :over="over"
          :trial="trial"
          @lift="lifted = $event"
          @hover="hover"
          @drop="drop"
        />
        <AgendaList
          v-else
          :entries="entries"
          :zone="zone"
          :today="today"
          :from="bounds.from"
          @move="moving = { entry: $event, at: $event.at }"
        />
      </div>
      <ForecastList
        class="w-64 shrink-0 border-l border-line bg-sheet max-lg:w-full print:hidden"
        :troubles="foretold && troubles"
        :zone="zone"
      />
    </div>
    <div class="flex shrink-0 items-center gap-5 border-t border-line bg-sheet px-5 py-1.5 max-lg:flex-wrap print:hidden">
      <p class="w-60 shrink-0 leading-tight">
        <b class="font-semibold">{{ say.theSiteAsOf }}</b><span class="block text-soft tabular-nums">{{ fullIn(moment, zone) }}</span>
      </p>
      <TimeDial v-model="moment" :from="dialFrom" :to="dialTo" :ticks="ticks" :zone="zone" />
      <NuxtLink class="button" :to="{ path: '/office/moment', query: { at: moment } }">{{ say.seeTheSiteThen }}</NuxtLink>
    </div>
    <WhenDialog
      v-if="moving"
      :title="say.moveQuoted(moving.entry.title)"
      :action="common.moveIt"
      :at="moving.at"
      :trial="moving.entry.edition ? { edition: moving.entry.edition } : { event: moving.entry.event! }"
      :run="
        async (when) => {
          await move(moving!.entry, when)
          await loadAll()
        }
      "
      @close="moving = null"
    />
    <SubscribeDialog v-if="dialog === 'subscribe'" @close="dialog = null" />
    <NewEditionDialog v-if="dialog === 'edition'" @close="dialog = null" />
  </div>
</template>
