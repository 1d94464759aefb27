<script setup lang="ts">
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useDebounceFn } from '@vueuse/core'
import type { Today } from '~~/server/services/reviewing/today'
import { inSets } from '~~/core/flow/sets'
import { dateWords, fullIn, shortIn, timeIn } from '~~/core/time/words'
import LoadState from '~/components/frame/LoadState.vue'
import WorkList from '~/components/today/WorkList.vue'
import WaitsSince from '~/components/today/WaitsSince.vue'
import WorkLine from '~/components/today/WorkLine.vue'
import StateMark from '~/components/mark/StateMark.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { describedAction } from '~~/core/journal/actions'
import { changeWords } from '~/composables/words'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/today'

const session = useSession()
const site = useSite()
const notices = useNotices()
const { value: day, problem, loading, load } = useLoad(() => '/today')
await load()
watch(() => site.news, useDebounceFn(load, 400))

const short = (at: string) => shortIn(at, day.value!.zone, site.now)
const isLate = (at: string) => at <= site.now.toISOString()
const waitWords = (line: Today['waiting'][number]) =>
  `${line.handedBy ? say.andHandedToYouBy(line.handedBy) : ''}${line.handedAway ? say.andHandedToAColleague : ''}${line.insteadOf ? say.andForInsteadOf(line.insteadOf) : ''}`
/** What waits at one's gates; what belongs to one edition is one row. */
const waiting = computed(() => inSets(day.value?.waiting ?? []))
const mine = computed(() =>
  day.value ? day.value.exceptions.length + waiting.value.length + day.value.returned.length + day.value.ready.length : 0,
)
const NUMBERS = [
  say.nothingWaits,
  say.oneThingWaits,
  say.twoThingsWait,
  say.threeThingsWait,
  say.fourThingsWait,
  say.fiveThingsWait,
  say.sixThingsWait,
  say.sevenThingsWait,
  say.eightThingsWait,
  say.nineThingsWait,
]
const greeting = computed(() => {
  const hour = Number(timeIn(site.now, day.value?.zone ?? 'UTC').slice(0, 2))
  const word = hour < 12 ? say.goodMorning : hour < 18 ? say.goodAfternoon : say.goodEvening
  return say.greeting(word, session.person?.name.split(' ')[0] ?? '', NUMBERS[mine.value] ?? say.mineThingsWait(mine.value))
})
const since = computed(() => {
  const counts = day.value?.counts ?? {}
  const said = (
    [
      ['item.put-live', say.wentLive],
      ['item.rolled-back', say.rolledBack],
      ['item.withdrawn', 'withdrawn'],
      ['draft.sent', say.sentToReview],
      ['draft.gate-cleared', 'cleared'],
      ['draft.returned', 'returned'],
      ['item.started', 'begun'],
    ] as const
  ).filter(([action]) => counts[action])
  const all = said.map(([action, word]) => `${counts[action]} ${word}`).join(' · ')
  return day.value?.countsMore ? say.onlyTheNewestAreCounted(all) : all
})
async function look(exception: string, verdict: 'fine' | 'not-fine') {
  try {
    await api('POST', `/exceptions/${exception}/look`, { body: { verdict } })
    notices.done(verdict === 'fine' ? say.notedItMayStayAsItIs : say.notedItNeedsMending)
    await load()
  } catch (error) {
    notices.trouble(error)
  }
}
/** What there is none of, in one line: no heading stands over nothing. */
const nothing = computed(() =>
  day.value
    ? [
        day.value.waiting.length ? '' : say.nothingWaitsAtAGateYouGuard,
        day.value.returned.length ? '' : say.noWorkOfYoursWasReturned,
        day.value.drafts.length ? '' : say.youHaveNothingBegun,
      ]
        .filter(Boolean)
        .join(' ')
    : '',
)
const { value: forecast, problem: noForecast, load: foresee } = useLoad(() => '/forecast')
const foreseen = computed(() => forecast.value?.come ?? [])
onMounted(foresee)
watch(day, foresee)
/** What would be held back, with the first reason: by its event, or its edition. */
const stops = computed(() => {
  const known = new Map<string, string>()
  for (const { event, edition, weight, detail } of foreseen.value)
    for (const id of [event, edition]) if (weight === 'stops' && id !== null && !known.has(id)) known.set(id, detail)
  return known
})
/** What happens within two days, editions as one. */
const next = computed(() => {
  const lines = (day.value?.next ?? []).map(({ event, at, item, title, does, review }) => ({
    key: event,
    at,
    title,
    to: `/office/items/${item}`,
    ready: review === null || review === 'cleared',
    words:
      does === 'withdraw'
        ? common.leavesTheSite
        : does === 'window-end'
          ? say.itsWindowEnds
          : review !== null && review !== 'cleared'
            ? say.notClearedYetWouldBeHeld
            : does === 'window'
              ? say.showsForAWhileCleared
              : say.goesLiveCleared,
  }))
  const editions = (day.value?.nextEditions ?? []).map(({ edition, at, title, entries, cleared }) => ({
    key: edition,
    at,
    title,
    to: `/office/editions/${edition}`,
    ready: cleared === entries,
    words: cleared === entries ? say.editionOfAllCleared(entries) : say.editionNotClearedYet(cleared, entries),
  }))
  return [...lines, ...editions]
    .map((line) => {
      const why = line.ready ? stops.value.get(line.key) : undefined
      return why === undefined ? line : { ...line, ready: false, words: say.wouldBeHeld(why) }
    })
    .sort((a, b) => a.at.localeCompare(b.at))
})
async function seen() {
  await api('POST', '/me/seen', { body: { until: day.value!.now } })
  await load()
}
</script>

