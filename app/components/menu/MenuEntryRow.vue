<script setup lang="ts">
import { ArrowDown, ArrowUp, ChevronLeft, ChevronRight, Clock, GripVertical, Trash2, TriangleAlert } from 'lucide-vue-next'
import { blockWindowWords } from '~~/core/content/blockWindow'
import type { EntryLine, EntryStep } from '~~/core/menu/arrange'
import type { LeftOut } from '~~/core/menu/standing'
import type { Meeting } from '~~/core/tree/spots'
import { useRowDragging } from '~/composables/rowDragging'
import { entryFacts } from './menuWords'
import * as say from '~~/core/words/office/menus'

/** One entry of a menu: what it says and leads to, and what can be done with it. */
const props = defineProps<{
  line: EntryLine
  words: string
  /** The address that it leads to on the site. */
  path: string
  leftOut: LeftOut['why'] | null
  locked: boolean
  /** The entry with all below it. */
  within: ReadonlySet<string>
}>()
const emit = defineEmits<{ change: []; step: [step: EntryStep]; out: []; drop: [id: string, how: Meeting]; walk: [by: number] }>()
const row = useTemplateRef<HTMLElement>('row')
const met = ref<Meeting | null>(null)
const entry = computed(() => props.line.entry)
useRowDragging(row, {
  id: () => entry.value.id,
  lift: () => (props.locked ? null : { rows: [entry.value.id], within: props.within }),
  over: (how) => (met.value = how),
  drop: ([id], how) => emit('drop', id!, how),
})
/** The steps that lead somewhere; one that leads too deep is refused with why. */
const leads = computed<Record<EntryStep, boolean>>(() => {
  const { place, siblings, parent } = props.line
  return { up: place > 0, down: place < siblings - 1, in: place > 0, out: parent !== null }
})
const STEPS = [
  ['up', ArrowUp],
  ['down', ArrowDown],
  ['out', ChevronLeft],
  ['in', ChevronRight],
] as const
const ARROWS: Record<string, EntryStep> = { ArrowUp: 'up', ArrowDown: 'down', ArrowRight: 'in', ArrowLeft: 'out' }
function key(event: KeyboardEvent) {
  const step = ARROWS[event.key]
  if (step && event.altKey && !event.ctrlKey && !event.metaKey) {
    if (!props.locked) emit('step', step)
  } else if (event.altKey || event.ctrlKey || event.metaKey) return
  else if (step === 'up' || step === 'down') emit('walk', step === 'up' ? -1 : 1)
  else if (event.key === 'Delete' && !props.locked) emit('out')
  else return
  event.preventDefault()
}
</script>

<template>
  <li
    ref="row"
    class="group relative flex min-h-10 items-center gap-2 border-b border-line pr-2 last:border-b-0 has-[[data-entry]:focus-visible]:outline-2 has-[[data-entry]:focus-visible]:-outline-offset-2 has-[[data-entry]:focus-visible]:outline-kelp"
    :class="met === 'into' ? 'bg-kelp-wash' : 'hover:bg-paper'"
    :style="{ paddingLeft: `${8 + line.depth * 24}px` }"
  >
    <span
      v-if="met && met !== 'into'"
      class="pointer-events-none absolute inset-x-0 h-0.5 bg-kelp"
      :class="met === 'before' ? '-top-px' : '-bottom-px'"
    />
    <GripVertical v-if="!locked" class="size-4 shrink-0 cursor-grab text-soft" aria-hidden="true" />
    <button
      type="button"
      class="flex min-w-0 flex-1 items-baseline gap-3 py-1.5 text-left outline-none"
      :data-entry="entry.id"
      :aria-label="locked ? words : say.changeEntry(words)"
      :aria-description="say.atLevel(line.place + 1, line.siblings, line.depth + 1)"
      :disabled="locked"
      @click="emit('change')"
      @keydown="key"
    >
      <span class="truncate" :class="entry.target.is === 'heading' ? 'font-semibold' : 'font-medium'">{{ words }}</span>
      <span class="truncate text-small text-soft">{{ [...entryFacts(entry), entry.note].filter(Boolean).join(' · ') }}</span>
      <span v-if="path" class="ml-auto max-w-[45%] shrink-0 truncate font-mono text-small text-soft max-md:hidden" :title="path">{{
        path
      }}</span>
    </button>
    <span v-if="entry.window" class="flex shrink-0 text-tide" :title="blockWindowWords(entry.window)"
      ><Clock class="size-4" aria-hidden="true" /><span class="sr-only">{{ blockWindowWords(entry.window) }}</span></span
    >
    <span v-if="leftOut" class="flex shrink-0 text-rust" :title="say.whyLeftOut[leftOut]"
      ><TriangleAlert class="size-4" aria-hidden="true" /><span class="sr-only">{{ say.whyLeftOut[leftOut] }}</span></span
    >
    <span
      v-if="!locked"
      class="absolute inset-y-0.5 right-1 flex items-center bg-paper pl-2 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:static pointer-coarse:bg-transparent pointer-coarse:opacity-100"
    >
      <button
        v-for="[step, glyph] in STEPS"
        :key="step"
        type="button"
        class="icon-button"
        tabindex="-1"
        :disabled="!leads[step]"
        :aria-label="say.moveEntry[step](words)"
        :title="say.moveEntry[step](words)"
        @click="emit('step', step)"
      >
        <component :is="glyph" class="size-4" />
      </button>
      <button
        type="button"
        class="icon-button"
        tabindex="-1"
        :aria-label="say.takeOutEntry(words)"
        :title="say.takeOutEntry(words)"
        @click="emit('out')"
      >
        <Trash2 class="size-4" />
      </button>
    </span>
  </li>
</template>
