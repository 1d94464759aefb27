<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import RichText from '~/editor/RichText.vue'
import * as say from '~~/core/words/office/blocks'

type QuoteBlock = Extract<Block, { kind: 'quote' }>
defineOptions({ inheritAttrs: false })
const props = defineProps<{ block: QuoteBlock; refs: Refs; locked: boolean }>()
const emit = defineEmits<{ change: [block: QuoteBlock] }>()
const text = useTemplateRef<InstanceType<typeof RichText>>('text')
const change = (part: Partial<QuoteBlock>) => emit('change', { ...props.block, ...part })
defineExpose({ write: (at: 'start' | 'end' | number) => text.value?.enter(at) })
</script>

<template>
  <div class="border-l-4 border-kelp pl-4">
    <RichText
      ref="text"
      class="italic"
      :model-value="block.text"
      :refs="refs"
      :locked="locked"
      breaks
      :label="say.quote"
      text-kind="quote"
      :placeholder="say.whatWasSaid"
      @update:model-value="change({ text: $event })"
    />
    <input
      v-if="!locked"
      class="mt-1 w-full bg-transparent font-sans text-plain text-soft"
      :value="block.source"
      :placeholder="say.whoSaidItAndWhere"
      :aria-label="say.sourceOfTheQuote"
      maxlength="300"
      @input="change({ source: ($event.target as HTMLInputElement).value })"
    />
    <p v-else class="font-sans text-plain text-soft">{{ block.source }}</p>
  </div>
</template>
