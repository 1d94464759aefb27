<script setup lang="ts">
import type { Block, InnerBlock } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import { lazily } from '~/composables/lazily'

// The list holds blocks that hold lists: one of the two is loaded when it is needed.
const BlockList = lazily(() => import('../BlockList.vue'))

/** The blocks inside a box or a column, written like those of the page. */
defineProps<{ blocks: InnerBlock[]; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [blocks: InnerBlock[]]; media: [media: MediaView] }>()
</script>

<template>
  <BlockList
    inner
    :body="blocks as Block[]"
    :refs="refs"
    :locked="locked"
    :may-source="false"
    :may-add-media="mayAdd"
    :present="[]"
    @change="emit('change', $event as InnerBlock[])"
    @media="emit('media', $event)"
  />
</template>
