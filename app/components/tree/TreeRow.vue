<script setup lang="ts">
import { ChevronRight, Copy, EyeOff, LockKeyhole, MoveVertical, Plus, Unlink } from 'lucide-vue-next'
import StateMark from '~/components/mark/StateMark.vue'
import type { Meeting } from '~~/core/tree/spots'
import type { TreeLine } from '~~/core/tree/pageTree'
import { accessOfKey } from '~~/core/members/access'
import { accessInWords } from '~/composables/readersAccess'
import { useRowDragging } from '~/composables/rowDragging'
import { marksOf, type TreePage } from './treePages'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/tree'

/** A row of the page tree: the page where it stands, both its facts, and its whole address. */
const props = defineProps<{
  line: TreeLine<TreePage>
  focusable: boolean
  chosen: boolean
  /** Whether others are above it, and how they would meet it. */
  met: Meeting | null
  /** Whether it is on its way to another spot. */
  carried: boolean
  /** Whether its parent is not here. */
  lost: boolean
  /** Where a draft moves it, in words. */
  moves: string
  found: boolean
  narrow: boolean
  lift: () => { rows: string[]; within: ReadonlySet<string> } | null
}>()
const emit = defineEmits<{
  fold: []
  press: [event: MouseEvent]
  start: []
  copy: []
  move: []
  over: [how: Meeting | null]
  drop: [pages: string[], how: Meeting]
}>()
const row = useTemplateRef<HTMLElement>('row')
useRowDragging(row, {
  id: () => props.line.page.id,
  lift: () => props.lift(),
  over: (how) => emit('over', how),
  drop: (pages, how) => emit('drop', pages, how),
})
const page = computed(() => props.line.page)
const actions = computed(() => [
  { does: 'start' as const, icon: Plus, label: say.startAPageBelow(page.value.label), title: say.startHere },
  { does: 'copy' as const, icon: Copy, label: say.copyOne(page.value.label), title: common.copy },
  { does: 'move' as const, icon: MoveVertical, label: say.moveOne(page.value.label), title: say.move },
])
function act(does: 'start' | 'copy' | 'move') {
  if (does === 'start') emit('start')
  else if (does === 'copy') emit('copy')
  else emit('move')
}
</script>

<template>
  <div
    ref="row"
    role="treeitem"
    class="group flex items-center gap-2 border-b border-line pr-3 focus-visible:outline-2 focus-visible:-outline-offset-2 focus-visible:outline-kelp"
    :class="[met === 'into' ? 'bg-kelp-wash' : chosen ? 'bg-tide-wash' : 'hover:bg-paper', carried && 'opacity-50']"
    :tabindex="focusable ? 0 : -1"
    :aria-level="line.depth + 1"
    :aria-setsize="line.siblings"
    :aria-posinset="line.place"
    :aria-expanded="line.children ? line.open : undefined"
    :aria-selected="chosen"
    :aria-label="`${page.label}, ${line.address}`"
    :style="{ paddingLeft: `${12 + line.depth * 20}px` }"
    @click="emit('press', $event)"
  >
    <span
      class="flex size-5 shrink-0 items-center justify-center rounded-sm"
      :class="line.children ? 'hover:bg-line' : ''"
      aria-hidden="true"
      @click.stop="emit('fold')"
      ><ChevronRight v-if="line.children" class="size-4 transition-transform" :class="line.open && 'rotate-90'"
    /></span>
    <span class="min-w-0 flex-1" :class="narrow ? 'py-1' : 'flex items-center gap-3'">
      <span class="flex min-w-0 items-center gap-2">
        <NuxtLink
          :to="`/office/items/${page.id}`"
          class="truncate font-medium hover:underline"
          :class="found && 'bg-lamp-wash'"
          tabindex="-1"
          draggable="false"
          :title="page.title"
          @click.stop
          >{{ page.label || common.withoutATitle }}</NuxtLink
        >
        <EyeOff v-if="!page.inMenus" class="size-3.5 shrink-0 text-soft" :aria-label="say.inNoMenu" role="img" />
        <LockKeyhole
          v-if="page.access"
          class="size-3.5 shrink-0 text-soft"
          :aria-label="say.isFor(accessInWords(accessOfKey(page.access)))"
          role="img"
        />
        <Unlink v-if="lost" class="size-3.5 shrink-0 text-rust" :aria-label="say.parentIsNotHere" role="img" />
        <span v-if="moves" class="truncate rounded-sm bg-tide-wash px-1.5 text-small text-tide" :title="moves">{{ moves }}</span>
        <span
          v-if="page.mayWrite"
          class="-my-1 flex shrink-0 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 group-focus:opacity-100"
        >
          <button
            v-for="action in actions"
            :key="action.does"
            type="button"
            class="icon-button"
            tabindex="-1"
            :aria-label="action.label"
            :title="action.title"
            @click.stop="act(action.does)"
          >
            <component :is="action.icon" class="size-4" />
          </button>
        </span>
      </span>
      <span
        class="ml-auto block min-w-0 truncate font-mono text-small text-soft"
        :class="!narrow && 'max-w-[64%] shrink-0 text-right'"
        :title="line.address"
        >{{ line.address }}</span
      >
    </span>
    <span class="grid shrink-0 gap-x-3 text-small" :class="narrow ? '' : 'w-52 grid-cols-[5.6rem_minmax(0,1fr)]'"
      ><StateMark v-for="mark in marksOf(page)" :key="mark" :state="mark"
    /></span>
  </div>
</template>
