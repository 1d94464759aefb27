<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Text } from '~~/core/content/inline'
import type { Refs } from '~~/core/render/text'
import RichText from '~/editor/RichText.vue'
import * as say from '~~/core/words/office/blocks'

type ProseBlock = Extract<Block, { kind: 'paragraph' | 'heading' }>
defineOptions({ inheritAttrs: false })
/** A paragraph or a heading: one text, which can be split in two and joined with the one before it. */
const props = defineProps<{ block: ProseBlock; refs: Refs; locked: boolean }>()
const emit = defineEmits<{
  change: [block: ProseBlock]
  split: [before: Text, after: Text]
  joinBack: []
  paste: [before: Text, blocks: Block[], after: Text]
}>()
const text = useTemplateRef<InstanceType<typeof RichText>>('text')
const words = computed(() =>
  props.block.kind === 'paragraph'
    ? { label: say.paragraph, placeholder: say.writeHere }
    : { tag: `h${props.block.level}`, label: say.headingLevel(props.block.level), placeholder: say.heading },
)
defineExpose({ write: (at: 'start' | 'end' | number) => text.value?.enter(at) })
</script>

<template>
  <RichText
    ref="text"
    :model-value="block.text"
    :refs="refs"
    :locked="locked"
    :class="block.look && `look-${block.look}`"
    :text-kind="block.kind"
    v-bind="words"
    @update:model-value="emit('change', { ...block, text: $event })"
    @split="(before, after) => emit('split', before, after)"
    @join-back="emit('joinBack')"
    @paste="(before, blocks, after) => emit('paste', before, blocks, after)"
  />
</template>
