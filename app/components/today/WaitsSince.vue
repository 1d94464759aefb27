<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/today'

/** Until when what waits is due, the earliest of several; or, where nothing is due, since when it waits. */
const props = defineProps<{ lines: { due: string | null; at: string }[]; zone: string }>()
const site = useSite()
const short = (at: string) => shortIn(at, props.zone, site.now)
const due = computed(() => props.lines.flatMap((line) => line.due ?? []).sort()[0])
const since = computed(() => props.lines.map(({ at }) => at).sort()[0]!)
const isLate = computed(() => due.value !== undefined && due.value <= site.now.toISOString())
</script>

<template>
  <span v-if="due" class="font-semibold" :class="isLate ? 'text-rust' : 'text-lamp'"
    >{{ isLate ? say.wasDue : say.due }} {{ short(due) }}</span
  >
  <span v-else class="font-semibold text-lamp">{{ say.sinceAt(short(since)) }}</span>
</template>
