<script setup lang="ts">
import * as say from '~~/core/words/office/form'

/** How much of the advised length is used; advice only. */
const props = defineProps<{ text: string; advised: number }>()
const length = computed(() => [...props.text].length)
const over = computed(() => length.value > props.advised)
</script>

<template>
  <span class="flex items-center gap-2 text-small" :class="over ? 'text-lamp' : 'text-soft'">
    <span class="h-1 w-14 overflow-hidden rounded-full bg-line" aria-hidden="true"
      ><span
        class="block h-full"
        :class="over ? 'bg-lamp-fill' : 'bg-kelp-fill'"
        :style="{ width: `${Math.min(100, (length / advised) * 100)}%` }"
    /></span>
    {{ say.lengthOfAdvised(length, advised) }}<template v-if="over">{{ say.andItMayBeCut }}</template>
  </span>
</template>
