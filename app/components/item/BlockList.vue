<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { CalendarClock, ChevronRight, MessageSquarePlus, Plus } from 'lucide-vue-next'
import { blockText, blockWord, INNER_KINDS, type Block, type BlockKind } from '~~/core/blocks/blocks'
import { blockWindowWords, type BlockWindow } from '~~/core/content/blockWindow'
import { hasQuote } from '~~/core/content/quote'
import { isWritten } from '~~/core/content/turn'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import BlockBody from './blocks/BlockBody.vue'
import ChosenBlocksBar from './ChosenBlocksBar.vue'
import InsertMenu from './InsertMenu.vue'
import { NoteThread, PinnedNotes } from './noteParts'
import { api } from '~/composables/api'
import { useBlockDragging } from '~/composables/blockDragging'
import { always, useBlockEditing } from '~/composables/blockEditing'
import { useChosenBlocks } from '~/composables/chosenBlocks'
import { offerCommands } from '~/composables/commands'
import { newBlockId } from '~/composables/ids'
import { ORIGIN } from '~/composables/origin'
import { useTextSpan } from '~/composables/textSpan'
import { useItemNotes } from '~/composables/itemNotes'
import { aroundCaret, goAcross, leavesPlace } from '~/editor/crossing'
import { catchKeys, focusBlockOf, isInsertKey, WRITABLE } from '~/editor/typing'
import { takeBlocks } from '~/editor/blockClipboard'
import { useKept } from '~/stores/kept'
import { useNotices } from '~/stores/notices'
import { lazily, lazyDialog } from '~/composables/lazily'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/item'

// Only the block in hand has its tools.
const BlockMenu = lazily(() => import('./BlockMenu.vue'))
const SpanBar = lazily(() => import('./SpanBar.vue'))
const BlockTimesDialog = lazyDialog(() => import('./BlockTimesDialog.vue'))

/** The blocks of a body, written in place, added, moved, duplicated and removed. */
const props = defineProps<{
  body: Block[]
  refs: Refs
  locked: boolean
  maySource: boolean
  mayAddMedia: boolean
  /** Who else is in which block. */
  present: { name: string; place: string | null }[]
  /** Whether these stand inside another block. */
  inner?: boolean
}>()
const emit = defineEmits<{ change: [body: Block[]]; media: [media: MediaView] }>()
const notices = useNotices()
const kept = useKept()
/** The draft that these blocks are written in, and whom to tell that some were copied from another. */
const origin = inject(ORIGIN, { draft: null, copied: () => undefined })
// Notes stand at the blocks of the page, not at those within them.
const notes = props.inner ? undefined : useItemNotes()
const bodies = ref<Record<string, InstanceType<typeof BlockBody> | null>>({})
const frames = ref<Record<string, HTMLElement | null>>({})

const set = (block: Block) =>
  emit(
    'change',
    props.body.map((old) => (old.id === block.id ? block : old)),
  )
const picked = useChosenBlocks(() => props.body)
const {
  indexOf,
  open,
  insert,
  add,
  putKept,
  remove,
  duplicate,
  move,
  onCopy,
  copyNow,
  split,
  paste,
  joinBack,
  takeToAnother,
  turn,
  turnTyped,
  leaveBelow,
} = useBlockEditing({
  body: () => props.body,
  change: (body) => emit('change', body),
  refs: () => props.refs,
  locked: () => props.locked,
  inner: props.inner ?? false,
  picked,
  origin,
  frame: (id) => frames.value[id],
  write: (id, at) => bodies.value[id]?.write(at),
})

/** Blocks folded to one line while one works elsewhere on a long page; for this tab alone. */
const foldedIds = props.inner ? ref<string[]>([]) : useSessionStorage<string[]>(`folded:${useRoute().path}`, [])
const folded = computed(() => new Set(foldedIds.value))
function fold(ids: ReadonlySet<string>, on: boolean) {
  foldedIds.value = on ? [...new Set([...foldedIds.value, ...ids])] : foldedIds.value.filter((id) => !ids.has(id))
}
if (!props.inner)
  offerCommands(() =>
    props.body.length > 1
      ? [
          { id: 'fold-all', name: say.foldAllBlocks, group: say.here, run: () => fold(new Set(props.body.map(({ id }) => id)), true) },
          ...(foldedIds.value.length
            ? [{ id: 'unfold-all', name: say.openAllBlocks, group: say.here, run: () => void (foldedIds.value = []) }]
            : []),
        ]
      : [],
  )
