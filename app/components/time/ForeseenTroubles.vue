<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { shortIn } from '~~/core/time/words'
import RemedyButtons from '~/components/mend/RemedyButtons.vue'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'

/** What is foreseen to go wrong with what is planned for one item, each with what mends it. */
const props = defineProps<{ item: string; zone: string }>()
const site = useSite()
const { value: answer, load } = useLoad(() => `/forecast?item=${props.item}`)
await load()
watch([() => props.item, () => site.news], useDebounceFn(load, 600))
const troubles = computed(() => answer.value?.come ?? [])
</script>

<template>
  <li v-if="troubles.length" class="mt-3 list-none rounded-md border border-rust bg-rust-wash px-2.5 py-1.5">
    <p class="font-semibold text-rust">{{ common.troublesForeseen(common.countedTroubles(troubles.length)) }}</p>
    <div v-for="trouble in troubles" :key="trouble.key" class="mt-1">
      <span class="tabular-nums">{{ shortIn(trouble.at, zone, site.now) }}:</span> {{ trouble.detail
      }}<template v-if="!/[.?!]$/.test(trouble.detail)">.</template> <span class="text-soft">{{ trouble.remedy }}.</span>
      <RemedyButtons :trouble="trouble" @mended="load" />
    </div>
  </li>
</template>
