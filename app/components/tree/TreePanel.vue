<script setup lang="ts">
import { StorageSerializers, useElementSize, useLocalStorage } from '@vueuse/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { ArrowDown, ArrowUp } from 'lucide-vue-next'
import { foundInTree, topsOf, treeLines, type PageTree, type Spot } from '~~/core/tree/pageTree'
import { spotAt, type Meeting, type ShownSpot } from '~~/core/tree/spots'
import { useNotices } from '~/stores/notices'
import { nextFrame } from '~/editor/typing'
import { allWithin, useCarrying } from './carrying'
import TreeRow from './TreeRow.vue'
import { spotWords, type TreePage } from './treePages'
import { useTypeAhead } from './typeAhead'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/tree'

/**
 * The pages as a tree (WAI-ARIA Authoring Practices): walked, folded and chosen by keys; pages are moved by dragging, or picked up and put down by
 * keys. Of any number of rows those in sight are there.
 */
const props = defineProps<{ pages: TreePage[]; tree: PageTree<TreePage>; label: string; words: string; keptAs: string }>()
const emit = defineEmits<{ move: [pages: string[], spot: Spot]; start: [below: TreePage]; copy: [page: TreePage] }>()
const notices = useNotices()
const byId = computed(() => new Map(props.pages.map((page) => [page.id, page])))

// What is open is kept in this browser, at first the branches at the top; a search opens all that it finds.
const kept = useLocalStorage<string[] | null>(`yieldgate-tree-${props.keptAs}`, null, { serializer: StorageSerializers.object })
const open = computed(() => new Set(kept.value ?? props.tree.get(null)?.map(({ id }) => id)))
const hits = computed(() => foundInTree(props.pages, props.tree, props.words))
const searching = computed(() => props.words.trim() !== '')
const lines = computed(() =>
  treeLines(props.tree, (id) => searching.value || open.value.has(id), searching.value ? hits.value.shown : undefined),
)
function setOpen(ids: readonly string[], isOpen: boolean) {
  const next = new Set(open.value)
  for (const id of ids)
    if (isOpen) next.add(id)
    else next.delete(id)
  kept.value = [...next]
}
const openAll = () => (kept.value = props.pages.filter(({ id }) => props.tree.get(id)?.length).map(({ id }) => id))
const foldAll = () => (kept.value = [])

// Rows.
const scroller = useTemplateRef<HTMLElement>('scroller')
const whole = useTemplateRef<HTMLElement>('whole')
const { width } = useElementSize(scroller)
const narrow = computed(() => width.value > 0 && width.value < 760)
const height = computed(() => (narrow.value ? 52 : 36))
const rows = useVirtualizer(
  computed(() => ({ count: lines.value.length, getScrollElement: () => scroller.value, estimateSize: () => height.value, overscan: 6 })),
)
watch(height, () => rows.value.measure())
const shown = computed(() =>
  rows.value.getVirtualItems().flatMap(({ index, start }) => (lines.value[index] ? [{ index, start, line: lines.value[index] }] : [])),
)

// Where the keys are, and what is chosen.
const at = ref<string | null>(null)
const index = computed(() =>
  Math.max(
    0,
    lines.value.findIndex(({ page }) => page.id === at.value),
  ),
)
/** The row that Tab leads to: where the keys are, or the first in sight where that was scrolled away. */
const entry = computed(() => {
  const here = lines.value[index.value]?.page.id
  return shown.value.some(({ line }) => line.page.id === here) ? here : shown.value[0]?.line.page.id
})
const chosen = ref(new Set<string>())
let anchor: string | null = null
async function go(to: number): Promise<void> {
  const line = lines.value[Math.max(0, Math.min(lines.value.length - 1, to))]
  if (!line) return
  at.value = line.page.id
  rows.value.scrollToIndex(lines.value.indexOf(line), { align: 'auto' })
  for (let frame = 0; frame < 20; frame++) {
    await nextTick()
    const row = scroller.value?.querySelector<HTMLElement>(`[data-page="${line.page.id}"]`)
    if (row) return row.focus({ preventScroll: true })
    await nextFrame()
  }
}
function choose(id: string, add: boolean) {
  const next = add ? new Set(chosen.value) : new Set<string>()
  if (add && next.has(id)) next.delete(id)
  else next.add(id)
  chosen.value = next
  anchor = id
}
function chooseTo(to: number) {
  const from = Math.max(
    0,
    lines.value.findIndex(({ page }) => page.id === (anchor ?? at.value)),
  )
  anchor ??= at.value
  const [first, last] = [Math.min(from, to), Math.max(from, to)]
  chosen.value = new Set(lines.value.slice(first, last + 1).map(({ page }) => page.id))
}
function press(event: MouseEvent, position: number) {
  const { id } = lines.value[position]!.page
  if (event.shiftKey) chooseTo(position)
  else choose(id, event.ctrlKey || event.metaKey)
  at.value = id
}

