<script setup lang="ts">
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/time'

/** What going back does, item by item. */
export type GoingBackStep = Got<'/site-back'>[number]
defineProps<{ steps: GoingBackStep[]; none: string }>()
const WORDS = { restore: say.backToItsEarlierVersion, withdraw: common.leavesTheSite, draft: say.wasChangedSince }
</script>

<template>
  <p v-if="!steps.length" class="text-soft">{{ none }}</p>
  <ul
    v-else
    class="max-h-80 divide-y divide-line overflow-y-auto rounded-md border border-line"
    tabindex="0"
    :aria-label="say.whatItChanges"
  >
    <li v-for="step in steps" :key="step.item" class="flex flex-wrap items-baseline gap-x-3 px-3 py-1.5">
      <span class="font-medium">{{ step.title }}</span>
      <span :class="step.does === 'withdraw' ? 'text-rust' : step.does === 'draft' ? 'text-lamp' : 'text-soft'"
        >{{ WORDS[step.does]
        }}<template v-if="step.conflicts.length">{{
          say.andKeepsWhatCameSinceIn(step.conflicts.length, step.conflicts.length === 1 ? say.place : say.places)
        }}</template></span
      >
      <span class="ml-auto text-soft">{{ step.section }}</span>
    </li>
  </ul>
</template>
