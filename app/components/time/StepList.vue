<script setup lang="ts">
import type { Got } from '~/composables/apiTypes'
/** What going back does, item by item. */
export type GoingBackStep = Got<'/site-back'>[number]
defineProps<{ steps: GoingBackStep[]; none: string }>()
const WORDS = { restore: 'back to its earlier version', withdraw: 'leaves the site', draft: 'was changed since: a draft takes it back' }
</script>

<template>
  <p v-if="!steps.length" class="text-soft">{{ none }}</p>
  <ul v-else class="max-h-80 divide-y divide-line overflow-y-auto rounded-md border border-line" tabindex="0" aria-label="What it changes">
    <li v-for="step in steps" :key="step.item" class="flex flex-wrap items-baseline gap-x-3 px-3 py-1.5">
      <span class="font-medium">{{ step.title }}</span>
      <span :class="step.does === 'withdraw' ? 'text-rust' : step.does === 'draft' ? 'text-lamp' : 'text-soft'"
        >{{ WORDS[step.does]
        }}<template v-if="step.conflicts.length"
          >, and keeps what came since in {{ step.conflicts.length }} {{ step.conflicts.length === 1 ? 'place' : 'places' }}</template
        ></span
      >
      <span class="ml-auto text-soft">{{ step.section }}</span>
    </li>
  </ul>
</template>
