<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { ArrowDown, ArrowUp } from 'lucide-vue-next'
import { readSort } from '~~/core/query/sort'
import ItemRow from './ItemRow.vue'
import { slotsFor } from './slots'
import { canEdit, cellId, cellValue, CHOICE, columnOf, type Column, type Listed, type OwnColumn } from './columns'
import { nextFrame } from '~/editor/typing'
import { useSession } from '~/stores/session'
import * as say from '~~/core/words/office/content'

/**
 * The list as a grid (WAI-ARIA Authoring Practices): rows of any number, of which those in sight are there; the title and the
 * choice stay in sight; cells are walked by keys and edited where they stand.
 */
const props = defineProps<{
  total: number
  rowAt: (index: number) => Listed | undefined
  columns: OwnColumn[]
  sort: string
  chosen: ReadonlyMap<string, string | null>
  /** Whether all that the query finds are chosen, also those that are not here. */
  allChosen: boolean
  /** Whether the rows stand in the order of the page tree. */
  tree: boolean
}>()
const emit = defineEmits<{
  look: [from: number, to: number]
  sort: [sort: string]
  width: [key: string, width: number]
  edit: [row: Listed, column: Column, value: string]
  labels: [row: Listed, add: string[], remove: string[]]
  choose: [rows: Listed[], chosen: boolean]
  chooseAll: [chosen: boolean]
  card: [row: Listed | null, cell: HTMLElement | null]
}>()
const session = useSession()
const rowHeight = computed(() => (session.person?.density === 'close' ? 30 : 36))
const scroller = useTemplateRef<HTMLElement>('scroller')
const rows = useVirtualizer(
  computed(() => ({
    count: props.total,
    getScrollElement: () => scroller.value,
    estimateSize: () => rowHeight.value,
    overscan: 4,
    scrollPaddingStart: 40,
    scrollPaddingEnd: 14,
  })),
)
watch(rowHeight, () => rows.value.measure())
const shown = computed(() => rows.value.getVirtualItems())
/** Which of the made rows shows which. */
let slots = new Map<number, number>()
const placed = computed(() => {
  slots = slotsFor(
    slots,
    shown.value.map(({ index }) => index),
  )
  return shown.value.map(({ index, start }) => ({ index, start, slot: slots.get(index)!, row: props.rowAt(index) }))
})
watch(
  () => [shown.value[0]?.index ?? 0, shown.value.at(-1)?.index ?? 0] as const,
  ([from, to], before) => (from !== before?.[0] || to !== before[1]) && emit('look', from, to),
)
const columns = computed(() => props.columns.flatMap((own) => ({ ...columnOf(own.key)!, width: own.width })))
const width = computed(() => CHOICE + columns.value.reduce((sum, column) => sum + column.width, 0))
/** The widths of the columns, as the head and all rows share them; the last takes what is left. */
const tracks = computed(() => {
  const widths = columns.value.map((column, index) =>
    index === columns.value.length - 1 ? `minmax(${column.width}px, 1fr)` : `${column.width}px`,
  )
  return { '--tracks': [`${CHOICE}px`, ...widths].join(' '), '--row': `${rowHeight.value}px` }
})
const sorted = computed(() => readSort(props.sort))

// Where the keys are: row -1 is the head, column 0 the choice.
const at = ref({ row: 0, column: 1 })
const editing = ref<string | null>(null)
/** The cell that Tab leads to: where the keys are, or in the first row that is here where that was scrolled away. */
const entry = computed(() => {
  const { row, column } = at.value
  const there = row < 0 || shown.value.some(({ index }) => index === row && props.rowAt(index))
  const first = there ? undefined : shown.value.find(({ index, start }) => start >= (rows.value.scrollOffset ?? 0) && props.rowAt(index))
  return first ? { row: first.index, column } : at.value
})
const here = (row: number, column: number) => entry.value.row === row && entry.value.column === column

