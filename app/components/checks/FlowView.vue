<script setup lang="ts">
import { grouped } from '~~/core/grouped'
import { spanWords } from '~~/core/time/span'
import { fullIn, monthWords, shortIn } from '~~/core/time/words'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import LoadState from '~/components/frame/LoadState.vue'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import { lazily } from '~/composables/lazily'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/checks'

// The charts come with a library of their own, which only those who look at them load.
const FlowChart = lazily(() => import('./FlowChart.vue'))

/** What waits at which gate and since when, and how work went through the gates before. */
const site = useSite()
const route = useRoute()
const router = useRouter()
const DAYS = [30, 90, 365] as const
const days = computed(() => DAYS.find((entry) => String(entry) === route.query.days) ?? 90)
const { value: flow, problem, loading, load } = useLoad(() => `/flow?days=${days.value}`)
await load()
watch([days, () => site.news], load)
const now = computed(() => Date.parse(flow.value?.now ?? ''))
const ninetieth = computed(() => new Map(flow.value?.gates.map((gate) => [gate.id, gate.ninetieth])))
const isLate = (line: { gate: string; since: string }) =>
  now.value - Date.parse(line.since) > (ninetieth.value.get(line.gate) ?? Number.POSITIVE_INFINITY)
const isOver = (line: { due: string | null }) => line.due !== null && line.due <= flow.value!.now
const boards = computed(() =>
  [...grouped(flow.value?.waiting ?? [], (line) => line.gate)].map(([id, lines]) => ({ id, lines, first: lines[0]! })),
)
const HOUR_MS = 3_600_000
const hours = (ms: number | null) => (ms === null ? null : Math.round((ms / HOUR_MS) * 10) / 10)
const share = (part: number | null) => (part === null ? '–' : `${Math.round(part * 100)} %`)
const span = (ms: number | null) => (ms === null ? '–' : spanWords(ms))
</script>