<template>
  <LoadState v-if="!day" :problem="problem" :loading="loading" @retry="load" />
  <div v-else class="mx-auto grid max-w-7xl gap-x-10 gap-y-6 px-5 py-6 lg:grid-cols-[minmax(0,1fr)_23rem]">
    <div>
      <h1 class="font-serif text-greeting leading-tight font-semibold">{{ greeting }}</h1>

      <WorkList :title="say.livePastItsGates" :hint="say.toBeClearedAfterwards" :count="day.exceptions.length">
        <WorkLine
          v-for="line in day.exceptions"
          :key="line.exception"
          :to="`/office/items/${line.item}`"
          :title="line.title"
          :under="`${line.by}: “${line.reason}” · ${line.section}${line.gates.length ? ` · ${line.gates.join(', ')}` : ''}`"
        >
          <template #lead
            ><span v-if="line.due" class="font-semibold" :class="isLate(line.due) ? 'text-rust' : 'text-lamp'"
              >{{ isLate(line.due) ? say.wasDue : say.due }} {{ short(line.due) }}</span
            ><span v-else class="font-semibold text-rust">{{ say.sinceAt(short(line.at)) }}</span></template
          >
          <button class="button" @click="look(line.exception, 'not-fine')">{{ say.needsMending }}</button>
          <button class="button" @click="look(line.exception, 'fine')">{{ say.itIsFine }}</button>
        </WorkLine>
      </WorkList>
      <WorkList :title="say.waitsForYou" :hint="say.byDeadlineThenLongestFirst" :count="waiting.length">
        <template v-for="set in waiting" :key="set.lines[0]!.draft">
          <WorkLine
            v-if="set.edition"
            :to="`/office/editions/${set.edition.id}`"
            :title="set.edition.name"
            :under="
              say.setLine(
                say.countedTexts(set.lines.length),
                [...new Set(set.lines.map(({ by }) => by))].join(', '),
                set.lines.map(({ title }) => title).join(', '),
              )
            "
          >
            <template #lead><WaitsSince :lines="set.lines" :zone="day.zone" /></template>
            <NuxtLink
              class="button"
              :to="{ path: '/office/review', query: { draft: set.lines[0]!.draft } }"
              :aria-label="say.reviewTitle(set.edition.name)"
              >{{ say.review }}</NuxtLink
            >
          </WorkLine>
          <template v-else>
            <WorkLine
              v-for="line in set.lines"
              :key="line.draft"
              :to="`/office/items/${line.item}`"
              :title="line.title"
              :under="
                say.waitingLine(
                  changeWords(line) ? `${changeWords(line)} · ` : '',
                  line.note ? `“${line.note}” ` : '',
                  line.by,
                  line.section,
                  line.number,
                  waitWords(line),
                )
              "
            >
              <template #lead><WaitsSince :lines="[line]" :zone="day.zone" /></template>
              <NuxtLink
                class="button"
                :to="{ path: `/office/items/${line.item}`, query: { draft: line.draft } }"
                :aria-label="say.reviewTitle(line.title)"
                >{{ say.review }}</NuxtLink
              >
            </WorkLine>
          </template>
        </template>
        <li v-if="day.waiting.length > 1" class="list-none py-2.5">
          <NuxtLink class="link" to="/office/review">{{ say.goThroughAll(day.waiting.length) }}</NuxtLink>
        </li>
      </WorkList>
      <WorkList :title="say.clearedWithoutATime" :hint="say.forAPublisher" :count="day.ready.length">
        <WorkLine
          v-for="line in day.ready"
          :key="line.draft"
          :to="`/office/items/${line.item}`"
          :title="line.title"
          :under="say.clearedLine(changeWords(line) ? `${changeWords(line)} · ` : '', line.by, line.section)"
        >
          <template #lead
            ><span class="font-semibold text-kelp">{{ short(line.at) }}</span></template
          >
          <NuxtLink
            class="button"
            :to="{ path: `/office/items/${line.item}`, query: { draft: line.draft, ...(line.change === 'content' && { ask: 'plan' }) } }"
            :aria-label="say.doneToTitle(line.change === 'content' ? say.setItsTime : say.carryItOut, line.title)"
            >{{ line.change === 'content' ? say.setItsTime : say.carryItOut }}</NuxtLink
          >
        </WorkLine>
      </WorkList>
      <WorkList :title="say.cameBackToYou" :count="day.returned.length">
        <WorkLine
          v-for="line in day.returned"
          :key="line.draft"
          :to="`/office/items/${line.item}`"
          :title="line.title"
          :under="`“${line.note}” ${line.by}, ${short(line.at)}`"
        >
          <template #lead><StateMark state="returned" :label="say.countedNotes(line.notes)" /></template>
          <NuxtLink
            class="button"
            :to="`/office/items/${line.item}${line.place && !line.place.startsWith('field:') ? `#${line.place}` : ''}`"
            :aria-label="say.mendTitle(line.title)"
            >{{ say.mendIt }}</NuxtLink
          >
        </WorkLine>
      </WorkList>
      <WorkList :title="say.toBeLookedAtAgain" :hint="say.byTheDatesThatWereSet" :count="day.reviewBy.length">
        <WorkLine
          v-for="line in day.reviewBy"
          :key="line.item"
          :to="`/office/items/${line.item}`"
          :title="line.title"
          :under="line.section"
        >
          <template #lead
            ><span class="font-semibold" :class="line.on < day.now.slice(0, 10) ? 'text-rust' : 'text-lamp'">{{
              say.byOn(dateWords(line.on, 'en-GB', 'short'))
            }}</span></template
          >
          <NuxtLink class="button" :to="`/office/items/${line.item}`" :aria-label="say.openTitle(line.title)">{{ common.open }}</NuxtLink>
        </WorkLine>
      </WorkList>
      <WorkList :title="say.inTrouble" :hint="say.heldBackAtItsTime" :count="day.held.length">
        <WorkLine
          v-for="line in day.held"
          :key="line.item + line.at"
          :to="`/office/items/${line.item}`"
          :title="line.title"
          :under="say.reasonsPlannedByOwner(line.reasons.map((reason) => reason.detail).join('. '), line.owner)"
        >
          <template #lead><StateMark state="held" :label="short(line.at)" /></template>
          <NuxtLink class="button" :to="`/office/items/${line.item}`" :aria-label="say.openTitle(line.title)">{{ common.open }}</NuxtLink>
        </WorkLine>
      </WorkList>
      <WorkList :title="say.yourDrafts" :count="day.drafts.length">
        <WorkLine
          v-for="line in day.drafts"
          :key="line.item"
          :to="`/office/items/${line.item}`"
          :title="line.title || common.withoutATitle"
          :under="say.sectionVersionNumberAt(line.section, line.number, short(line.at))"
        >
          <template #lead><StateMark :state="line.review === 'in_review' ? 'in_review' : 'draft'" /></template>
        </WorkLine>
      </WorkList>
      <p v-if="nothing" class="mt-6 text-soft">{{ nothing }}</p>
    </div>

    <aside class="space-y-6 lg:pt-14">
      <section aria-labelledby="next">
        <h2 id="next" class="border-b border-line pb-2 font-semibold">
          {{ say.goesLiveNext }} <span class="ml-1 font-normal text-soft">{{ say.n48Hours }}</span>
        </h2>
        <p v-if="!next.length" class="py-3 text-soft">{{ say.nothingIsPlannedForTheNextTwo }}</p>
        <ol class="mt-3">
          <li v-for="line in next" :key="line.key" class="relative grid grid-cols-[5.6rem_1fr] gap-x-6 pb-3.5">
            <span class="text-right whitespace-nowrap text-soft tabular-nums" :title="fullIn(line.at, day.zone)">{{ short(line.at) }}</span>
            <span class="absolute top-1.5 bottom-0 left-[6.45rem] w-px bg-line" aria-hidden="true" />
            <span
              class="absolute top-1.5 left-[6.2rem] size-2 rounded-full"
              :class="line.ready ? 'bg-tide' : 'bg-rust-fill'"
              aria-hidden="true"
            />
            <span>
              <NuxtLink :to="line.to" class="font-semibold hover:underline">{{ line.title }}</NuxtLink>
              <span class="block text-body" :class="line.ready ? 'text-soft' : 'font-semibold text-rust'">{{ line.words }}</span>
            </span>
          </li>
        </ol>
        <NotLoaded :what="say.theForecast" :problem="noForecast" @again="foresee" />
        <p v-if="foreseen.length" class="pb-1">
          <NuxtLink class="font-semibold text-rust underline underline-offset-2" to="/office/calendar">{{
            common.countedTroubles(foreseen.length)
          }}</NuxtLink>
          {{ say.foreseenInWhatIsPlanned }}
        </p>
      </section>
      <section aria-labelledby="since">
        <h2 id="since" class="border-b border-line pb-2 font-semibold">
          {{ day.wasHere ? say.sinceYouWereLastHere : say.inTheLastSevenDays }}
          <span v-if="day.wasHere" class="ml-1 font-normal text-soft">{{ short(day.since) }}</span>
        </h2>
        <p class="mt-3">{{ since || say.nothingHasHappened }}</p>
        <ul v-if="day.recent.length" class="mt-2 space-y-1 text-soft">
          <li v-for="row in day.recent" :key="row.at + row.item">
            {{ row.name ?? say.theScheduler }} {{ describedAction(row.action).words }}
            <NuxtLink
              v-if="row.item"
              :to="`/office/items/${row.item}`"
              class="text-ink underline decoration-line underline-offset-2 hover:decoration-ink"
              >{{ row.title }}</NuxtLink
            >
          </li>
        </ul>
        <button v-if="since" class="button-quiet mt-2 -ml-2" @click="seen">{{ say.iHaveSeenThis }}</button>
      </section>
    </aside>
  </div>
</template>
