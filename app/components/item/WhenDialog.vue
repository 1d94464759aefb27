<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useDebounceFn } from '@vueuse/core'
import { fullIn, timeIn } from '~~/core/time/words'
import { isZone, wallTimeOf, instantOf } from '~~/core/time/zone'
import { freeHour, within } from '~~/core/time/freeHour'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api, ApiProblem } from '~/composables/api'
import { lazily } from '~/composables/lazily'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import { cityOf } from '~/composables/zones'
import * as say from '~~/core/words/office/itemDialogs'

// How something repeats is loaded where it may.
const RepeatFields = lazily(() => import('~/components/time/RepeatFields.vue'))

/**
 * Asks for a moment on the site's clock, or for a while that may come again; where the clocks change that night, asks
 * which one. Of a planned event it says what moving it there would bring.
 */
interface Moment {
  date: string
  time: string
  choice?: 'earlier' | 'later'
  /** The zone of the clock that it was picked on. */
  zone?: string
}
const props = defineProps<{
  title: string
  action: string
  /** What is said of the time that it begins with. */
  about?: string
  /** An instant, or a wall time `2027-03-05T04:00` that may have none. */
  at?: string | null
  /** Whether it may last only a while. */
  lasting?: boolean
  until?: string | null
  rule?: string | null
  /** The event or edition that is being moved. */
  trial?: { event: string } | { edition: string } | null
  run: (when: Moment & { until?: Moment; rule?: string | null }) => Promise<void>
}>()
const emit = defineEmits<{ close: [] }>()
const site = useSite()
/** The clock that one picks on, whatever the site goes by meanwhile. */
const zone = ref(site.zone)
const mine = Intl.DateTimeFormat().resolvedOptions().timeZone
const soon = () => new Date(Math.ceil((site.now.getTime() + 3_600_000) / 3_600_000) * 3_600_000).toISOString()
const start =
  props.at?.length === 16 ? { date: props.at.slice(0, 10), time: props.at.slice(11) } : wallTimeOf(props.at ?? soon(), zone.value)
const end = wallTimeOf(
  props.until ?? new Date(Date.parse(instantOf({ ...start, zone: zone.value })) + 86_400_000).toISOString(),
  zone.value,
)
const date = ref(start.date)
const time = ref(start.time)
const lasts = ref(Boolean(props.until))
const untilDate = ref(end.date)
const untilTime = ref(end.time)
const rule = ref(props.rule ?? '')
const choice = ref<'earlier' | 'later' | ''>('')
const untilChoice = ref<'earlier' | 'later' | ''>('')
const problem = ref('')
const asked = ref<'time' | 'until'>('time')
const choices = ref<{ earlier: string; later: string } | null>(null)
const instead = ref<string[]>([])
const busy = ref(false)
const picked = computed({
  get: () => (asked.value === 'until' ? untilChoice.value : choice.value),
  set: (value) => ((asked.value === 'until' ? untilChoice : choice).value = value),
})
watch([date, time, untilDate, untilTime, lasts, rule], () => {
  problem.value = ''
  choices.value = null
  instead.value = []
  choice.value = untilChoice.value = ''
})
const foreseen = ref<{ come: { key: string; title: string; detail: string }[]; go: object[] } | null>(null)
const {
  run: foresee,
  problem: unforeseen,
  again: foreseeAgain,
} = useAttempt(async (at: string) => {
  foreseen.value = await api('POST', '/forecast/trial', { body: { ...props.trial, at } })
})
const foreseeSoon = useDebounceFn(() => {
  foreseen.value = null
  if (!props.trial || !date.value || !time.value) return
  void foresee(instantOf({ date: date.value, time: time.value, zone: zone.value }))
}, 250)
watch([date, time], foreseeSoon, { immediate: true })

