<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import * as say from '~~/core/words/office/blockKinds'

type SourceBlock = Extract<Block, { kind: 'source' }>
defineOptions({ inheritAttrs: false })
defineProps<{ block: SourceBlock; locked: boolean }>()
const emit = defineEmits<{ change: [block: SourceBlock] }>()
</script>

<template>
  <div>
    <textarea
      v-if="!locked"
      class="input-area min-h-24 font-mono text-body"
      :value="block.html"
      :aria-label="say.source"
      placeholder="<p>…</p>"
      @input="emit('change', { ...block, html: ($event.target as HTMLTextAreaElement).value })"
    />
    <pre v-else class="overflow-x-auto font-mono text-body">{{ block.html }}</pre>
  </div>
</template>
