<script setup lang="ts">
import { ChevronLeft, ChevronRight, Printer } from 'lucide-vue-next'
import { useDebounceFn } from '@vueuse/core'
import { weekOf } from '~~/core/time/month'
import { dateWords, fullIn, monthWords } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import AgendaList from '~/components/calendar/AgendaList.vue'
import CalendarFilters from '~/components/calendar/CalendarFilters.vue'
import EditionCards from '~/components/calendar/EditionCards.vue'
import ForecastList from '~/components/calendar/ForecastList.vue'
import MonthGrid from '~/components/calendar/MonthGrid.vue'
import TimeDial from '~/components/calendar/TimeDial.vue'
import WeekGrid from '~/components/calendar/WeekGrid.vue'
import { shownEntries } from '~/components/calendar/entries'
import { useMovingEntries } from '~/components/calendar/movingEntries'
import { dayForView, periodOf, stepFrom, type CalendarView } from '~/components/calendar/period'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { whyNot } from '~/composables/commands'
import { lazily } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
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
const go = (query: Record<string, string | undefined>) => router.replace({ query: { ...route.query, ...query } })
/** Shows another view of where one is. */
function show(next: CalendarView) {
  const from = dayForView(next, view.value, day.value, today.value)
  void go({ view: next === 'month' ? undefined : next, ...(from === null ? {} : { day: from === today.value ? undefined : from }) })
}
const bounds = computed(() => periodOf(view.value, day.value, zone.value))
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

const filter = computed(() => ({
  section: String(route.query.section ?? ''),
  kind: String(route.query.kind ?? ''),
  person: String(route.query.person ?? ''),
}))
const people = computed(() => [...new Set((loaded.value ?? []).map(({ person }) => person).filter(Boolean))].sort())
const entries = computed(() => shownEntries(loaded.value ?? [], filter.value, site.sections))
const troubles = computed(() => foretold.value?.come ?? [])
const troublesOf = computed(() => {
  const counts = new Map<string, number>()
  for (const { edition } of troubles.value) if (edition) counts.set(edition, (counts.get(edition) ?? 0) + 1)
  return counts
})
const reviews = computed(() => (wide.value ?? []).filter(({ what, at }) => what === 'review-by' && at > site.now.toISOString()).slice(0, 8))

const whyNotPlan = computed(() => whyNot(site.site?.may['item.plan']))
const { lifted, over, trial, moving, hover, drop, move } = useMovingEntries(() => zone.value, loadAll)
const dialog = ref<'subscribe' | 'edition' | null>(null)
const moment = ref(new Date(Math.ceil(Date.now() / 900_000) * 900_000).toISOString())
onMounted(() => (moment.value = new Date(Math.ceil(site.now.getTime() / 900_000) * 900_000).toISOString()))
const ticks = computed(() => (wide.value ?? []).filter(({ what }) => what !== 'review-by').map(({ at, title }) => ({ at, title })))
const title = computed(() =>
  view.value === 'week'
    ? say.fromDayToDay(dateWords(weekOf(day.value)[0]!, 'en-GB', 'short'), dateWords(weekOf(day.value)[6]!, 'en-GB', 'short'))
    : view.value === 'month'
      ? monthWords(day.value.slice(0, 7))
      : say.fromDay(dateWords(day.value, 'en-GB', 'short')),
)
const print = () => window.print()
</script>

<template>
  <div class="flex h-full flex-col">
    <PlaceStrip :name="title">
      <div class="flex items-center gap-0.5">
        <button class="icon-button" :aria-label="say.earlier" @click="go({ day: stepFrom(view, day, -1) })">
          <ChevronLeft class="size-4" />
        </button>
        <button class="button-quiet" :disabled="day === today" @click="go({ day: undefined })">{{ say.today }}</button>
        <button class="icon-button" :aria-label="say.later" @click="go({ day: stepFrom(view, day, 1) })">
          <ChevronRight class="size-4" />
        </button>
      </div>
      <ChoiceButtons :model-value="view" :label="common.views" :choices="[...VIEWS]" @update:model-value="show($event)" />
      <CalendarFilters
        :filter="filter"
        :sections="site.sections"
        :people="people"
        @change="go(Object.fromEntries(Object.entries($event).map(([name, value]) => [name, value || undefined])))"
      />
      <template #action>
        <button class="icon-button" :aria-label="say.print" :title="say.print" @click="print"><Printer class="size-4" /></button>
        <button class="button" @click="dialog = 'subscribe'">{{ say.subscribe }}</button>
        <button class="button-main" :disabled="!!whyNotPlan" :title="whyNotPlan" @click="dialog = 'edition'">{{ say.newEdition }}</button>
      </template>
    </PlaceStrip>
    <!-- In a narrow window the days come first, and what stands beside them follows below. -->
    <div class="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto" data-scrolls="calendar-whole">
      <EditionCards
        class="w-56 shrink-0 border-r border-line max-lg:order-1 max-lg:w-full max-lg:border-t max-lg:border-r-0 print:hidden"
        :editions="editions"
        :reviews="reviews"
        :troubles="troublesOf"
        :zone="zone"
      />
      <div class="min-h-0 min-w-0 flex-1 overflow-y-auto max-lg:flex-none max-lg:overflow-y-visible" tabindex="-1" data-scrolls="calendar">
        <LoadState v-if="problem" :problem="problem" :loading="false" @retry="loadAll" />
        <MonthGrid
          v-if="view === 'month'"
          :month="day.slice(0, 7)"
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
        class="w-64 shrink-0 border-l border-line bg-sheet max-lg:order-2 max-lg:w-full max-lg:border-t max-lg:border-l-0 print:hidden"
        :troubles="foretold && troubles"
        :zone="zone"
        @mended="loadAll"
      />
    </div>
    <div
      class="flex shrink-0 items-center gap-x-5 border-t border-line bg-sheet px-5 py-1.5 max-lg:flex-wrap max-lg:justify-between short:hidden print:hidden"
    >
      <p class="w-60 shrink-0 leading-tight max-sm:w-auto">
        <b class="font-semibold">{{ say.theSiteAsOf }}</b><span class="block text-soft tabular-nums">{{ fullIn(moment, zone) }}</span>
      </p>
      <TimeDial v-model="moment" class="max-lg:order-1 max-lg:basis-full" :from="dialFrom" :to="dialTo" :ticks="ticks" :zone="zone" />
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