/** Takes the block above or below in hand; with `choosing` both are chosen, and all between. */
function goToBlock(index: number, by: -1 | 1, choosing: boolean) {
  const [block, next] = [props.body[index]!, props.body[index + by]]
  if (!next) return
  if (choosing) picked.reach(next.id, block.id)
  else picked.clear()
  frames.value[next.id]?.focus()
}
/** Whether an arrow key led from one text on the page to the next, or with Shift chose blocks from here on. */
function crosses(event: KeyboardEvent, index: number): boolean {
  const way = leavesPlace(event)
  if (!way) return false
  if (!event.shiftKey) return goAcross(event.target as HTMLElement, way)
  if (way === 'up' || way === 'down') goToBlock(index, way === 'up' ? -1 : 1, true)
  return way === 'up' || way === 'down'
}
function onKey(event: KeyboardEvent, index: number) {
  // A key that took its block away reaches the block's frame all the same.
  const id = props.body[index]?.id
  // What happens inside a block within this one is its own.
  if (id === undefined || props.locked || (event.target as HTMLElement).closest('[data-block]') !== event.currentTarget) return
  const own = event.target === event.currentTarget
  if (own && spanning.value?.onKey(event)) return
  if (isInsertKey(event)) {
    // Our key for the insert menu, from anywhere in a block.
    event.preventDefault()
    event.stopPropagation()
    frames.value[id]?.querySelector<HTMLElement>('[data-insert] button')?.click()
  } else if (own && (event.key === 'ArrowUp' || event.key === 'ArrowDown') && !event.altKey) {
    event.preventDefault()
    goToBlock(index, event.key === 'ArrowUp' ? -1 : 1, event.shiftKey)
  } else if (!own && crosses(event, index)) {
    event.preventDefault()
  } else if (!own && event.key === ' ' && (event.target as HTMLElement).isContentEditable) {
    if (turnTyped(index, aroundCaret(event.target as HTMLElement)[0])) event.preventDefault()
  } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
    event.preventDefault()
    void move(id, event.key === 'ArrowUp' ? -1 : 1)
  } else if (own && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
    event.preventDefault()
    fold(picked.at(id), event.key === 'ArrowLeft')
  } else if (own && (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'a') {
    event.preventDefault()
    picked.all()
  } else if (event.key === 'Escape') {
    // From a text to its block, and from a block inside another to that one.
    if (!own && (event.target as HTMLElement).matches(WRITABLE)) focusBlockOf(event.target as HTMLElement)
    else if (own && picked.chosen.value.size) picked.clear()
    else if (own && props.inner) focusBlockOf((event.currentTarget as HTMLElement).parentElement!)
  } else if (own && event.key === 'Enter') {
    event.preventDefault()
    void enter(id)
  } else if (own && event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey && !event.isComposing) {
    // What is typed on a chosen block is meant for it.
    event.preventDefault()
    event.stopPropagation()
    void enter(id, event.key)
  } else if (own && (event.key === 'Delete' || event.key === 'Backspace')) remove(id)
}
/** Shift and a click choose from the block in hand to this one. */
function onPress(event: PointerEvent, id: string) {
  if (props.locked || (event.target as HTMLElement).closest('[data-block]') !== event.currentTarget) return
  if (event.shiftKey && inHand.value && inHand.value !== id) {
    event.preventDefault()
    picked.reach(id, inHand.value)
    frames.value[id]?.focus()
  } else if (!(event.target as HTMLElement).closest('[data-handle], [role=menu]')) picked.clear()
}
const inHand = ref<string | null>(null)
const near = ref<string | null>(null)
/** Only the block in hand and the one under the pointer have their tools: a page may have two thousand. */
const toolsAt = (id: string) => inHand.value === id || near.value === id
const root = useTemplateRef('root')
useBlockDragging(root, {
  body: () => props.body,
  locked: () => props.locked,
  pointed: () => near.value !== null,
  change: (body) => emit('change', body),
})
const { spanned, spanning } = useTextSpan(
  {
    root,
    body: () => props.body,
    change: (body) => emit('change', body),
    refs: () => props.refs,
    locked: () => props.locked,
    origin,
    frame: (id) => frames.value[id],
    take: takeToAnother,
  },
  () => near.value !== null,
)
const firstChosen = computed(() => [...picked.chosen.value][0] ?? '')
/** Puts the cursor into a block, as a click on it in the page beside does; `typed` is put in there. */
async function enter(id: string, typed = '') {
  const release = catchKeys(typed)
  fold(new Set([id]), false)
  if (!typed) frames.value[id]?.scrollIntoView({ block: 'center' })
  await nextTick()
  const block = props.body[indexOf(id)]
  const placed = !props.locked && block ? await open(block) : false
  if (!placed) frames.value[id]?.focus()
  await release(placed)
}
/** Goes from the title into the text: its first block, or a first paragraph. */
function begin() {
  if (props.body.length) void enter(props.body[0]!.id)
  else void add(0, 'paragraph')
}
defineExpose({ enter, begin })
const presentAt = (id: string) => props.present.filter((person) => person.place === id).map((person) => person.name)
/** What is pasted at a block as a whole goes below it; so does a picture pasted while a text is in hand. */
async function onPaste(event: ClipboardEvent, index: number) {
  const data = event.clipboardData
  if (
    props.locked ||
    !data ||
    spanning.value?.onPaste(event, mayStand) ||
    (event.target as HTMLElement).closest('[data-block]') !== event.currentTarget
  )
    return
  const file = data.files[0]
  if (!file?.type.startsWith('image/') || data.getData('text/plain')) {
    if (event.target !== event.currentTarget) return
    event.preventDefault()
    const { blocks, draft } = takeBlocks(data)
    if (draft) origin.copied(draft)
    return insert(index + 1, blocks.filter(mayStand))
  }
  if (!props.mayAddMedia) return
  event.preventDefault()
  try {
    const form = new FormData()
    form.append('file', file)
    const media = await api('POST', '/media', { form })
    emit('media', media)
    await insert(index + 1, [{ id: newBlockId(), kind: 'picture', media: media.id, alt: '', decorative: false, caption: [] }])
  } catch (error) {
    notices.trouble(error)
  }
}
/** Whether a block may be put here: fewer kinds inside another block, source blocks for those who may write them. */
const mayStand = ({ kind }: Block) => (props.inner ? (INNER_KINDS as BlockKind[]).includes(kind) : kind !== 'source' || props.maySource)
/** The block whose times are asked for. */
const timing = shallowRef<Block | null>(null)
function setWindow(window: BlockWindow | undefined) {
  const block = always(props.body.find(({ id }) => id === timing.value?.id) ?? timing.value!)
  timing.value = null
  set(window ? { ...block, window } : block)
}
const openAt = (id: string) => notes?.threadsAt(id)?.filter((thread) => !thread.resolved) ?? []
</script>

