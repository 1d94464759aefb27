<script setup lang="ts">
import { timeIn } from '~~/core/time/words'
import { dateIn } from '~~/core/time/date'
import { isMovable, linkOf, wordsOf, lasts, type CalendarEntry } from './entries'
import * as say from '~~/core/words/office/calendar'

/** One entry in a day: its time and words; a window as a band, an edition filled. */
const props = defineProps<{ entry: CalendarEntry; day: string; zone: string; wraps?: boolean }>()
const emit = defineEmits<{
  lift: [entry: CalendarEntry]
  drop: []
  key: [event: KeyboardEvent, entry: CalendarEntry]
  leave: [entry: CalendarEntry]
}>()
const begins = computed(() => dateIn(props.entry.at, props.zone) === props.day)
const ends = computed(() => lasts(props.entry) && props.entry.until !== null && dateIn(props.entry.until, props.zone) === props.day)
const troubled = computed(() => props.entry.state === 'held' || props.entry.troubles.stops > 0)
function lift(event: DragEvent) {
  event.dataTransfer!.effectAllowed = 'move'
  event.dataTransfer!.setData('text/plain', props.entry.title)
  emit('lift', props.entry)
}
</script>

<template>
  <NuxtLink
    :to="linkOf(entry)"
    class="flex min-h-6 min-w-0 items-baseline gap-1.5 rounded-[4px] px-1.5 py-0.5 text-small leading-snug hover:outline hover:outline-edge"
    :class="[
      entry.what === 'edition'
        ? ['bg-kelp-fill font-semibold text-on-fill', wraps && 'flex-wrap']
        : lasts(entry)
          ? 'bg-lamp-wash text-lamp'
          : troubled
            ? 'text-rust'
            : entry.state === 'done'
              ? 'text-soft'
              : 'text-ink',
    ]"
    :draggable="isMovable(entry)"
    :aria-keyshortcuts="isMovable(entry) ? 'Space' : undefined"
    :data-entry="entry.id"
    :title="wordsOf(entry, zone)"
    :aria-label="wordsOf(entry, zone)"
    @dragstart="lift"
    @dragend="emit('drop')"
    @keydown="emit('key', $event, entry)"
    @blur="emit('leave', entry)"
  >
    <span v-if="begins && entry.what !== 'review-by'" class="shrink-0 tabular-nums">{{ timeIn(entry.at, zone) }}</span>
    <span v-else-if="ends" class="shrink-0 tabular-nums">{{ say.toUntil(timeIn(entry.until!, zone)) }}</span>
    <span
      class="min-w-0"
      :class="[(entry.what === 'withdraw' || entry.what === 'left') && 'line-through decoration-1', wraps ? 'line-clamp-2' : 'truncate']"
      >{{ entry.title }}</span
    >
    <span v-if="troubled" class="ml-auto shrink-0 font-bold" aria-hidden="true">!</span>
  </NuxtLink>
</template>
