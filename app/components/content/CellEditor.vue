<script setup lang="ts">
import { FIELDS } from '~~/core/content/fields'
import { dateIn } from '~~/core/time/date'
import { readDay } from '~~/core/time/reading'
import { dayWords } from '~~/core/time/words'
import LabelChoice from './LabelChoice.vue'
import { cellValue, type Column, type Listed } from './columns'
import { bylineWords, useAuthors } from '~/composables/authors'
import { usePeople } from '~/composables/people'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as choosing from '~~/core/words/office/choosing'
import * as say from '~~/core/words/office/batches'

/** The value of one cell while it is edited: Enter keeps it, Tab keeps it and goes on, Escape leaves it as it was. */
const props = defineProps<{ column: Column; row: Listed }>()
const emit = defineEmits<{ done: [value: string | null, onward: boolean]; labels: [add: string[], remove: string[]] }>()
const site = useSite()
const people = usePeople()
const authors = useAuthors()
const edit = computed(() => props.column.edit!)
const isDay = computed(() => edit.value.as === 'date')
const today = dateIn(site.now.toISOString(), site.zone)
const start = cellValue(props.column, props.row)
const value = ref(isDay.value && start ? dayWords(start) : start)
/** The value that is written; `null` where it should be a day and is none. A day to come is meant where somebody is to look again. */
function read(words: string): string | null {
  if (!isDay.value) return words
  return words.trim() ? readDay(words, today, 'note' in edit.value ? 'ahead' : 'back') : ''
}
const wrong = ref(false)
const field = useTemplateRef<HTMLInputElement | HTMLSelectElement>('field')
onMounted(() => {
  field.value?.focus()
  if (field.value instanceof HTMLInputElement && field.value.type === 'text') field.value.select()
})
let over = false
function done(keeps: boolean, onward = false) {
  if (over) return
  const written = keeps ? read(value.value) : null
  wrong.value = keeps && written === null
  if (wrong.value) return
  over = true
  emit('done', written, onward)
}
function key(event: KeyboardEvent) {
  if (event.key === 'Enter' || event.key === 'Tab') {
    event.preventDefault()
    done(true, event.key === 'Tab')
  } else if (event.key === 'Escape') {
    event.preventDefault()
    event.stopPropagation()
    done(false)
  }
}
/** A byline of more than one, or of someone unknown here: it can be kept, or one put in its place. */
const several = computed(() =>
  props.row.fields.byline?.some((id, index) => index > 0 || !authors.value.has(id)) ? cellValue(props.column, props.row) : '',
)
const most = computed(() => ('field' in edit.value && FIELDS[edit.value.field].input === 'segment' ? 120 : 200))
</script>

<template>
  <div data-editor class="menu-place absolute inset-x-0 inset-y-0.5 z-10 px-1" @dblclick.stop>
    <span v-if="edit.as === 'labels'" class="menu-button absolute inset-0" />
    <LabelChoice v-if="edit.as === 'labels'" :now="row.labels" @done="(add, remove) => emit('labels', add, remove)" @close="done(false)" />
    <select
      v-else-if="edit.as === 'section' || edit.as === 'person' || edit.as === 'byline' || edit.as === 'switch'"
      ref="field"
      v-model="value"
      class="input !h-full"
      :aria-label="column.label"
      @keydown="key"
      @blur="done(true)"
    >
      <template v-if="edit.as === 'section'">
        <option v-for="section in site.sections" :key="section.id" :value="section.id">{{ section.name }}</option>
      </template>
      <template v-else-if="edit.as === 'person'">
        <option value="">{{ say.nobody }}</option>
        <option v-for="person in people" :key="person.id" :value="person.id">{{ person.name }}</option>
      </template>
      <template v-else-if="edit.as === 'byline'">
        <option value="">{{ say.nobody }}</option>
        <option v-if="several" :value="several">{{ bylineWords(row.fields.byline!, authors) }}</option>
        <option v-for="[id, name] in authors" :key="id" :value="id">{{ name }}</option>
      </template>
      <template v-else>
        <option value="true">{{ common.open }}</option>
        <option value="false">{{ say.closed }}</option>
      </template>
    </select>
    <input
      v-else
      ref="field"
      v-model="value"
      class="input !h-full"
      :class="[column.key === 'address' && 'font-mono text-[0.9em]', wrong && '!border-rust']"
      :type="edit.as === 'number' ? 'number' : 'text'"
      :aria-invalid="wrong || undefined"
      :title="wrong ? choosing.writeADayAs : undefined"
      :maxlength="most"
      :aria-label="column.key === 'address' ? say.lastPartOfTheAddress : column.label"
      autocomplete="off"
      @keydown="key"
      @blur="done(true)"
    />
  </div>
</template>
