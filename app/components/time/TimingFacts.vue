<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { fullIn } from '~~/core/time/words'
import * as say from '~~/core/words/office/time'

/** What holds for the item whatever its drafts do: an embargo, and a window that shows now or comes again. */
defineProps<{ page: ItemPage; zone: string }>()
</script>

<template>
  <li v-if="page.embargo" class="mt-3 list-none rounded-md border border-lamp-fill bg-lamp-wash px-2.5 py-1.5">
    {{ say.underEmbargoUntil(fullIn(page.embargo, zone)) }}
  </li>
  <li v-if="page.window" class="mt-3 list-none rounded-md border border-lamp-fill bg-lamp-wash px-2.5 py-1.5">
    <template v-if="page.window.open && page.window.until">{{
      say.showsUntil(fullIn(page.window.until, zone), page.window.under ? say.thenWhatLiesUnderItComesBack : say.thenItLeavesTheSite)
    }}</template>
    <template v-else-if="page.window.at">{{ say.showsAgainAt(fullIn(page.window.at, zone)) }}</template>
    <span v-if="page.window.repeats" class="block text-soft">{{ say.comesRepeats(page.window.repeats) }}</span>
  </li>
</template>
