<script setup lang="ts">
import { fullIn, shortMonthWords } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/**
 * A scale of time with the present in it. Dragging or the arrow keys choose a moment to see the site of; ticks are what
 * happened and what is planned.
 */
const props = defineProps<{ from: string; to: string; ticks: { at: string; title: string }[]; zone: string }>()
const model = defineModel<string>({ required: true })
const site = useSite()
const start = computed(() => Date.parse(props.from))
const span = computed(() => Date.parse(props.to) - start.value)
const left = (at: string | Date) => `${Math.min(100, Math.max(0, ((new Date(at).getTime() - start.value) / span.value) * 100))}%`
const track = useTemplateRef<HTMLElement>('track')
const QUARTER = 900_000
function choose(at: number) {
  const bounded = Math.min(Date.parse(props.to), Math.max(start.value, at))
  model.value = new Date(Math.round(bounded / QUARTER) * QUARTER).toISOString()
}
function drag(event: PointerEvent) {
  const box = track.value!.getBoundingClientRect()
  choose(start.value + ((event.clientX - box.left) / box.width) * span.value)
}
function press(event: PointerEvent) {
  track.value!.setPointerCapture(event.pointerId)
  drag(event)
}
const STEPS: Record<string, number> = {
  ArrowLeft: -QUARTER,
  ArrowRight: QUARTER,
  ArrowDown: -3_600_000,
  ArrowUp: 3_600_000,
  PageDown: -86_400_000,
  PageUp: 86_400_000,
}
function key(event: KeyboardEvent) {
  const now = Date.parse(model.value)
  if (event.key === 'Home') choose(start.value)
  else if (event.key === 'End') choose(start.value + span.value)
  else if (STEPS[event.key] !== undefined) choose(now + STEPS[event.key]!)
  else return
  event.preventDefault()
}
const months = computed(() => {
  const found: { at: string; name: string }[] = []
  const day = new Date(start.value)
  for (day.setUTCDate(1), day.setUTCHours(0, 0, 0, 0); day.getTime() < start.value + span.value; day.setUTCMonth(day.getUTCMonth() + 1))
    if (day.getTime() >= start.value) found.push({ at: day.toISOString(), name: shortMonthWords(day.toISOString().slice(0, 10)) })
  return found
})
</script>

<template>
  <div
    ref="track"
    class="relative h-11 min-w-0 flex-1 cursor-pointer touch-none select-none"
    role="slider"
    tabindex="0"
    :aria-label="say.theMomentToSeeTheSite"
    :aria-valuemin="start"
    :aria-valuemax="start + span"
    :aria-valuenow="Date.parse(model)"
    :aria-valuetext="fullIn(model, zone)"
    @pointerdown="press"
    @pointermove="$event.buttons && drag($event)"
    @keydown="key"
  >
    <span class="absolute inset-x-0 top-5 h-0.5 bg-line" />
    <span class="absolute top-5 left-0 h-0.5 bg-kelp" :style="{ width: left(site.now) }" />
    <span
      v-for="tick in ticks"
      :key="tick.at + tick.title"
      class="absolute top-3.5 h-3.5 w-0.5"
      :class="Date.parse(tick.at) <= site.now.getTime() ? 'bg-kelp/50' : 'bg-tide'"
      :style="{ left: left(tick.at) }"
      :title="tick.title"
    />
    <span
      v-for="month in months"
      :key="month.at"
      class="absolute top-7.5 -translate-x-1/2 text-tiny text-soft"
      :style="{ left: left(month.at) }"
      >{{ month.name }}</span
    >
    <span class="absolute top-7.5 -translate-x-1/2 bg-sheet px-1 text-tiny font-semibold text-ink" :style="{ left: left(site.now) }">{{
      common.now
    }}</span>
    <span class="absolute top-3 h-5 w-2.5 -translate-x-1/2 rounded-[3px] border-2 border-sheet bg-ink" :style="{ left: left(model) }" />
  </div>
</template>
