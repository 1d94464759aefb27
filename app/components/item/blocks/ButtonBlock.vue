<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import LateInput from '~/components/form/LateInput.vue'
import * as say from '~~/core/words/office/blockKinds'

// It shows no links and no pictures, which the others are given too.
defineOptions({ inheritAttrs: false })
/** A button that leads somewhere. */
type ButtonBlock = Extract<Block, { kind: 'button' }>
const props = defineProps<{ block: ButtonBlock; locked: boolean }>()
const emit = defineEmits<{ change: [block: ButtonBlock] }>()
const change = (part: Partial<ButtonBlock>) => emit('change', { ...props.block, ...part })
</script>

<template>
  <div class="flex items-center gap-3 font-sans text-plain">
    <template v-if="!locked">
      <input
        class="h-9 rounded-md bg-kelp-fill px-4 font-semibold text-on-fill placeholder:text-on-fill"
        :value="block.label"
        :placeholder="say.wordsOnTheButton"
        :aria-label="say.wordsOnTheButton"
        maxlength="300"
        @input="change({ label: ($event.target as HTMLInputElement).value })"
      />
      <LateInput
        class="input font-mono"
        :value="block.href"
        :placeholder="say.whereItLeadsFaresOrHttps"
        :aria-label="say.whereTheButtonLeads"
        @take="change({ href: $event.trim() })"
      />
    </template>
    <span v-else class="rounded-md bg-kelp-fill px-4 py-2 font-semibold text-on-fill">{{ block.label }}</span>
  </div>
</template>
