<script setup lang="ts">
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { BLOCK_WORDS, blockText, blockWord, INNER_KINDS, type Block, type BlockKind } from '~~/core/blocks/blocks'
import { BLOCK_PARTS } from './blocks/registry'
import { useKept, type KeptBlock } from '~/stores/kept'
import * as say from '~~/core/words/office/blocks'

/** Chooses the kind of a new block. */
const props = defineProps<{ maySource: boolean; inner?: boolean | undefined }>()
const emit = defineEmits<{ add: [kind: BlockKind]; put: [kept: KeptBlock] }>()
const kept = useKept()
const offered = computed(() => kept.blocks?.filter(({ block }) => kinds.value.includes(block.kind)).slice(0, 8) ?? [])
const words = (block: Block) => blockText(block).slice(0, 60) || blockWord(block)
const kinds = computed(() =>
  (Object.keys(BLOCK_WORDS) as BlockKind[]).filter((kind) =>
    props.inner ? (INNER_KINDS as BlockKind[]).includes(kind) : kind !== 'source' || props.maySource,
  ),
)
</script>

<template>
  <!-- The text in hand keeps the focus until the menu is open, so that nothing moves under the pointer. -->
  <Menu as="div" class="menu-place font-sans text-plain" @mousedown.prevent @click="kept.load()">
    <MenuButton as="template"><slot /></MenuButton>
    <MenuList class="grid w-80 grid-cols-2 p-1">
      <MenuItem v-for="kind in kinds" :key="kind" v-slot="{ active }">
        <button class="flex items-center gap-2 rounded px-2.5 py-1.5 text-left" :class="active && 'bg-deep'" @click="emit('add', kind)">
          <component :is="BLOCK_PARTS[kind].icon" class="size-4 text-soft" aria-hidden="true" />{{ BLOCK_WORDS[kind] }}
        </button>
      </MenuItem>
      <template v-if="offered.length">
        <p class="col-span-2 mt-1 border-t border-line px-2.5 pt-1.5 text-soft">{{ say.keptByYou }}</p>
        <MenuItem v-for="entry in offered" :key="entry.id" v-slot="{ active }">
          <button
            class="col-span-2 flex items-center gap-2 rounded px-2.5 py-1.5 text-left"
            :class="active && 'bg-deep'"
            @click="emit('put', entry)"
          >
            <component :is="BLOCK_PARTS[entry.block.kind].icon" class="size-4 shrink-0 text-soft" aria-hidden="true" /><span
              class="truncate"
              >{{ words(entry.block) }}</span
            >
          </button>
        </MenuItem>
      </template>
    </MenuList>
  </Menu>
</template>
