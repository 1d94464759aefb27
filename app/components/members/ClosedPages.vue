<script setup lang="ts">
import { accessInWords, useReadersAccess } from '~/composables/readersAccess'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/members'

/** What on the site says of itself who may read it. */
const { known } = useReadersAccess()
</script>

<template>
  <div class="px-5 py-5">
    <p v-if="known && !known.pages.length" class="text-soft">{{ say.nothingIsClosed }}</p>
    <template v-else-if="known">
      <p class="mb-3 text-soft">{{ say.pagesBelowFollow }}</p>
      <ul class="divide-y divide-line rounded-md border border-line bg-sheet" :aria-label="say.whatIsForWhom">
        <li v-for="page in known.pages" :key="page.item" class="flex flex-wrap items-baseline gap-x-4 px-4 py-2.5">
          <span class="min-w-0 flex-1"
            ><NuxtLink class="link font-medium" :to="`/office/items/${page.item}`">{{ page.title || common.withoutATitle }}</NuxtLink
            ><span class="block truncate font-mono text-small text-soft">{{ page.path ?? say.showsNothing }}</span></span
          >
          <span class="max-sm:basis-full">{{ accessInWords(page.access) }}</span>
        </li>
      </ul>
    </template>
  </div>
</template>
