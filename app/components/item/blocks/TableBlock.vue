<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import { MOST_ROWS } from '~~/core/blocks/table'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import type { Text } from '~~/core/content/inline'
import { insertColumn, insertRow, joinCells, removeColumn, removeRow, spansOf, splitCell } from '~~/core/content/table'
import { catchKeys, focusFirst } from '~/editor/typing'
import RichText from '~/editor/RichText.vue'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/blockKinds'

type TableBlock = Extract<Block, { kind: 'table' }>
const props = defineProps<{ block: TableBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: TableBlock]; media: [media: MediaView] }>()
const change = (part: Partial<TableBlock>) => emit('change', { ...props.block, ...part })
const isHead = (row: number, column: number) =>
  (row === 0 && ['row', 'both'].includes(props.block.headers)) || (column === 0 && ['column', 'both'].includes(props.block.headers))
const setCell = (row: number, column: number, text: Text) =>
  change({ rows: props.block.rows.map((cells, r) => (r === row ? cells.map((cell, c) => (c === column ? text : cell)) : cells)) })
const spans = computed(() => spansOf(props.block))
const table = useTemplateRef<HTMLTableElement>('table')
/** Tab in the last cell makes another row and goes into it. */
async function onTab(event: KeyboardEvent) {
  const cells = [...(table.value?.querySelectorAll('td, th') ?? [])]
  if (props.locked || props.block.rows.length >= MOST_ROWS || (event.target as HTMLElement).closest('td, th') !== cells.at(-1)) return
  event.preventDefault()
  const release = catchKeys()
  emit('change', insertRow(props.block, props.block.rows.length))
  await nextTick()
  const placed = await focusFirst(table.value!.rows[props.block.rows.length - 1]!)
  await release(placed)
}
/** The cell last in hand: what is added, removed, joined or split is so there. */
const at = ref({ row: 0, column: 0 })
const here = computed(() => ({
  row: Math.min(at.value.row, props.block.rows.length - 1),
  column: Math.min(at.value.column, (props.block.rows[0]?.length ?? 1) - 1),
}))
const hereWords = computed(() => say.rowAndColumn(here.value.row + 1, here.value.column + 1))
const joined = computed(() => {
  const span = spans.value[here.value.row]?.[here.value.column]
  return span && span.rows * span.columns > 1
})
const join = (side: 'right' | 'below') => joinCells(props.block, here.value.row, here.value.column, side)
const TOOLS = computed(() => {
  const { row, column } = here.value
  const table = props.block
  return [
    [say.rowBelow, table.rows.length < MOST_ROWS && insertRow(table, row + 1)],
    [say.columnToTheRight, table.rows[0]!.length < 30 && insertColumn(table, column + 1)],
    [say.removeTheRow, table.rows.length > 1 && removeRow(table, row)],
    [say.removeTheColumn, table.rows[0]!.length > 1 && removeColumn(table, column)],
    [say.joinToTheRight, join('right')],
    [say.joinBelow, join('below')],
    [say.split, joined.value && splitCell(table, row, column)],
  ] as [string, TableBlock | null | false][]
})
</script>

<template>
  <div>
    <input
      v-if="!locked"
      class="w-full bg-transparent font-sans text-plain text-soft"
      :value="block.caption"
      :placeholder="say.captionOfTheTable"
      :aria-label="say.captionOfTheTable"
      maxlength="300"
      @input="change({ caption: ($event.target as HTMLInputElement).value })"
    />
    <table ref="table" @keydown.tab.exact="onTab">
      <caption v-if="locked && block.caption" class="text-left text-soft">
        {{
          block.caption
        }}
      </caption>
      <tbody>
        <tr v-for="(cells, row) in block.rows" :key="row">
          <template v-for="(cell, column) in cells" :key="column">
            <component
              :is="isHead(row, column) ? 'th' : 'td'"
              v-if="spans[row]![column]"
              :data-first="row === 0 && column === 0 ? '' : undefined"
              :rowspan="spans[row]![column]!.rows"
              :colspan="spans[row]![column]!.columns"
              @focusin="at = { row, column }"
            >
              <RichText
                :model-value="cell"
                :refs="refs"
                :locked="locked"
                text-kind="cell"
                breaks
                :label="say.rowRowColumnColumn(row + 1, column + 1)"
                @update:model-value="setCell(row, column, $event)"
              />
            </component>
          </template>
        </tr>
      </tbody>
    </table>
    <p
      v-if="!locked"
      class="mt-1.5 flex flex-wrap gap-1 font-sans text-plain opacity-0 transition-opacity group-focus-within/block:opacity-100 group-hover/block:opacity-100"
    >
      <button
        v-for="[name, next] in TOOLS"
        :key="name"
        type="button"
        class="button-quiet"
        :disabled="!next"
        :title="say.nameAtHereWords(name, hereWords)"
        @mousedown.prevent
        @click="next && emit('change', next)"
      >
        {{ name }}
      </button>
      <label class="ml-1 flex items-center gap-1.5 text-soft"
        >{{ say.headings }}
        <select
          class="rounded-md border border-edge bg-sheet px-1 py-0.5 text-ink"
          :value="block.headers"
          @change="change({ headers: ($event.target as HTMLSelectElement).value as TableBlock['headers'] })"
        >
          <option value="row">{{ say.firstRow }}</option>
          <option value="column">{{ say.firstColumn }}</option>
          <option value="both">{{ say.both }}</option>
          <option value="none">{{ common.none }}</option>
        </select></label
      >
    </p>
  </div>
</template>
