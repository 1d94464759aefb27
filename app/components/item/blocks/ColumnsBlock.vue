<script setup lang="ts">
import { Plus, Trash2 } from 'lucide-vue-next'
import { GRID, type Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import InnerBlocks from './InnerBlocks.vue'
import * as say from '~~/core/words/office/blockKinds'

/** A row of columns on twelve parts; the edge between two is dragged, or moved with the arrow keys, and snaps to a part. */
type ColumnsBlock = Extract<Block, { kind: 'columns' }>
const props = defineProps<{ block: ColumnsBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: ColumnsBlock]; media: [media: MediaView] }>()
const row = ref<HTMLElement>()
const NARROWEST = 2
const used = computed(() => props.block.columns.reduce((sum, { span }) => sum + span, 0))
const set = (columns: ColumnsBlock['columns']) => emit('change', { ...props.block, columns })

/** Moves the edge behind a column by so many parts, as far as both neighbours allow. */
function moveEdge(index: number, by: number): void {
  const [left, right] = [props.block.columns[index]!, props.block.columns[index + 1]!]
  const step = Math.max(NARROWEST - left.span, Math.min(by, right.span - NARROWEST))
  if (step)
    set(
      props.block.columns.map((column, at) =>
        at === index ? { ...column, span: left.span + step } : at === index + 1 ? { ...column, span: right.span - step } : column,
      ),
    )
}
function drag(event: PointerEvent, index: number): void {
  const handle = event.currentTarget as HTMLElement
  const part = row.value!.getBoundingClientRect().width / GRID
  let from = event.clientX
  handle.setPointerCapture(event.pointerId)
  handle.onpointermove = (moved) => {
    const by = Math.round((moved.clientX - from) / part)
    if (!by) return
    from += by * part
    moveEdge(index, by)
  }
  handle.onpointerup = () => (handle.onpointermove = null)
}
function add(): void {
  // Room for one more comes from the widest.
  const widest = props.block.columns.reduce((best, { span }, index) => (span > props.block.columns[best]!.span ? index : best), 0)
  const free = GRID - used.value
  const span = free >= NARROWEST ? free : Math.floor(props.block.columns[widest]!.span / 2)
  if (span < NARROWEST) return
  const columns = props.block.columns.map((column, index) =>
    free < NARROWEST && index === widest ? { ...column, span: column.span - span } : column,
  )
  set([...columns, { span, blocks: [] }])
}
function remove(index: number): void {
  const { span } = props.block.columns[index]!
  const neighbour = index ? index - 1 : 1
  set(
    props.block.columns.flatMap((column, at) => (at === index ? [] : at === neighbour ? { ...column, span: column.span + span } : column)),
  )
}
</script>

<template>
  <div>
    <div ref="row" class="grid grid-cols-12 gap-x-5">
      <section
        v-for="(column, index) in block.columns"
        :key="index"
        class="relative min-w-0 rounded-md border border-dashed border-line px-3 py-2"
        :style="{ gridColumn: `span ${column.span}` }"
        :aria-label="say.columnOfWidth(index + 1, column.span)"
      >
        <div v-if="!locked" class="mb-1 flex items-center gap-2 font-sans text-small text-soft">
          {{ say.widthOfColumn(column.span) }}
          <button
            v-if="block.columns.length > 1 && !column.blocks.length"
            type="button"
            class="icon-button ml-auto"
            :aria-label="say.removeColumnIndex(index + 1)"
            @click="remove(index)"
          >
            <Trash2 class="size-3.5" />
          </button>
        </div>
        <InnerBlocks
          :blocks="column.blocks"
          :refs="refs"
          :locked="locked"
          :may-add="mayAdd"
          @change="set(block.columns.map((entry, at) => (at === index ? { ...entry, blocks: $event } : entry)))"
          @media="emit('media', $event)"
        />
        <div
          v-if="!locked && index < block.columns.length - 1"
          class="absolute inset-y-0 -right-4 w-3 cursor-col-resize touch-none rounded hover:bg-kelp-wash"
          role="separator"
          aria-orientation="vertical"
          tabindex="0"
          :aria-label="say.edgeBetweenColumnsAnd(index + 1, index + 2)"
          :aria-valuenow="column.span"
          :aria-valuemin="NARROWEST"
          :aria-valuemax="column.span + block.columns[index + 1]!.span - NARROWEST"
          @pointerdown="drag($event, index)"
          @keydown.left.prevent.stop="moveEdge(index, -1)"
          @keydown.right.prevent.stop="moveEdge(index, 1)"
        />
      </section>
    </div>
    <button v-if="!locked && block.columns.length < 6" type="button" class="button-quiet mt-1 -ml-2 font-sans text-plain" @click="add">
      <Plus class="size-4" aria-hidden="true" />{{ say.addAColumn }}
    </button>
  </div>
</template>
