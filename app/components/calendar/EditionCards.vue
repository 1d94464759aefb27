<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import type { CalendarEntry } from './entries'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** The editions at hand, each with how much of it is cleared, and what is to be looked at again. */
export type EditionLine = Got<'/editions'>[number]
/** `null` while the editions are not known. */
const props = defineProps<{ editions: EditionLine[] | null; reviews: CalendarEntry[]; troubles: Map<string, number>; zone: string }>()
const site = useSite()
const open = computed(() => (props.editions ?? []).filter(({ state }) => state === 'open' || state === 'held'))
const part = (n: number, of: number) => (of ? `${(100 * n) / of}%` : '0%')
</script>

<template>
  <aside class="space-y-2 overflow-y-auto px-4 py-3" :aria-label="say.editionsAhead">
    <h2 class="text-body font-semibold text-soft">{{ say.editionsAhead }}</h2>
    <p v-if="editions && !open.length" class="text-soft">{{ say.noneAnEditionGathersChangesThatGo }}</p>
    <NuxtLink
      v-for="edition in open"
      :key="edition.id"
      :to="`/office/editions/${edition.id}`"
      class="block rounded-md border bg-sheet px-3 py-2 hover:border-edge"
      :class="edition.state === 'held' ? 'border-rust' : 'border-line'"
    >
      <span class="block truncate font-semibold" :title="edition.name">{{ edition.name }}</span>
      <span class="block text-soft"
        >{{ edition.at ? shortIn(edition.at, zone, site.now) : common.noMomentYet }} · {{ common.countedChanges(edition.entries) }}</span
      >
      <span class="my-1.5 flex h-1.5 overflow-hidden rounded-full bg-lamp-fill/60" aria-hidden="true"
        ><span class="bg-kelp-fill" :style="{ width: part(edition.cleared, edition.entries) }"
      /></span>
      <span class="block"
        >{{
          edition.cleared === edition.entries && edition.entries
            ? say.allEntriesCleared(edition.entries)
            : say.clearedClearedEntriesWaiting(edition.cleared, edition.entries - edition.cleared)
        }}<b v-if="edition.state === 'held'" class="font-semibold text-rust"> {{ say.andHeld }}</b
        ><b v-else-if="troubles.get(edition.id)" class="font-semibold text-rust">
          · {{ common.countedTroubles(troubles.get(edition.id)!) }}</b
        ></span
      >
    </NuxtLink>
    <template v-if="reviews.length">
      <h2 class="pt-3 text-body font-semibold text-soft">{{ say.toBeLookedAtAgain }}</h2>
      <ul>
        <li v-for="entry in reviews" :key="entry.id" class="flex gap-2 py-0.5">
          <NuxtLink :to="`/office/items/${entry.item}`" class="min-w-0 truncate hover:underline" :title="entry.title">{{
            entry.title
          }}</NuxtLink><span class="ml-auto shrink-0 text-soft">{{ shortIn(entry.at, zone, site.now).replace(/ \d\d:\d\d$/, '') }}</span>
        </li>
      </ul>
    </template>
  </aside>
</template>
