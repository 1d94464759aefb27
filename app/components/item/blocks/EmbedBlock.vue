<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import LateInput from '~/components/form/LateInput.vue'

// It shows no links and no pictures, which the others are given too.
defineOptions({ inheritAttrs: false })
/** What another site shows, in a frame where its origin is allowed. */
type EmbedBlock = Extract<Block, { kind: 'embed' }>
const props = defineProps<{ block: EmbedBlock; locked: boolean }>()
const emit = defineEmits<{ change: [block: EmbedBlock] }>()
const change = (part: Partial<EmbedBlock>) => emit('change', { ...props.block, ...part })
</script>

<template>
  <div class="space-y-2 rounded-md border border-dashed border-edge p-3 font-sans text-plain">
    <LateInput
      class="input font-mono"
      :disabled="locked"
      :value="block.url"
      placeholder="https://…"
      aria-label="Address to embed"
      @take="change({ url: $event.trim() })"
    />
    <input
      class="input"
      :disabled="locked"
      :value="block.title"
      placeholder="What it shows, in words"
      aria-label="Title of the embed"
      maxlength="300"
      @input="change({ title: ($event.target as HTMLInputElement).value })"
    />
    <p class="hint">Shown in a frame only where the site’s settings allow its origin; elsewhere as a link.</p>
  </div>
</template>