async function go(row: number, column: number): Promise<void> {
  const to = { row: Math.max(-1, Math.min(props.total - 1, row)), column: Math.max(0, Math.min(columns.value.length, column)) }
  at.value = to
  if (to.row >= 0) rows.value.scrollToIndex(to.row, { align: 'auto' })
  for (let frame = 0; frame < 20; frame++) {
    await nextTick()
    const cell = document.getElementById(cellId(to.row, to.column))
    if (cell && (to.row < 0 || props.rowAt(to.row))) {
      cell.focus({ preventScroll: true })
      if (to.column > 1) bringIntoSight(cell)
      return
    }
    await nextFrame()
  }
}
/** Scrolls sideways so that a cell is not under the columns that stay. */
function bringIntoSight(cell: HTMLElement) {
  const view = scroller.value!.getBoundingClientRect()
  const box = cell.getBoundingClientRect()
  const left = view.left + CHOICE + columns.value[0]!.width
  if (box.left < left) scroller.value!.scrollLeft -= left - box.left
  else if (box.right > view.right) scroller.value!.scrollLeft += box.right - view.right
}

let anchor = 0
async function choose(index: number, range: boolean): Promise<void> {
  const row = props.rowAt(index)
  if (!row) return
  if (!range) {
    anchor = index
    emit('choose', [row], !props.allChosen && !props.chosen.has(row.id))
    return
  }
  const [from, to] = [Math.min(anchor, index), Math.max(anchor, index)]
  const between = Array.from({ length: to - from + 1 }, (_, step) => props.rowAt(from + step)).filter((one) => one !== undefined)
  emit('choose', between, true)
}

function begin(index: number, column: Column): void {
  const row = props.rowAt(index)
  if (!row || !canEdit(column, row)) return
  emit('card', null, null)
  editing.value = `${row.id} ${column.key}`
}
function finish(row: Listed, index: number, column: Column, position: number, value: string | null, onward: boolean): void {
  editing.value = null
  if (value !== null && value !== cellValue(column, row)) emit('edit', row, column, value)
  void go(index, position + (onward ? 1 : 0))
}

const router = useRouter()
function key(event: KeyboardEvent): void {
  if ((event.target as HTMLElement).closest('[data-editor]')) return
  const { row, column } = at.value
  const page = Math.max(1, Math.floor((scroller.value?.clientHeight ?? 400) / rowHeight.value) - 2)
  const whole = event.ctrlKey || event.metaKey
  const steps: Record<string, () => unknown> = {
    ArrowDown: () => (event.shiftKey && row >= 0 ? void choose(row + 1, true) : undefined, go(row + 1, column)),
    ArrowUp: () => (event.shiftKey && row > 0 ? void choose(row - 1, true) : undefined, go(row - 1, column)),
    ArrowRight: () => go(row, column + 1),
    ArrowLeft: () => go(row, column - 1),
    PageDown: () => go(row + page, column),
    PageUp: () => go(Math.max(0, row - page), column),
    Home: () => go(whole ? 0 : row, 0),
    End: () => go(whole ? props.total - 1 : row, columns.value.length),
    ' ': () => (row < 0 ? emit('chooseAll', !props.allChosen) : choose(row, event.shiftKey)),
    F2: () => column > 0 && row >= 0 && begin(row, columns.value[column - 1]!),
    Enter: () => enter(row, column),
    a: () => emit('chooseAll', true),
    Escape: () => (props.chosen.size || props.allChosen) && emit('chooseAll', false),
  }
  const step = steps[event.key]
  if (!step || (event.key === 'a' && !whole) || (event.target as HTMLElement).closest('input:not([type=checkbox])')) return
  event.preventDefault()
  void step()
}
function enter(row: number, column: number): void {
  const own = columns.value[column - 1]
  if (row < 0) return own?.sort ? sortBy(own) : undefined
  const item = props.rowAt(row)
  if (!item) return
  if (!own) void choose(row, false)
  else if (own.key === 'title') void router.push(`/office/items/${item.id}`)
  else begin(row, own)
}
function sortBy({ sort }: Column): void {
  if (!sort) return
  const now = sorted.value
  // Dates and numbers begin with the most, words with the first letter.
  const down = now?.by === sort ? !now.descending : !['title', 'place', 'next', 'review', 'rank'].includes(sort)
  emit('sort', `${down ? '-' : ''}${sort}`)
}
const ariaSort = ({ sort }: Column) =>
  sort && sorted.value?.by === sort ? (sorted.value.descending ? 'descending' : 'ascending') : undefined