// Moving: what is chosen where the row is one of it, else the row alone.
const meant = (id: string): TreePage[] =>
  topsOf(
    props.tree,
    (chosen.value.has(id) ? props.pages.filter((page) => chosen.value.has(page.id)) : [byId.value.get(id)!]).filter(Boolean),
  )
function lift(id: string) {
  const pages = meant(id)
  return pages.every(({ mayWrite }) => mayWrite) ? { rows: pages.map((page) => page.id), within: allWithin(props.tree, pages) } : null
}
const over = ref<{ id: string; how: Meeting } | null>(null)
const carry = useCarrying({
  tree: () => props.tree,
  lines: () => lines.value,
  open: (id) => setOpen([id], true),
  show: (line) => rows.value.scrollToIndex(line, { align: 'auto' }),
  put,
})
const { carrying } = carry
function pickUp(id: string) {
  const pages = meant(id)
  const others = pages.filter(({ mayWrite }) => !mayWrite)
  if (others.length) return notices.say('trouble', say.onlyWritersMove(others.map(({ title }) => `“${title}”`).join(', ')))
  const here = lines.value.findIndex(({ page }) => page.id === id)
  at.value = id
  carry.pickUp(pages, here)
  // Its row may be scrolled away meanwhile.
  whole.value?.focus({ preventScroll: true })
}
function put(pages: string[], { parent, before }: Spot) {
  emit('move', pages, { parent, before })
}
const drop = (pages: string[], position: number, how: Meeting) => put(pages, spotAt(props.tree, lines.value, position, how))

/** Where pages would come to stand: a line between rows, or the row that they go into. */
const mark = computed((): ShownSpot | null => {
  if (carrying.value) return carrying.value.spot
  const position = over.value ? lines.value.findIndex(({ page }) => page.id === over.value!.id) : -1
  return position < 0 ? null : spotAt(props.tree, lines.value, position, over.value!.how)
})
const told = computed(() => (carrying.value ? spotWords(carrying.value.spot, byId.value, props.tree) : ''))
const met = (position: number): Meeting | null => (mark.value?.line === position ? mark.value.how : null)

