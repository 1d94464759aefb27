<script setup lang="ts">
import { fullIn, shortIn } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/item'

interface Band {
  version: string
  number: number
  from: string
  to: string | null
}

/** When which version was what readers got, to scale, from the first version until now. */
const props = defineProps<{ bands: Band[]; since: string }>()
const emit = defineEmits<{ choose: [version: string] }>()
const site = useSite()
const zone = computed(() => site.zone)
const start = computed(() => Date.parse(props.since))
const span = computed(() => Math.max(1, site.now.getTime() - start.value))
const placed = computed(() =>
  props.bands.map((band) => {
    const from = (Date.parse(band.from) - start.value) / span.value
    const to = ((band.to ? Date.parse(band.to) : site.now.getTime()) - start.value) / span.value
    return { ...band, left: `${from * 100}%`, width: `max(4px, ${(to - from) * 100}%)`, wide: to - from > 0.08 }
  }),
)
const said = (band: Band) =>
  say.versionLiveFrom(band.number, fullIn(band.from, zone.value), band.to ? say.toTo(fullIn(band.to, zone.value)) : say.untilNow)
</script>

<template>
  <figure :aria-label="say.whenEachVersionWasLive">
    <div class="relative h-7 rounded-md bg-deep">
      <!-- A band too narrow to be hit is for looking at; the list below has it too. -->
      <component
        :is="band.wide ? 'button' : 'span'"
        v-for="band in placed"
        :key="band.from"
        class="absolute inset-y-0 overflow-hidden rounded-[4px] border border-sheet px-1 text-small font-semibold"
        :class="band.to ? 'bg-kelp-wash text-kelp' : 'bg-kelp-fill text-on-fill'"
        :style="{ left: band.left, width: band.width }"
        :role="band.wide ? undefined : 'img'"
        :title="said(band)"
        :aria-label="said(band)"
        @click="band.wide && emit('choose', band.version)"
      >
        <span v-if="band.wide" aria-hidden="true">{{ band.number }}</span>
      </component>
    </div>
    <figcaption class="mt-1 flex justify-between text-small text-soft">
      <span>{{ shortIn(since, zone, site.now) }}</span><span>{{ common.now }}</span>
    </figcaption>
  </figure>
</template>