<template>
  <div>
    <div ref="root" class="space-y-4" @mousedown.capture="spanning?.begin($event)">
      <div
        v-for="(block, index) in body"
        :id="block.id"
        :key="block.id"
        :ref="(element) => (frames[block.id] = element as HTMLElement | null)"
        v-memo="[
          block,
          index,
          body.length,
          locked,
          refs,
          notes?.threadsAt(block.id),
          notes?.pinsAt(block.id),
          notes?.pinning.value,
          presentAt(block.id).join(),
          maySource,
          mayAddMedia,
          picked.chosen.value.has(block.id) && picked.chosen.value.size,
          spanned.has(block.id),
          folded.has(block.id),
          toolsAt(block.id),
        ]"
        :data-block="block.id"
        class="relative -mx-3 scroll-mt-24 rounded-md px-3 py-0.5 outline-offset-0"
        :class="[
          inner ? 'group/inner' : 'group/block',
          openAt(block.id).length && 'border-l-4 border-rust',
          (picked.chosen.value.has(block.id) || (spanned.has(block.id) && !isWritten(block))) && 'bg-kelp-wash',
          spanned.has(block.id) && 'outline-none',
        ]"
        tabindex="-1"
        role="group"
        :aria-label="say.blockOfBlocks(blockWord(block), index + 1, body.length, picked.chosen.value.has(block.id))"
        @keydown="onKey($event, index)"
        @copy="spanning?.onCopy($event) || onCopy($event, block.id)"
        @cut="spanning?.onCopy($event) || onCopy($event, block.id)"
        @paste="onPaste($event, index)"
        @pointerdown="onPress($event, block.id)"
        @focusin="inHand = block.id"
        @pointerenter="near = block.id"
        @pointerleave="near = null"
      >
        <div
          v-if="!locked && toolsAt(block.id)"
          :class="
            inner
              ? '-top-3 right-1 z-10 rounded-md border border-line bg-sheet group-focus-within/inner:opacity-100 group-hover/inner:opacity-100'
              : 'top-0 right-full mr-1 max-md:-mr-2 max-md:flex-col group-focus-within/block:opacity-100 group-hover/block:opacity-100'
          "
          class="absolute flex opacity-0 transition-opacity"
        >
          <InsertMenu data-insert :may-source="maySource" :inner="inner" @add="add(index + 1, $event)" @put="putKept(index + 1, $event)"
            ><button type="button" class="icon-button" :aria-label="say.addABlockBelowBlock(index + 1)"><Plus class="size-4" /></button
          ></InsertMenu>
          <BlockMenu
            :block="block"
            :index="index"
            :many="picked.at(block.id).size"
            :inner="inner ?? false"
            @move="move(block.id, $event)"
            @duplicate="duplicate(block.id)"
            @keep="kept.keep(block, origin.draft)"
            @copy="copyNow(block.id)"
            @fold="fold(picked.at(block.id), true)"
            @times="timing = block"
            @remove="remove(block.id)"
            @turn="turn(block.id, $event)"
            @set="set"
          />
        </div>
        <p
          v-if="presentAt(block.id).length"
          class="absolute -top-2.5 right-2 z-10 rounded-full bg-tide px-2 font-sans text-small text-sheet"
        >
          {{ presentAt(block.id).join(', ') }}
        </p>
        <button
          v-if="block.window"
          type="button"
          class="mb-1 flex items-center gap-1.5 rounded-[4px] bg-lamp-wash px-1.5 font-sans text-body text-lamp"
          :disabled="locked"
          :aria-label="say.shownInWindow(blockWindowWords(block.window), locked ? '' : say.andChangeTheTimes)"
          @click="timing = block"
        >
          <CalendarClock class="size-3.5" aria-hidden="true" />{{ blockWindowWords(block.window) }}
        </button>
        <button
          v-if="folded.has(block.id)"
          type="button"
          class="flex w-full items-center gap-2 rounded-md border border-line bg-paper px-2 py-1 text-left font-sans text-plain text-soft"
          aria-expanded="false"
          @click="fold(picked.at(block.id), false)"
        >
          <ChevronRight class="size-4 shrink-0" aria-hidden="true" />{{ blockWord(block)
          }}<span class="truncate text-ink">{{ blockText(block).slice(0, 120) }}</span>
        </button>
        <BlockBody
          v-else
          :ref="(body) => (bodies[block.id] = body as InstanceType<typeof BlockBody> | null)"
          :block="block"
          :refs="refs"
          :locked="locked"
          :may-add-media="mayAddMedia"
          @change="set"
          @split="(before, after) => split(index, before, after)"
          @join-back="joinBack(index)"
          @leave-below="leaveBelow(index)"
          @paste="(before, blocks, after) => paste(index, before, blocks, after)"
          @media="emit('media', $event)"
        />
        <div v-if="notes?.threadsAt(block.id)" class="mt-1.5 space-y-1.5">
          <NoteThread
            v-for="thread in notes.threadsAt(block.id)"
            :key="thread.id"
            :thread="thread"
            :there="!thread.quote || hasQuote(block, thread.quote)"
            :may-write="!locked"
            :may-take="!locked"
          />
        </div>
        <PinnedNotes v-if="notes?.pinsAt(block.id)" :place="block.id" />
        <button
          v-if="notes?.pinning.value"
          type="button"
          class="button absolute top-0 left-full ml-2 font-sans text-plain"
          :aria-label="say.noteOnBlock(index + 1)"
          @mousedown.prevent
          @click="notes.ask(block.id, frames[block.id])"
        >
          <MessageSquarePlus class="size-4" />{{ common.note }}
        </button>
      </div>
    </div>
    <ChosenBlocksBar
      v-if="picked.chosen.value.size > 1 && !locked"
      :count="picked.chosen.value.size"
      @move="move(firstChosen, $event)"
      @duplicate="duplicate(firstChosen)"
      @copy="copyNow(firstChosen)"
      @fold="fold(picked.chosen.value, true)"
      @remove="remove(firstChosen)"
      @clear="picked.clear()"
    />
    <SpanBar
      v-if="spanned.size > 1 && !locked"
      :count="spanned.size"
      @style="spanning?.style"
      @copy="spanning?.copyNow()"
      @remove="spanning?.remove()"
      @clear="spanning?.clear()"
    />
    <BlockTimesDialog v-if="timing" :times="timing.window" @close="timing = null" @set="setWindow" />
    <InsertMenu
      v-if="!locked"
      :class="inner ? 'mt-2' : 'mt-6'"
      :may-source="maySource"
      :inner="inner"
      @add="add(body.length, $event)"
      @put="putKept(body.length, $event)"
      ><button type="button" class="button-quiet -ml-2"><Plus class="size-4" aria-hidden="true" />{{ say.addABlock }}</button></InsertMenu
    >
  </div>
</template>
