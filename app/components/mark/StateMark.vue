<script setup lang="ts">
import { MARKS, type Mark, type MarkName } from './marks'

/** A barrier on a post, in the form of a state; always beside its word. */
const props = defineProps<{ state: MarkName; label?: string; plain?: boolean }>()
const mark = computed<Mark>(() => MARKS[props.state])
</script>

<template>
  <span class="inline-flex items-baseline gap-1.5 font-semibold whitespace-nowrap" :class="plain ? '' : mark.tone">
    <svg
      class="h-4 w-[22px] shrink-0 self-center"
      viewBox="0 0 22 16"
      fill="none"
      stroke="currentColor"
      stroke-width="1.8"
      stroke-linecap="round"
      stroke-linejoin="round"
      aria-hidden="true"
    >
      <path d="M4 15V6" />
      <path
        v-for="path in mark.paths"
        :key="path.d"
        :d="path.d"
        :opacity="path.faint ? 0.35 : 1"
        :stroke-dasharray="path.dashed ? '2.6' : undefined"
      />
      <circle v-if="mark.clock" cx="17" cy="10" r="4" />
      <path v-if="mark.clock" d="M17 8v2.2l1.4 1" stroke-width="1.4" />
    </svg>
    <span>{{ label ?? mark.word }}</span>
  </span>
</template>