/** What else changes the site in the days around, so that two things do not meet unawares. */
const others = shallowRef<{ at: string; title: string; event: string | null; edition: string | null }[]>([])
const {
  run: loadOthers,
  problem: noOthers,
  again,
} = useAttempt(async (day: string) => {
  const start = Date.parse(`${day}T00:00Z`)
  const [from, to] = [start - 86_400_000, start + 9 * 86_400_000].map((ms) => new Date(ms).toISOString()) as [string, string]
  const found = await api('GET', `/calendar?${new URLSearchParams({ from, to })}`)
  const own = new Set(Object.values(props.trial ?? {}))
  others.value = found.filter(({ event, edition }) => (event ?? edition) !== null && !own.has(event ?? '') && !own.has(edition ?? ''))
})
const moment = computed(() => (date.value && time.value ? instantOf({ date: date.value, time: time.value, zone: zone.value }) : null))
watch(
  date,
  useDebounceFn((day: string) => {
    if (day) void loadOthers(day)
  }, 200),
  { immediate: true },
)
const near = computed(() => {
  const close = new Set(
    moment.value === null
      ? []
      : within(
          others.value.map((other) => other.at),
          moment.value,
        ),
  )
  return others.value.filter((other) => close.has(other.at))
})
const free = computed(() =>
  near.value.length && moment.value !== null
    ? freeHour(
        others.value.map((other) => other.at),
        moment.value,
      )
    : null,
)
function use(instant: string) {
  const wall = wallTimeOf(instant, zone.value)
  if (asked.value === 'until') [untilDate.value, untilTime.value] = [wall.date, wall.time]
  else [date.value, time.value] = [wall.date, wall.time]
}
async function go() {
  busy.value = true
  try {
    const until = lasts.value && {
      date: untilDate.value,
      time: untilTime.value,
      ...(untilChoice.value ? { choice: untilChoice.value } : {}),
    }
    await props.run({
      date: date.value,
      time: time.value,
      zone: zone.value,
      ...(choice.value ? { choice: choice.value } : {}),
      ...(until ? { until, ...(rule.value ? { rule: rule.value } : props.rule ? { rule: null } : {}) } : {}),
    })
    emit('close')
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
    asked.value = error.reasons[0]?.at === 'until' ? 'until' : 'time'
    choices.value = (error.more.choices as typeof choices.value | undefined) ?? null
    instead.value = (error.more.instead as string[] | undefined) ?? []
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="title" @close="emit('close')">
    <form id="when" class="space-y-3" @submit.prevent="go">
      <p v-if="about">{{ about }}</p>
      <div class="flex gap-3">
        <div>
          <label class="label" for="when-date">{{ say.date }}</label><DateField
            id="when-date"
            v-model="date"
            required
            @time="time = $event"
          />
        </div>
        <div>
          <label class="label" for="when-time">{{ say.timeInZone(cityOf(zone)) }}</label><TimeField
            id="when-time"
            v-model="time"
            required
          />
        </div>
      </div>
      <template v-if="lasting">
        <label class="flex items-center gap-2"><input v-model="lasts" type="checkbox" />{{ say.forALimitedTime }}</label>
        <div v-if="lasts" class="flex flex-wrap gap-3">
          <div>
            <label class="label" for="until-date">{{ say.until }}</label><DateField
              id="until-date"
              v-model="untilDate"
              required
              @time="untilTime = $event"
            />
          </div>
          <div>
            <label class="label" for="until-time">{{ common.time }}</label><TimeField id="until-time" v-model="untilTime" required />
          </div>
          <RepeatFields v-model="rule" :date="date" />
          <p class="hint">{{ say.thenReadersGetAgainWhatLiesUnder }}</p>
        </div>
      </template>
      <p v-if="isZone(mine) && mine !== zone" class="hint">
        {{ say.theSitesClockCounts(timeIn(site.now, zone), timeIn(site.now, mine)) }}
      </p>
      <p v-if="problem" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">{{ problem }}</p>
      <p v-if="instead.length" class="flex flex-wrap items-center gap-2">
        {{ say.take }}
        <button v-for="instant in instead" :key="instant" type="button" class="button" @click="use(instant)">
          {{ timeIn(instant, zone) }}
        </button>
      </p>
      <fieldset v-if="choices">
        <legend class="label">{{ say.whichOne }}</legend>
        <label v-for="(instant, which) in choices" :key="which" class="flex items-center gap-2 py-0.5"
          ><input v-model="picked" type="radio" name="choice" :value="which" />{{
            say.whichOfTwoTimes(
              which === 'earlier' ? say.first : say.second,
              fullIn(instant, zone),
              fullIn(instant, 'UTC').split(', ')[1] ?? '',
            )
          }}</label
        >
      </fieldset>
      <NotLoaded :what="say.whatElseHappensAroundThen" :problem="noOthers" @again="again" />
      <p v-if="near.length" class="text-soft" role="status">
        {{
          say.withinAnHourOfIt(
            near
              .slice(0, 3)
              .map((other) => `“${other.title}”, ${timeIn(other.at, zone)}`)
              .join('; '),
          )
        }}<template v-if="near.length > 3"> {{ say.moreOfThem(near.length - 3) }}</template
        >.
        <button v-if="free" type="button" class="link" @click="[date, time] = [wallTimeOf(free, zone).date, wallTimeOf(free, zone).time]">
          {{ say.takeTheNextFreeHour(timeIn(free, zone)) }}
        </button>
      </p>
      <div v-if="foreseen?.come.length" role="status" class="rounded-md border border-rust bg-rust-wash px-3 py-2">
        <p class="font-semibold text-rust">{{ say.thenItBrings(say.countedNewTroubles(foreseen.come.length)) }}</p>
        <p v-for="trouble in foreseen.come.slice(0, 4)" :key="trouble.key">“{{ trouble.title }}”: {{ trouble.detail }}</p>
      </div>
      <NotLoaded v-else-if="unforeseen" :what="say.whatThisWouldBring" :problem="unforeseen" @again="foreseeAgain" />
      <p v-else-if="foreseen?.go.length" role="status" class="text-kelp">
        {{ say.thenTroublesLess(common.countedTroubles(foreseen.go.length)) }}
      </p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="when" :disabled="busy || (choices !== null && !picked)">{{ action }}</button></template
    >
  </PlainDialog>
</template>
