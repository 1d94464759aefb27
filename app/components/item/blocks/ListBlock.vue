<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import { renderBlock } from '~~/core/render/blocks'
import type { Refs } from '~~/core/render/text'
import ListEditor from '~/editor/ListEditor.vue'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import * as say from '~~/core/words/office/blocks'

type ListBlock = Extract<Block, { kind: 'list' }>
defineOptions({ inheritAttrs: false })
const props = defineProps<{ block: ListBlock; refs: Refs; locked: boolean }>()
const emit = defineEmits<{ change: [block: ListBlock]; leaveBelow: [] }>()
const writing = ref(false)
const caret = ref<{ left: number; top: number } | 'start' | 'end'>('end')
function enter(at: typeof caret.value) {
  if (props.locked || writing.value) return
  caret.value = at
  writing.value = true
}
const html = computed(() => renderBlock(props.block, props.refs))
defineExpose({ write: (at: 'start' | 'end' | number) => enter(at === 'start' ? at : 'end') })
</script>

<template>
  <ListEditor
    v-if="writing && !locked"
    :model-value="block"
    :caret="caret"
    @update:model-value="emit('change', $event)"
    @leave="writing = false"
    @leave-below="emit('leaveBelow')"
  />
  <RenderedHtml
    v-else
    :tabindex="locked ? undefined : 0"
    :role="locked ? undefined : 'textbox'"
    :aria-label="locked ? undefined : say.list"
    :html="html"
    @mousedown="(event: MouseEvent) => !locked && (event.preventDefault(), enter({ left: event.clientX, top: event.clientY }))"
    @focus="enter('end')"
  />
</template>
