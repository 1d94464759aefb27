<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ArrowDown, ArrowUp, BookmarkPlus, CalendarClock, ChevronsDownUp, ClipboardCopy, Copy, GripVertical, Trash2 } from 'lucide-vue-next'
import type { Block } from '~~/core/blocks/blocks'
import { HEADING_LOOKS, PARAGRAPH_LOOKS } from '~~/core/content/looks'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/blocks'

/** What can be done with a block as a whole, at its handle. With several chosen, it is done with all of them. */
const props = defineProps<{ block: Block; index: number; many: number; inner: boolean }>()
const emit = defineEmits<{
  move: [by: -1 | 1]
  duplicate: []
  keep: []
  copy: []
  fold: []
  times: []
  remove: []
  set: [block: Block]
}>()
const several = computed(() => (props.many > 1 ? say.manyBlocks(props.many) : ''))
const looks = computed(() =>
  props.block.kind === 'paragraph' ? Object.entries(PARAGRAPH_LOOKS) : props.block.kind === 'heading' ? Object.entries(HEADING_LOOKS) : [],
)
/** The block with another of the site's styles, or the ordinary one. */
function withLook(look: string | undefined): Block {
  const { look: _, ...block } = props.block as Block & { look?: string }
  return (look ? { ...block, look } : block) as Block
}
const lookOf = computed(() => (props.block as { look?: string }).look)
const ACTIONS = [
  [say.moveUp, ArrowUp, () => emit('move', -1)],
  [say.moveDown, ArrowDown, () => emit('move', 1)],
  [say.duplicate, Copy, () => emit('duplicate')],
  [common.copy, ClipboardCopy, () => emit('copy')],
  [common.fold, ChevronsDownUp, () => emit('fold')],
] as const
</script>

<template>
  <Menu as="div" class="menu-place font-sans text-plain">
    <MenuButton class="icon-button" :aria-label="say.blockMoveDuplicateRemove(index + 1)" data-handle
      ><GripVertical class="size-4"
    /></MenuButton>
    <MenuItems class="menu w-52 py-1">
      <MenuItem v-for="[name, icon, run] in ACTIONS" :key="name" v-slot="{ active }"
        ><button class="flex w-full items-center gap-2 px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="run">
          <component :is="icon" class="size-4 text-soft" />{{ name }}{{ several }}
        </button></MenuItem
      >
      <MenuItem v-if="!several" v-slot="{ active }"
        ><button class="flex w-full items-center gap-2 px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="emit('keep')">
          <BookmarkPlus class="size-4 text-soft" />{{ say.keepForOtherPages }}
        </button></MenuItem
      >
      <MenuItem v-if="!several && !inner" v-slot="{ active }"
        ><button class="flex w-full items-center gap-2 px-3 py-1.5 text-left" :class="active && 'bg-deep'" @click="emit('times')">
          <CalendarClock class="size-4 text-soft" />{{ say.whenReadersSeeIt }}
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button
          class="flex w-full items-center gap-2 px-3 py-1.5 text-left text-rust"
          :class="active && 'bg-deep'"
          @click="emit('remove')"
        >
          <Trash2 class="size-4" />{{ say.removeSeveral(several) }}
        </button></MenuItem
      >
      <template v-if="block.kind === 'heading'">
        <p class="border-t border-line px-3 pt-1.5 text-soft">{{ say.level }}</p>
        <MenuItem v-for="level in [2, 3, 4] as const" :key="level" v-slot="{ active }"
          ><button
            class="w-full px-3 py-1 text-left"
            :class="[active && 'bg-deep', block.level === level && 'font-semibold']"
            @click="emit('set', { ...block, level })"
          >
            {{ say.headingLevel(level) }}
          </button></MenuItem
        >
      </template>
      <template v-if="looks.length">
        <p class="border-t border-line px-3 pt-1.5 text-soft">{{ say.blockStyle }}</p>
        <MenuItem v-for="[look, name] in [[undefined, say.ordinary] as const, ...looks]" :key="name" v-slot="{ active }"
          ><button
            class="w-full px-3 py-1 text-left"
            :class="[active && 'bg-deep', lookOf === look && 'font-semibold']"
            @click="emit('set', withLook(look))"
          >
            {{ name }}
          </button></MenuItem
        >
      </template>
    </MenuItems>
  </Menu>
</template>
