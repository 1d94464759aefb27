<script setup lang="ts">
import { blockWord, isKnown, type Block } from '~~/core/blocks/blocks'
import type { Text } from '~~/core/content/inline'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import { BLOCK_PARTS } from './registry'
import * as say from '~~/core/words/office/blocks'

/** A block in its place on the page: read as readers will, written in place. */
defineProps<{ block: Block; refs: Refs; locked: boolean; mayAddMedia: boolean }>()
const emit = defineEmits<{
  change: [block: Block]
  split: [before: Text, after: Text]
  joinBack: []
  paste: [before: Text, blocks: Block[], after: Text]
  media: [media: MediaView]
  leaveBelow: []
}>()
/** Only texts tell of these: on another block a listener for `paste` would hear the browser’s own. */
const ofProse = {
  split: (before: Text, after: Text) => emit('split', before, after),
  joinBack: () => emit('joinBack'),
  paste: (before: Text, blocks: Block[], after: Text) => emit('paste', before, blocks, after),
}
type At = 'start' | 'end' | number
const part = useTemplateRef<{ write?: (at: At) => void }>('part')
/** Begins writing in the block's main text, where it has one: at its start, its end, or after so many letters. */
defineExpose({ write: (at: At = 'end') => part.value?.write?.(at) })
</script>

<template>
  <component
    :is="BLOCK_PARTS[block.kind].component"
    v-if="isKnown(block)"
    ref="part"
    :block="block"
    :refs="refs"
    :locked="locked"
    :may-add="mayAddMedia"
    v-on="BLOCK_PARTS[block.kind].prose ? ofProse : {}"
    @change="emit('change', $event)"
    @media="emit('media', $event)"
    @leave-below="emit('leaveBelow')"
  />
  <p v-else class="rounded-md border border-dashed border-edge px-3 py-2 font-sans text-plain text-soft">
    {{ say.madeByANewerVersion(blockWord(block)) }}
  </p>
</template>
