<script setup lang="ts">
import RemedyButtons from '~/components/mend/RemedyButtons.vue'
import { shortIn } from '~~/core/time/words'
import type { Trouble } from './entries'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** What would go wrong, in the order of time, each with what mends it; `null` while it is not known. */
const props = defineProps<{ troubles: Trouble[] | null; zone: string }>()
const emit = defineEmits<{ mended: [] }>()
const site = useSite()
const shown = computed(() => (props.troubles ?? []).slice(0, 60))
const first = (text: string) => text.split(/[.,:] /)[0]!
</script>

<template>
  <aside class="overflow-y-auto px-4 py-3" data-scrolls="forecast" :aria-label="say.forecast">
    <h2 class="flex items-baseline font-semibold">
      {{ say.forecast
      }}<span class="ml-auto font-normal text-soft">{{ troubles?.length ? common.countedTroubles(troubles.length) : '' }}</span>
    </h2>
    <p v-if="troubles?.length === 0" class="mt-2 text-soft">{{ say.allThatIsPlannedWouldGoLive }}</p>
    <ul class="divide-y divide-line">
      <li v-for="trouble in shown" :key="trouble.key" class="py-2">
        <p>
          <NuxtLink
            :to="{ path: `/office/items/${trouble.item}` }"
            class="font-semibold underline decoration-transparent underline-offset-2 hover:decoration-current"
            :class="trouble.weight === 'stops' ? 'text-rust' : 'text-lamp'"
            >{{ trouble.title }}</NuxtLink
          >
          {{ trouble.detail }}<template v-if="!/[.?!]$/.test(trouble.detail)">.</template>
        </p>
        <p class="text-body text-soft">
          <span class="tabular-nums">{{ shortIn(trouble.at, zone, site.now) }}</span><template v-if="trouble.weight === 'stops'">
            {{ say.andHoldsIt }}</template
          >
          <template v-if="!trouble.remedies.length"> · {{ first(trouble.remedy) }}</template>
        </p>
        <RemedyButtons :trouble="trouble" @mended="emit('mended')" />
      </li>
    </ul>
    <p v-if="troubles && troubles.length > shown.length" class="pt-2 text-soft">{{ say.andCountMore(troubles.length - shown.length) }}</p>
  </aside>
</template>
