<script setup lang="ts">
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { ArrowDown, ArrowUp, BookmarkPlus, CalendarClock, ChevronsDownUp, ClipboardCopy, Copy, GripVertical, Trash2 } from 'lucide-vue-next'
import type { Block } from '~~/core/blocks/blocks'
import { HEADING_LOOKS, PARAGRAPH_LOOKS } from '~~/core/content/looks'
import { turnOf, TURNS, type Turn } from '~~/core/content/turn'
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
  turn: [into: Turn]
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
const TURN_WORDS: Record<Turn, string> = {
  paragraph: say.paragraph,
  'heading-2': say.headingLevel(2),
  'heading-3': say.headingLevel(3),
  'heading-4': say.headingLevel(4),
  dots: say.list,
  numbers: say.numberedList,
  quote: say.quote,
}
const kindNow = computed(() => turnOf(props.block))
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
    <MenuList class="w-60 py-1">
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
      <template v-if="kindNow">
        <p class="border-t border-line px-3 pt-1.5 text-soft">{{ say.turnInto }}</p>
        <div class="grid grid-cols-2">
          <MenuItem v-for="into in TURNS" :key="into" v-slot="{ active }"
            ><button
              class="px-3 py-1 text-left"
              :class="[active && 'bg-deep', kindNow === into && 'font-semibold']"
              @click="emit('turn', into)"
            >
              {{ TURN_WORDS[into] }}
            </button></MenuItem
          >
        </div>
      </template>
      <template v-if="looks.length">
        <p class="border-t border-line px-3 pt-1.5 text-soft">{{ say.blockStyle }}</p>
        <div class="grid grid-cols-2">
          <MenuItem v-for="[look, name] in [[undefined, say.ordinary] as const, ...looks]" :key="name" v-slot="{ active }"
            ><button
              class="px-3 py-1 text-left"
              :class="[active && 'bg-deep', lookOf === look && 'font-semibold']"
              @click="emit('set', withLook(look))"
            >
              {{ name }}
            </button></MenuItem
          >
        </div>
      </template>
    </MenuList>
  </Menu>
</template>
