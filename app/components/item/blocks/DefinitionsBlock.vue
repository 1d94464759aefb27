<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import RichText from '~/editor/RichText.vue'
import { withPart } from './parts'
import * as say from '~~/core/words/office/blockKinds'

type DefinitionsBlock = Extract<Block, { kind: 'definitions' }>
defineOptions({ inheritAttrs: false })
const props = defineProps<{ block: DefinitionsBlock; refs: Refs; locked: boolean }>()
const emit = defineEmits<{ change: [block: DefinitionsBlock] }>()
const change = (part: Partial<DefinitionsBlock>) => emit('change', { ...props.block, ...part })
</script>

<template>
  <dl class="space-y-1">
    <div v-for="(entry, index) in block.entries" :key="index" class="group/entry relative">
      <RichText
        tag="dt"
        class="font-semibold"
        :model-value="entry.term"
        :refs="refs"
        :locked="locked"
        breaks
        :label="say.termIndex(index + 1)"
        text-kind="term"
        :placeholder="say.term"
        @update:model-value="change({ entries: withPart(block.entries, index, { term: $event }) })"
      />
      <RichText
        tag="dd"
        class="ml-5"
        :model-value="entry.text"
        :refs="refs"
        :locked="locked"
        breaks
        :label="say.meaningIndex(index + 1)"
        text-kind="meaning"
        :placeholder="say.whatItMeans"
        @update:model-value="change({ entries: withPart(block.entries, index, { text: $event }) })"
      />
    </div>
    <p v-if="!locked" class="flex gap-2 font-sans text-plain">
      <button type="button" class="button-quiet" @click="change({ entries: [...block.entries, { term: [], text: [] }] })">
        {{ say.addATerm }}
      </button>
      <button v-if="block.entries.length > 1" type="button" class="button-quiet" @click="change({ entries: block.entries.slice(0, -1) })">
        {{ say.removeTheLast }}
      </button>
    </p>
  </dl>
</template>
