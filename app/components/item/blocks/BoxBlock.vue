<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import InnerBlocks from './InnerBlocks.vue'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/blockKinds'

/** A box with a title and blocks of its own. */
type BoxBlock = Extract<Block, { kind: 'box' }>
const props = defineProps<{ block: BoxBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: BoxBlock]; media: [media: MediaView] }>()
const TONES = { plain: say.plain, note: common.note, warning: say.warning } as const
const LOOK = { plain: 'border-line', note: 'border-tide bg-tide-wash', warning: 'border-lamp-fill bg-lamp-wash' } as const
const change = (part: Partial<BoxBlock>) => emit('change', { ...props.block, ...part })
</script>

<template>
  <section class="rounded-md border px-4 py-3" :class="LOOK[block.tone]" :aria-label="say.box">
    <div class="mb-2 flex items-center gap-3 font-sans">
      <input
        class="min-w-0 flex-1 bg-transparent font-semibold placeholder:text-soft"
        :value="block.title"
        :disabled="locked"
        maxlength="300"
        :placeholder="say.titleOfTheBox"
        :aria-label="say.titleOfTheBox"
        @input="change({ title: ($event.target as HTMLInputElement).value })"
      />
      <select
        v-if="!locked"
        class="input !h-7 !w-28 text-plain"
        :aria-label="say.lookOfTheBox"
        :value="block.tone"
        @change="change({ tone: ($event.target as HTMLSelectElement).value as BoxBlock['tone'] })"
      >
        <option v-for="(word, tone) in TONES" :key="tone" :value="tone">{{ word }}</option>
      </select>
    </div>
    <InnerBlocks
      :blocks="block.blocks"
      :refs="refs"
      :locked="locked"
      :may-add="mayAdd"
      @change="change({ blocks: $event })"
      @media="emit('media', $event)"
    />
  </section>
</template>
