<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/frameMenus'

/** What one was told, each with the way to its item. */
export type Told = Got<'/me/notifications'>['news'][number]
defineProps<{ news: Told[] }>()
const emit = defineEmits<{ leave: [] }>()
const site = useSite()
const zone = computed(() => site.zone)
</script>

<template>
  <div>
    <p v-if="!news.length" class="px-4 py-5 text-soft">
      {{ say.nothingYet }}
    </p>
    <ul>
      <li v-for="entry in news" :key="entry.id" class="border-b border-line last:border-0" :class="!entry.seen && 'bg-kelp-wash'">
        <component
          :is="entry.item ? resolveComponent('NuxtLink') : 'div'"
          :to="entry.item ? `/office/items/${entry.item}` : undefined"
          class="block px-4 py-2"
          :class="entry.item && 'hover:bg-deep'"
          @click="emit('leave')"
        >
          <span class="line-clamp-3">{{ entry.words }}</span>
          <span class="block text-body text-soft"
            >{{ shortIn(entry.at, zone, site.now) }}<span v-if="!entry.seen" class="sr-only">{{ say.andNew }}</span></span
          >
        </component>
      </li>
    </ul>
    <p class="border-t border-line px-4 py-2.5">
      <NuxtLink to="/office/me" class="link" @click="emit('leave')">{{ say.howYouAreWrittenTo }}</NuxtLink>
    </p>
  </div>
</template>
