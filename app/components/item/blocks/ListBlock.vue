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
const emit = defineEmits<{ change: [block: ListBlock] }>()
const writing = ref(false)
const html = computed(() => renderBlock(props.block, props.refs))
defineExpose({ write: () => void (writing.value = true) })
</script>

<template>
  <ListEditor v-if="writing && !locked" :model-value="block" @update:model-value="emit('change', $event)" @leave="writing = false" />
  <RenderedHtml
    v-else
    :tabindex="locked ? undefined : 0"
    :role="locked ? undefined : 'textbox'"
    :aria-label="locked ? undefined : say.list"
    :html="html"
    @focus="writing = !locked"
  />
</template>