<template>
  <LoadState v-if="!flow" :problem="problem" :loading="loading" @retry="load" />
  <div v-else class="space-y-6 px-5 py-4">
    <section aria-labelledby="waiting">
      <h2 id="waiting" class="mb-2 font-serif text-lead font-semibold">
        {{ say.waitingNow }}
        <span class="ml-1 font-sans text-plain font-normal text-soft">{{
          flow.waiting.length ? common.countedDrafts(flow.waiting.length) : say.nothing
        }}</span>
      </h2>
      <p v-if="!boards.length" class="rounded-md border border-line bg-sheet px-4 py-6 text-center text-soft">
        {{ say.noGateHoldsAnythingUp }}
      </p>
      <section
        v-for="{ id, lines, first } in boards"
        :key="id"
        class="mb-4 rounded-md border border-line bg-sheet"
        :aria-label="say.gateOfTheRoute(first.gateName, first.route)"
      >
        <h3 class="flex items-baseline gap-2 border-b border-line px-3 py-2">
          <b class="font-semibold">{{ first.gateName }}</b><span class="text-soft">{{ first.route }}</span
          ><span class="ml-auto text-soft tabular-nums">{{ common.countedDrafts(lines.length) }}</span>
        </h3>
        <ul class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-px overflow-hidden rounded-b-md bg-line">
          <li v-for="line in lines" :key="line.draft" class="bg-sheet px-3 py-2">
            <p class="flex items-baseline gap-3">
              <NuxtLink
                :to="{ path: `/office/items/${line.item}`, query: { draft: line.draft } }"
                class="min-w-0 truncate font-medium underline decoration-line underline-offset-2 hover:decoration-ink"
                :title="line.title"
                >{{ line.title }}</NuxtLink><span
                class="ml-auto shrink-0 whitespace-nowrap tabular-nums"
                :class="isLate(line) ? 'font-semibold text-rust' : 'text-lamp'"
                :title="say.waitsSince(fullIn(line.since, flow.zone), isLate(line) ? say.andLongerThanMost : '')"
                >{{ spanWords(now - Date.parse(line.since)) }}</span
              >
            </p>
            <p class="truncate text-body text-soft">{{ line.by }} · {{ line.section }}</p>
            <p v-if="line.due" class="text-body" :class="isOver(line) ? 'font-semibold text-rust' : 'text-soft'">
              {{ isOver(line) ? say.wasDue : say.due }} {{ shortIn(line.due, flow.zone, site.now) }}
            </p>
            <p class="truncate text-body" :class="line.mine ? 'font-semibold text-kelp' : 'text-soft'">
              {{ line.handedTo ? say.handedToHandedTo(line.handedTo) : line.mine ? say.youCanClearIt : say.forGuards(line.guards) }}
            </p>
          </li>
          <li v-for="n in 4" :key="n" class="bg-sheet" aria-hidden="true" />
        </ul>
      </section>
    </section>
    <section aria-labelledby="figures">
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h2 id="figures" class="font-serif text-lead font-semibold">{{ say.howItWent }}</h2>
        <ChoiceButtons
          :model-value="days"
          :label="say.howFarBack"
          :choices="DAYS.map((value) => ({ value, word: value === 365 ? say.aYear : say.soManyDays(value) }))"
          @update:model-value="router.replace({ query: { ...route.query, days: $event } })"
        />
      </div>
      <p v-if="!flow.gates.length" class="text-soft">{{ say.nothingWentThroughAGate }}</p>
      <div v-else class="grid gap-x-6 gap-y-4 xl:grid-cols-2">
        <div
          v-for="[word, rows] in [
            [say.gate, flow.gates],
            [common.section, flow.sections],
          ] as const"
          :key="word"
          class="min-w-0"
        >
          <table class="w-full border-collapse rounded-md border border-line bg-sheet">
            <caption class="sr-only">
              {{
                say.byWhat(word.toLowerCase())
              }}
            </caption>
            <thead>
              <tr class="border-b border-line text-left text-body text-soft">
                <th scope="col" class="px-3 py-2 font-semibold">{{ word }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.judged }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.halfClearedWithin }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.mostWithin }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ common.returned }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.waitingOnAverage }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows" :key="row.id" class="border-b border-line last:border-0">
                <th scope="row" class="px-3 py-1.5 text-left font-medium">
                  {{ row.name }} <span v-if="'route' in row" class="font-normal text-soft">{{ row.route }}</span>
                </th>
                <td class="px-3 text-right tabular-nums">{{ row.judged }}</td>
                <td class="px-3 text-right whitespace-nowrap tabular-nums">{{ span(row.median) }}</td>
                <td class="px-3 text-right whitespace-nowrap tabular-nums">{{ span(row.ninetieth) }}</td>
                <td class="px-3 text-right tabular-nums">{{ share(row.returned) }}</td>
                <td class="px-3 text-right tabular-nums">{{ row.average.toFixed(1) }}</td>
              </tr>
            </tbody>
          </table>
          <FlowChart
            class="mt-3 h-56"
            :label="say.hoursFromWaitingToTheVerdict(word.toLowerCase())"
            unit="h"
            :names="rows.map((row) => ('route' in row ? `${row.name} (${row.route})` : row.name))"
            :series="[
              { name: say.halfClearedWithin, values: rows.map((row) => hours(row.median)) },
              { name: say.mostWithin, values: rows.map((row) => hours(row.ninetieth)) },
            ]"
          />
        </div>
        <div class="min-w-0 xl:col-span-2">
          <table class="w-full border-collapse rounded-md border border-line bg-sheet">
            <caption class="sr-only">
              {{
                say.byMonth
              }}
            </caption>
            <thead>
              <tr class="border-b border-line text-left text-body text-soft">
                <th scope="col" class="px-3 py-2 font-semibold">{{ say.month }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.cameToAGate }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.halfClearedWithin }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ common.returned }}</th>
                <th scope="col" class="px-3 text-right font-semibold whitespace-nowrap">{{ say.waitingOnAverage }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in flow.months" :key="row.name" class="border-b border-line last:border-0">
                <th scope="row" class="px-3 py-1.5 text-left font-medium">{{ monthWords(row.name) }}</th>
                <td class="px-3 text-right tabular-nums">{{ row.begun }}</td>
                <td class="px-3 text-right whitespace-nowrap tabular-nums">{{ span(row.median) }}</td>
                <td class="px-3 text-right tabular-nums">{{ share(row.returned) }}</td>
                <td class="px-3 text-right tabular-nums">{{ row.average.toFixed(1) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="hint mt-1">
            {{ say.whatTheFiguresSay }}
          </p>
        </div>
      </div>
    </section>
  </div>
</template>
