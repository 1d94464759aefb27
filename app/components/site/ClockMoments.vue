<script setup lang="ts">
import type { Answer } from '~/composables/apiTypes'
import { cityOf } from '~/composables/zones'
import { useSite } from '~/stores/site'
import { CALENDAR_WORDS } from '~~/core/plan/calendarWords'
import { shortIn } from '~~/core/time/words'
import * as say from '~~/core/words/office/site'

/** The planned moments before and after the site’s clock goes by another zone. */
const props = defineProps<{ preview: Answer<'POST', '/site/clock/preview'> }>()
type Moment = (typeof props.preview.moments)[number]
const site = useSite()
const doing = ({ what, kind }: Moment) => CALENDAR_WORDS[what === 'event' ? (kind ?? 'put-live') : what]
const linkOf = ({ item, edition }: Moment) => (edition ? `/office/editions/${edition}` : `/office/items/${item}`)
/** What is ahead of it: when it begins, unless it has, and when it ends. */
const linesOf = ({ at, until }: Moment['before'], zone: string): string[] => [
  ...(Date.parse(at) > site.now.getTime() ? [shortIn(at, zone, site.now)] : []),
  ...(until ? [say.untilMoment(shortIn(until, zone, site.now))] : []),
]
/** The next instant that moves with the clock. */
const movedTo = ({ before, after }: Moment) => {
  const ends = Date.parse(before.at) <= site.now.getTime()
  const [was, is] = ends ? [before.until, after.until] : [before.at, after.at]
  return is && is !== was ? say.momentInCity(shortIn(is, props.preview.was, site.now), cityOf(props.preview.was)) : ''
}
/** What to know of a moment beside its hours, and whether it stands in the way. */
const notes = { exact: '', skipped: say.thatHourIsSkipped, twice: say.thatHourComesTwice, past: say.wouldBePast, 'own-clock': '' } as const
const noteOf = ({ outcome }: Moment) =>
  outcome === 'own-clock' ? say.repeatsByTheClockOf(props.preview.was.replaceAll('_', ' ')) : notes[outcome]
</script>

<template>
  <div>
    <p v-if="!preview.count">{{ say.nothingIsPlanned }}</p>
    <template v-else>
      <p v-if="preview.past" class="mb-2 font-semibold text-rust">{{ say.someWouldBePast(preview.past) }}</p>
      <div class="max-h-[38vh] overflow-y-auto rounded-md border border-line" tabindex="0" role="group" :aria-label="say.plannedMoments">
        <table class="w-full">
          <thead class="sticky top-0 bg-sheet text-left text-small text-soft">
            <tr class="border-b border-line">
              <th class="px-3 py-1.5 font-normal">{{ say.countedMoments(preview.count) }}</th>
              <th class="px-3 py-1.5 font-normal">{{ say.nowBy(preview.was) }}</th>
              <th class="px-3 py-1.5 font-normal">{{ say.thenBy(preview.zone) }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(moment, n) in preview.moments" :key="n" class="border-b border-line align-top last:border-0">
              <td class="px-3 py-1.5">
                <NuxtLink class="font-medium hover:underline" :to="linkOf(moment)">{{ moment.title }}</NuxtLink> {{ doing(moment) }}
                <span v-if="noteOf(moment)" class="block text-small" :class="moment.outcome === 'past' ? 'text-rust' : 'text-soft'">{{
                  noteOf(moment)
                }}</span>
              </td>
              <td class="px-3 py-1.5 tabular-nums sm:whitespace-nowrap">
                <span v-for="line in linesOf(moment.before, preview.was)" :key="line" class="block">{{ line }}</span>
              </td>
              <td class="px-3 py-1.5 tabular-nums sm:whitespace-nowrap">
                <span v-for="line in linesOf(moment.after, preview.zone)" :key="line" class="block">{{ line }}</span>
                <span v-if="movedTo(moment)" class="block text-small text-soft">{{ movedTo(moment) }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="preview.count > preview.moments.length" class="hint mt-1">{{ say.andMore(preview.count - preview.moments.length) }}</p>
    </template>
    <p v-if="preview.timedItems" class="hint mt-2">{{ say.timedPartsGoByTheClock(preview.timedItems) }}</p>
    <p class="hint mt-2">{{ say.deadlinesGoByTheClock }}</p>
  </div>
</template>
