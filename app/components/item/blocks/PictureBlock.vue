<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import { remotePictureOf } from '~/editor/pasted'
import RichText from '~/editor/RichText.vue'
import PictureDrop from '~/components/form/PictureDrop.vue'
import * as say from '~~/core/words/office/blocks'

type PictureBlock = Extract<Block, { kind: 'picture' }>
const props = defineProps<{ block: PictureBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: PictureBlock]; media: [media: MediaView] }>()
const change = (part: Partial<PictureBlock>) => emit('change', { ...props.block, ...part })
</script>

<template>
  <figure class="font-sans text-plain">
    <PictureDrop
      :value="block.media ? { media: block.media, alt: block.alt, decorative: block.decorative } : null"
      :refs="refs"
      :locked="locked || !mayAdd"
      :label="say.picture"
      slot-name="text"
      :remote="remotePictureOf(block.id)"
      @change="change($event ? { media: $event.media, alt: $event.alt, decorative: $event.decorative } : { media: null })"
      @media="emit('media', $event)"
    />
    <figcaption class="mt-1.5 text-soft">
      <RichText
        :model-value="block.caption"
        :refs="refs"
        :locked="locked"
        breaks
        :label="say.caption"
        text-kind="caption"
        :placeholder="say.caption"
        @update:model-value="change({ caption: $event })"
      />
    </figcaption>
  </figure>
</template>
