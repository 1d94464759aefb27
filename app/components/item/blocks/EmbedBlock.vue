<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import LateInput from '~/components/form/LateInput.vue'
import { addressToEmbed, shownInAFrameWhereAllowed, titleOfTheEmbed, whatItShowsInWords } from '~~/core/words/office/blockKinds'

// It shows no links and no pictures, which the others are given too.
defineOptions({ inheritAttrs: false })
/** What another site shows, in a frame where its origin is allowed. */
type Embed = Extract<Block, { kind: 'embed' }>
const props = defineProps<{ block: Embed; locked: boolean }>()
const emit = defineEmits<{ change: [block: Embed] }>()
const change = (part: Partial<Embed>) => emit('change', { ...props.block, ...part })
</script>

<template>
  <div class="space-y-2 rounded-md border border-dashed border-edge p-3 font-sans text-plain">
    <LateInput
      class="input font-mono"
      :disabled="locked"
      :value="block.url"
      placeholder="https://…"
      :aria-label="addressToEmbed"
      @take="change({ url: $event.trim() })"
    />
    <input
      class="input"
      :disabled="locked"
      :value="block.title"
      :placeholder="whatItShowsInWords"
      :aria-label="titleOfTheEmbed"
      maxlength="300"
      @input="change({ title: ($event.target as HTMLInputElement).value })"
    />
    <p class="hint">{{ shownInAFrameWhereAllowed }}</p>
  </div>
</template>
