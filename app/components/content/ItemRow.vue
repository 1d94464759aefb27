<script setup lang="ts">
import { KIND_WORDS } from '~~/core/content/kinds'
import { PART_WORDS, type Part } from '~~/core/query/query'
import { dateWords, shortIn } from '~~/core/time/words'
import CellEditor from './CellEditor.vue'
import FoundText from './FoundText.vue'
import { canEdit, cellId, CHOICE, type Column, type Listed } from './columns'
import StateMark from '~/components/mark/StateMark.vue'
import { bylineWords, useAuthors } from '~/composables/authors'
import { useSite } from '~/stores/site'

/** One row of the list, apart from the others, so that a list that scrolls makes anew only the rows that come into sight. */
defineProps<{
  row: Listed | undefined
  index: number
  columns: Column[]
  top: number
  height: number
  width: number
  chosen: boolean
  /** How deep the item stands in the page tree, where that is shown. */
  depth: number
  /** The column of the cell that Tab leads to, if it is in this row. */
  entry: number | null
  /** The key of the column that is edited. */
  editing: string | null
}>()
const emit = defineEmits<{
  here: [column: number]
  choose: [range: boolean]
  begin: [column: Column]
  finish: [column: Column, position: number, value: string | null, onward: boolean]
  labels: [position: number, add: string[], remove: string[]]
  card: [row: Listed | null, cell: HTMLElement | null]
}>()
const site = useSite()
const authors = useAuthors()
const zone = computed(() => site.site?.zone ?? 'UTC')
const when = (instant: string | null) => (instant ? shortIn(instant, zone.value, site.now) : '–')
const lacking = (row: Listed) =>
  row.lacks
    .filter((part) => part !== 'menu' && !(part === 'picture' && !['page', 'post'].includes(row.kind)))
    .map((part) => PART_WORDS[part as Part].replace(/^an? /, '').replace('words for each of its pictures', 'picture words'))
    .join(', ')
function words(column: Column, row: Listed): string {
  switch (column.key) {
    case 'next':
      return when(row.next)
    case 'kind':
      return KIND_WORDS[row.kind].one
    case 'section':
      return row.section.name
    case 'author':
      return row.author
    case 'byline':
      return row.fields.byline?.length ? bylineWords(row.fields.byline, authors.value) : '–'
    case 'owner':
      return row.owner?.name ?? '–'
    case 'labels':
      return row.labels.map(({ title }) => title).join(', ') || '–'
    case 'changed':
      return when(row.changedAt)
    case 'begun':
      return when(row.begunAt)
    case 'by':
      return row.by
    case 'internalName':
      return row.internalName || '–'
    case 'address':
      return row.path ?? (row.fields.segment ? `…/${row.fields.segment}` : '–')
    case 'shown':
      return row.shownDate ? dateWords(row.shownDate) : '–'
    case 'review':
      return row.reviewBy ? dateWords(row.reviewBy) : '–'
    case 'words':
      return row.words.toLocaleString('en-GB')
    case 'lacks':
      return lacking(row) || 'nothing'
    case 'menuLabel':
      return row.fields.menuLabel || '–'
    case 'order':
      return row.fields.order === undefined ? '–' : String(row.fields.order)
    case 'part':
      return row.fields.seriesPart ? String(row.fields.seriesPart) : '–'
    case 'comments':
      return row.fields.commentsOpen === undefined ? '–' : row.fields.commentsOpen ? 'Open' : 'Closed'
    default:
      return ''
  }
}
const RIGHT = ['words', 'order', 'part']
</script>

<template>
  <div
    role="row"
    :aria-rowindex="index + 2"
    :aria-selected="chosen"
    class="group absolute top-0 left-0 flex min-w-full border-b border-line"
    :style="{ height: `${height}px`, transform: `translateY(${top}px)`, width: `${width}px` }"
  >
    <template v-if="row">
      <div
        :id="cellId(index, 0)"
        role="gridcell"
        aria-colindex="1"
        class="sticky left-0 z-[1] flex items-center pl-5 group-hover:bg-kelp-wash"
        :class="chosen ? 'bg-kelp-wash' : 'bg-sheet'"
        :style="{ width: `${CHOICE}px`, flex: 'none' }"
        :tabindex="entry === 0 ? 0 : -1"
        @focus="emit('here', 0)"
      >
        <input
          type="checkbox"
          class="size-4"
          tabindex="-1"
          :aria-label="`Choose ${row.title}`"
          :checked="chosen"
          @click="emit('choose', $event.shiftKey)"
        />
      </div>
      <div
        v-for="(column, position) in columns"
        :id="cellId(index, position + 1)"
        :key="column.key"
        role="gridcell"
        :aria-colindex="position + 2"
        :aria-readonly="!canEdit(column, row)"
        class="relative flex items-center px-2.5 group-hover:bg-kelp-wash focus-visible:-outline-offset-2"
        :class="[
          position === 0 ? 'sticky left-10 z-[1]' : '',
          chosen ? 'bg-kelp-wash' : 'bg-sheet',
          RIGHT.includes(column.key) ? 'justify-end tabular-nums' : '',
        ]"
        :style="{ width: `${column.width}px`, flex: position === columns.length - 1 ? '1 0 auto' : 'none' }"
        :tabindex="entry === position + 1 ? 0 : -1"
        @focus="(emit('here', position + 1), position === 0 && emit('card', row, $event.currentTarget as HTMLElement))"
        @blur="position === 0 && emit('card', null, null)"
        @mouseenter="emit('card', position === 0 ? row : null, $event.currentTarget as HTMLElement)"
        @dblclick="emit('begin', column)"
      >
        <CellEditor
          v-if="editing === column.key"
          :column="column"
          :row="row"
          @done="(value, onward) => emit('finish', column, position + 1, value, onward)"
          @labels="(add, remove) => emit('labels', position + 1, add, remove)"
        />
        <NuxtLink
          v-else-if="column.key === 'title'"
          :to="`/office/items/${row.id}`"
          :prefetch="false"
          class="block truncate font-semibold hover:underline"
          :style="{ paddingLeft: `${depth * 18}px` }"
          tabindex="-1"
          >{{ row.internalName || row.title || 'Without a title' }}</NuxtLink
        >
        <FoundText v-else-if="column.key === 'found'" :snippet="row.snippet" />
        <StateMark v-else-if="column.key === 'onSite'" :state="row.onSite" />
        <template v-else-if="column.key === 'draft'">
          <StateMark v-if="row.draftState" :state="row.draftState" />
          <span v-else class="text-soft">no draft</span>
          <span v-if="row.drafts > 1" class="ml-1.5 text-soft" :title="`${row.drafts} drafts are open`">+{{ row.drafts - 1 }}</span>
        </template>
        <span
          v-else
          class="truncate"
          :class="[
            column.key === 'address' ? 'font-mono text-[0.9em]' : '',
            ['kind', 'section', 'labels', 'lacks'].includes(column.key) ? 'text-soft' : '',
            ['next', 'changed', 'begun', 'shown', 'review'].includes(column.key) ? 'tabular-nums' : '',
          ]"
          :title="words(column, row)"
          >{{ words(column, row) }}</span
        >
      </div>
    </template>
    <div v-else role="gridcell" class="flex flex-1 items-center bg-sheet pl-16 text-soft">…</div>
  </div>
</template>
