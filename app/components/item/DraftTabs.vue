<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { shortIn } from '~~/core/time/words'
import StateMark from '~/components/mark/StateMark.vue'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/itemPanels'

/** The lines of work on one item, where there are several: which one is at hand, and which are behind the site. */
defineProps<{ drafts: ItemPage['drafts']; chosen: string }>()
const emit = defineEmits<{ choose: [draft: string] }>()
const site = useSite()
const zone = computed(() => site.zone)
</script>

<template>
  <nav :aria-label="say.draftsOfThisItem" class="flex items-stretch gap-1 overflow-x-auto border-b border-line bg-deep px-5 pt-1.5">
    <button
      v-for="draft in drafts"
      :key="draft.id"
      class="flex items-center gap-2.5 rounded-t-md border border-b-0 px-3 py-1.5 whitespace-nowrap"
      :class="draft.id === chosen ? 'border-line bg-paper font-semibold' : 'border-transparent text-soft hover:text-ink'"
      :aria-current="draft.id === chosen ? 'true' : undefined"
      @click="emit('choose', draft.id)"
    >
      {{ draft.name }}
      <StateMark
        :state="(draft.event && draft.review === 'cleared' ? 'scheduled' : draft.review) as 'draft'"
        :label="draft.event && draft.review === 'cleared' ? say.scheduledEvent(shortIn(draft.event, zone, site.now)) : undefined"
      />
      <span v-if="draft.behind" class="rounded-md bg-lamp-wash px-1.5 text-small font-semibold text-lamp">{{ say.behind }}</span>
    </button>
  </nav>
</template>