const letters = useTypeAhead({ labels: () => lines.value.map(({ page }) => page.label), index: () => index.value, go: (to) => void go(to) })
function stepIn({ page, open: isOpen, children }: (typeof lines.value)[number]) {
  if (children && !isOpen) setOpen([page.id], true)
  else if (children) void go(index.value + 1)
}
function stepOut({ page, open: isOpen, parent }: (typeof lines.value)[number]) {
  if (isOpen && !searching.value) setOpen([page.id], false)
  else if (parent !== null) void go(lines.value.findIndex((line) => line.page.id === parent))
}
const router = useRouter()
function key(event: KeyboardEvent): void {
  const line = lines.value[index.value]
  if (!line) return
  const { id } = line.page
  if (carrying.value) {
    if (carry.key(event.key)) event.preventDefault()
    if (event.key === 'Escape') void go(index.value)
    return
  }
  const isLetter = /^[\p{L}\p{N}]$/u.test(event.key) || (/^[ –-]$/.test(event.key) && letters.typing())
  const walk: Record<string, () => unknown> = {
    ArrowDown: () => walkTo(index.value + 1, event.shiftKey),
    ArrowUp: () => walkTo(index.value - 1, event.shiftKey),
    Home: () => walkTo(0, event.shiftKey),
    End: () => walkTo(lines.value.length - 1, event.shiftKey),
    PageDown: () => walkTo(index.value + 10, false),
    PageUp: () => walkTo(index.value - 10, false),
    ArrowRight: () => stepIn(line),
    ArrowLeft: () => stepOut(line),
    Enter: () => router.push(`/office/items/${id}`),
    ' ': () => choose(id, true),
    '*': () =>
      setOpen(
        (props.tree.get(line.parent) ?? []).map((page) => page.id),
        true,
      ),
    Escape: () => (chosen.value = new Set()),
  }
  if (event.ctrlKey || event.metaKey) {
    const together: Record<string, () => unknown> = {
      a: () => (chosen.value = new Set(lines.value.map(({ page }) => page.id))),
      x: () => pickUp(id),
    }
    const act = together[event.key.toLowerCase()]
    if (act) event.preventDefault()
    act?.()
    return
  }
  if (event.altKey) return
  const act = isLetter ? undefined : walk[event.key]
  if (act) {
    event.preventDefault()
    void act()
  } else if (isLetter) {
    event.preventDefault()
    letters.type(event.key)
  }
}
function walkTo(to: number, choosing: boolean) {
  const position = Math.max(0, Math.min(lines.value.length - 1, to))
  if (choosing) chooseTo(position)
  return go(position)
}
defineExpose({
  openAll,
  foldAll,
  found: computed(() => hits.value.found.size),
  /** Shows the row where the keys were, and gives it the focus. */
  back: () => go(index.value),
})
const movesWords = ({ moves }: TreePage): string => {
  if (!moves) return ''
  const where = moves.parent === null ? say.toTheTop : say.belowPage(byId.value.get(moves.parent)?.label ?? '')
  return moves.edition ? say.willMoveInEdition(where, moves.edition.name) : say.willMoveByDraft(where)
}
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div
      v-if="chosen.size > 1 || carrying"
      class="flex min-h-10 flex-wrap items-center gap-3 border-b border-line bg-tide-wash px-4 py-1"
      role="status"
    >
      <template v-if="carrying">
        <span class="min-w-0 flex-1"
          >{{ say.carried(carrying.pages.length === 1 ? `“${carrying.pages[0]!.label}”` : say.countedPages(carrying.pages.length)) }}
          <b>{{ told }}</b></span
        >
        <span class="flex shrink-0 gap-1">
          <button class="icon-button" :aria-label="say.aPlaceUp" @click="carry.key('ArrowUp')"><ArrowUp class="size-4" /></button>
          <button class="icon-button" :aria-label="say.aPlaceDown" @click="carry.key('ArrowDown')"><ArrowDown class="size-4" /></button>
          <button class="button" @click="carry.key('Enter')">{{ say.putHere }}</button>
          <button class="button" @click="carry.key('Escape')">{{ common.cancel }}</button>
        </span>
      </template>
      <template v-else>
        <span>{{ say.chosen(chosen.size) }}</span>
        <button class="link" @click="pickUp([...chosen][0]!)">{{ say.move }}</button>
        <button class="link" @click="chosen = new Set()">{{ say.clearChoice }}</button>
      </template>
    </div>
    <div ref="scroller" class="min-h-0 flex-1 overflow-auto">
      <p v-if="!lines.length" class="p-5 text-soft">{{ searching ? say.noneHasTheseWords : say.noPageYet }}</p>
      <div
        ref="whole"
        role="tree"
        tabindex="-1"
        :aria-label="label"
        aria-multiselectable="true"
        class="relative outline-none"
        :style="{ height: `${rows.getTotalSize()}px` }"
        @keydown="key"
      >
        <TreeRow
          v-for="{ index: position, start, line } in shown"
          :key="line.page.id"
          :data-page="line.page.id"
          class="absolute inset-x-0 top-0"
          :style="{ transform: `translateY(${start}px)`, height: `${height}px` }"
          :line="line"
          :focusable="entry === line.page.id"
          :chosen="chosen.has(line.page.id)"
          :met="met(position)"
          :carried="carrying?.within.has(line.page.id) ?? false"
          :lost="line.page.parent !== line.parent"
          :moves="movesWords(line.page)"
          :found="searching && hits.found.has(line.page.id)"
          :narrow="narrow"
          :lift="() => lift(line.page.id)"
          @focus="at = line.page.id"
          @fold="line.children && setOpen([line.page.id], !line.open)"
          @press="press($event, position)"
          @start="emit('start', line.page)"
          @copy="emit('copy', line.page)"
          @move="pickUp(line.page.id)"
          @over="over = $event ? { id: line.page.id, how: $event } : over?.id === line.page.id ? null : over"
          @drop="(pages, how) => drop(pages, position, how)"
        />
        <div
          v-if="mark && mark.how !== 'into'"
          class="pointer-events-none absolute right-0 z-10 h-0.5 bg-kelp"
          :style="{ left: `${12 + mark.depth * 20}px`, top: `${(mark.line + (mark.how === 'after' ? 1 : 0)) * height - 1}px` }"
          aria-hidden="true"
        />
      </div>
    </div>
  </div>
</template>