function resize(event: PointerEvent, column: Column): void {
  const [start, before] = [event.clientX, column.width]
  const handle = event.currentTarget as HTMLElement
  handle.setPointerCapture(event.pointerId)
  const move = (next: PointerEvent) => emit('width', column.key, Math.max(60, Math.min(800, before + next.clientX - start)))
  handle.addEventListener('pointermove', move)
  handle.addEventListener('lostpointercapture', () => handle.removeEventListener('pointermove', move), { once: true })
}

const depth = (row: Listed | undefined) => (props.tree && row?.path ? row.path.split('/').length - 2 : 0)
const isChosen = (row: Listed | undefined) => props.allChosen || (row !== undefined && props.chosen.has(row.id))
const editedIn = (row: Listed | undefined) =>
  row && editing.value?.startsWith(`${row.id} `) ? editing.value.slice(row.id.length + 1) : null
defineExpose({ focus: () => go(Math.max(0, at.value.row), at.value.column), top: () => rows.value.scrollToIndex(0) })
</script>

<template>
  <div
    ref="scroller"
    data-scrolls="items"
    role="grid"
    :aria-label="say.items"
    aria-multiselectable="true"
    :aria-rowcount="total + 1"
    :aria-colcount="columns.length + 1"
    :style="tracks"
    class="relative min-h-0 flex-1 overflow-auto bg-sheet"
    @keydown="key"
    @mouseleave="emit('card', null, null)"
  >
    <div role="rowgroup" class="sticky top-0 z-20" :style="{ width: `${width}px`, minWidth: '100%' }">
      <div role="row" aria-rowindex="1" class="grid h-9 grid-cols-(--tracks) border-b border-line bg-paper text-body text-soft">
        <div
          :id="cellId(-1, 0)"
          role="columnheader"
          aria-colindex="1"
          class="sticky left-0 z-10 flex items-center bg-paper pl-5"
          :tabindex="here(-1, 0) ? 0 : -1"
          :aria-label="say.chosen"
        >
          <input
            type="checkbox"
            class="size-4"
            tabindex="-1"
            :aria-label="say.chooseAllThatAreFound"
            :checked="allChosen"
            :indeterminate="!allChosen && chosen.size > 0"
            @change="emit('chooseAll', !allChosen)"
          />
        </div>
        <div
          v-for="(column, index) in columns"
          :id="cellId(-1, index + 1)"
          :key="column.key"
          role="columnheader"
          :aria-colindex="index + 2"
          :aria-sort="ariaSort(column)"
          class="relative flex min-w-0 items-center bg-paper px-2.5 font-semibold"
          :class="index === 0 && 'sticky left-10 z-10'"
          :tabindex="here(-1, index + 1) ? 0 : -1"
          @focus="at = { row: -1, column: index + 1 }"
        >
          <button
            v-if="column.sort"
            class="flex min-w-0 items-center gap-1 hover:text-ink"
            :class="ariaSort(column) && 'text-ink'"
            tabindex="-1"
            @click="sortBy(column)"
          >
            <span class="truncate">{{ column.label }}</span><ArrowUp
              v-if="ariaSort(column) === 'ascending'"
              class="size-3.5 shrink-0"
              aria-hidden="true"
            /><ArrowDown v-else-if="ariaSort(column)" class="size-3.5 shrink-0" aria-hidden="true" />
          </button>
          <span v-else class="truncate">{{ column.label }}</span>
          <span
            class="absolute top-1.5 right-0 bottom-1.5 w-1.5 cursor-col-resize border-r border-line hover:border-edge"
            aria-hidden="true"
            @pointerdown.prevent="resize($event, column)"
          />
        </div>
      </div>
    </div>
    <div role="rowgroup" class="relative" :style="{ height: `${rows.getTotalSize()}px`, width: `${width}px`, minWidth: '100%' }">
      <ItemRow
        v-for="{ index, start, slot, row } in placed"
        :key="slot"
        :row="row"
        :index="index"
        :columns="columns"
        :top="start"
        :chosen="isChosen(row)"
        :depth="depth(row)"
        :entry="entry.row === index ? entry.column : null"
        :editing="editedIn(row)"
        @here="at = { row: index, column: $event }"
        @choose="choose(index, $event)"
        @begin="begin(index, $event)"
        @finish="(column, position, value, onward) => finish(row!, index, column, position, value, onward)"
        @labels="(position, add, remove) => ((editing = null), emit('labels', row!, add, remove), go(index, position))"
        @card="(one, cell) => emit('card', one, cell)"
      />
    </div>
  </div>
</template>
