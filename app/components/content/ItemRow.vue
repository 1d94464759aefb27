<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { can, KINDS } from '~~/core/kinds/kinds'
import { PART_WORDS, type Part } from '~~/core/query/query'
import { dateWords, shortIn } from '~~/core/time/words'
import CellEditor from './CellEditor.vue'
import FoundText from './FoundText.vue'
import { canEdit, cellId, type Column, type Listed } from './columns'
import StateMark from '~/components/mark/StateMark.vue'
import { bylineWords, useAuthors } from '~/composables/authors'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** One row of the list, apart from the others; one that is scrolled out of sight comes back as another. */
const props = defineProps<{
  row: Listed | undefined
  index: number
  columns: Column[]
  /** Where it stands in the list, in pixels. */
  top: number
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
const zone = computed(() => site.zone)
const when = (instant: string | null) => (instant ? shortIn(instant, zone.value, site.now) : '–')
const lacking = (row: Listed) =>
  row.lacks
    .filter((part) => part !== 'menu' && !(part === 'picture' && !can(row.kind, 'pictured')))
    .map((part) => PART_WORDS[part as Part].replace(/^an? /, '').replace(say.wordsForEachOfItsPictures, say.pictureWords))
    .join(', ')
function words(column: Column, row: Listed): string {
  switch (column.key) {
    case 'next':
      return when(row.next)
    case 'kind':
      return KINDS[row.kind].one
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
      return numberWords(row.words)
    case 'lacks':
      return lacking(row) || say.nothing
    case 'menuLabel':
      return row.fields.menuLabel || '–'
    case 'part':
      return row.fields.seriesPart ? String(row.fields.seriesPart) : '–'
    case 'comments':
      return row.fields.commentsOpen === undefined ? '–' : row.fields.commentsOpen ? common.open : say.closed
    default:
      return ''
  }
}
const RIGHT = ['words', 'part']
/** What stands here, or stood here before while it is on its way: unseen, so that its cells are not made anew. */
const shown = computed<Listed | undefined>((before) => props.row ?? before)
const cells = computed(() => {
  const row = shown.value
  return row ? props.columns.map((column) => ({ column, text: words(column, row), fixed: !canEdit(column, row) })) : []
})

/** Whether the card was last asked for from this row. */
let pointed = false
function point(row: Listed | null, cell: HTMLElement | null): void {
  pointed = row !== null
  emit('card', row, cell)
}

const router = useRouter()
const line = useTemplateRef<HTMLElement>('line')
watch(
  () => props.index,
  () => {
    // The keys and the hand were in the row that is gone, not in the one that stands here now.
    const { activeElement } = document
    if (activeElement instanceof HTMLElement && line.value?.contains(activeElement)) activeElement.blur()
    if (pointed) point(null, null)
  },
)
</script>

<template>
  <div
    ref="line"
    role="row"
    :aria-rowindex="index + 2"
    :aria-selected="chosen"
    class="group absolute top-0 left-0 grid h-(--row) w-full grid-cols-(--tracks) border-b border-line"
    :class="!row && 'invisible'"
    :style="{ transform: `translateY(${top}px)` }"
  >
    <template v-if="shown">
      <div
        :id="cellId(index, 0)"
        role="gridcell"
        aria-colindex="1"
        class="sticky left-0 z-[1] flex items-center pl-5 group-hover:bg-kelp-wash"
        :class="chosen ? 'bg-kelp-wash' : 'bg-sheet'"
        :tabindex="entry === 0 ? 0 : -1"
        @focus="emit('here', 0)"
      >
        <input
          type="checkbox"
          class="size-4"
          tabindex="-1"
          :aria-label="say.chooseTitle(shown.title)"
          :checked="chosen"
          @click="emit('choose', $event.shiftKey)"
        />
      </div>
      <div
        v-for="({ column, text, fixed }, position) in cells"
        :id="cellId(index, position + 1)"
        :key="column.key"
        role="gridcell"
        :aria-colindex="position + 2"
        :aria-readonly="fixed"
        class="relative flex min-w-0 items-center px-2.5 group-hover:bg-kelp-wash focus-visible:-outline-offset-2"
        :class="[
          position === 0 ? 'sticky left-10 z-[1]' : '',
          chosen ? 'bg-kelp-wash' : 'bg-sheet',
          RIGHT.includes(column.key) ? 'justify-end tabular-nums' : '',
        ]"
        :tabindex="entry === position + 1 ? 0 : -1"
        @focus="(emit('here', position + 1), position === 0 && point(shown ?? null, $event.currentTarget as HTMLElement))"
        @blur="position === 0 && point(null, null)"
        @mouseenter="point(position === 0 ? (shown ?? null) : null, $event.currentTarget as HTMLElement)"
        @dblclick="emit('begin', column)"
      >
        <CellEditor
          v-if="editing === column.key"
          :column="column"
          :row="shown"
          @done="(value, onward) => emit('finish', column, position + 1, value, onward)"
          @labels="(add, remove) => emit('labels', position + 1, add, remove)"
        />
        <a
          v-else-if="column.key === 'title'"
          :href="`/office/items/${shown.id}`"
          class="block truncate font-semibold hover:underline"
          :style="{ paddingLeft: `${depth * 18}px` }"
          tabindex="-1"
          @click.exact.prevent="router.push(`/office/items/${shown.id}`)"
          >{{ shown.internalName || shown.title || common.withoutATitle }}</a
        >
        <FoundText v-else-if="column.key === 'found'" :snippet="shown.snippet" />
        <StateMark v-else-if="column.key === 'onSite'" :state="shown.onSite" />
        <template v-else-if="column.key === 'draft'">
          <StateMark v-if="shown.draftState" :state="shown.draftState" />
          <span v-else class="text-soft">{{ say.noDraft }}</span>
          <span v-if="shown.drafts > 1" class="ml-1.5 text-soft" :title="say.draftsAreOpen(shown.drafts)">+{{ shown.drafts - 1 }}</span>
        </template>
        <span
          v-else
          class="truncate"
          :class="[
            column.key === 'address' ? 'font-mono text-[0.9em]' : '',
            ['kind', 'section', 'labels', 'lacks'].includes(column.key) ? 'text-soft' : '',
            ['next', 'changed', 'begun', 'shown', 'review'].includes(column.key) ? 'tabular-nums' : '',
          ]"
          :title="text"
          >{{ text }}</span
        >
      </div>
    </template>
    <div v-if="!row" role="gridcell" class="visible absolute inset-0 flex items-center bg-sheet pl-16 text-soft">…</div>
  </div>
</template>
