<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import LoadState from '~/components/frame/LoadState.vue'
import { useLoad } from '~/composables/load'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/checks'

/** What a batch did, or why it did not, item by item: of the items that one may read. */
const props = defineProps<{ batch: string; words: string }>()
const emit = defineEmits<{ close: [] }>()
const after = ref(-1)
const { value, problem, loading, load } = useLoad(() => `/batches/${props.batch}/entries?after=${after.value}&limit=100`)
await load()
watch(after, load)
</script>

<template>
  <PlainDialog open wide :title="say.changesToManyItems" @close="emit('close')">
    <p class="mb-3 text-soft">{{ words }}</p>
    <LoadState v-if="!value" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!value.entries.length">{{ say.nothingOfItThatYouMayRead }}</p>
    <ul
      v-else
      class="max-h-[50vh] divide-y divide-line overflow-y-auto border-y border-line"
      tabindex="0"
      :aria-label="say.changesToManyItems"
    >
      <li v-for="entry in value.entries" :key="entry.seq" class="flex flex-wrap items-baseline gap-x-3 py-1.5">
        <NuxtLink class="font-medium hover:underline" :to="`/office/items/${entry.item}`">{{
          entry.title || common.withoutATitle
        }}</NuxtLink>
        <span v-if="entry.did?.ok" class="text-soft">{{ entry.did.said }}</span>
        <span v-else-if="entry.did" class="text-rust">{{ entry.did.reasons.map(({ detail }) => detail).join('; ') }}</span>
      </li>
    </ul>
    <template #actions
      ><button v-if="value?.next != null" class="button mr-auto" @click="after = value.next">{{ say.theNextOnes }}</button
      ><button class="button" @click="emit('close')">{{ common.close }}</button></template
    >
  </PlainDialog>
</template>
