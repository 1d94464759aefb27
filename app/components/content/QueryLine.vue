<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { useDebounceFn } from '@vueuse/core'
import { Search } from 'lucide-vue-next'
import { parseQuery } from '~~/core/query/parse'
import { complete, fieldsLike, knownValues, typingAt, type Typing } from '~~/core/query/complete'
import { PART_WORDS, type Part } from '~~/core/query/query'
import { dateIn } from '~~/core/time/date'
import type { Facets } from '~~/server/services/listing/facets'
import { EXAMPLES, FIELD_WORDS } from './queryWords'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/content'

/** The line in which a list is asked for: says where it is wrong, and offers what can come next with how many items have it. */
const model = defineModel<string>({ required: true })
const props = defineProps<{ facets: Facets | null }>()
const emit = defineEmits<{ wanted: [] }>()
const site = useSite()
const text = ref(model.value)
const line = useTemplateRef<HTMLInputElement>('line')
const asking = ref(false)
const closed = ref(false)
const at = ref(0)
const active = ref(-1)
watch(model, (now) => {
  if (now !== text.value && !(asking.value && problem.value)) text.value = now
})
const problem = computed(() => {
  const parsed = parseQuery(text.value, dateIn(site.now.toISOString(), site.zone))
  return parsed.ok ? null : parsed.problem
})
// What is only half typed is not wrong yet.
const wrong = computed(() => (offers.value.length ? null : problem.value))
const helps = computed(() => Boolean(wrong.value) || (asking.value && !closed.value && !offers.value.length))
// What cannot be read is not asked; the list stays as it was.
const send = useDebounceFn(() => problem.value || (model.value = text.value), 200)
const typing = computed<Typing | null>(() => (asking.value && !closed.value ? typingAt(text.value, at.value) : null))

interface Offer {
  choice: string
  words: string
  count: number | null
}
const counts = (field: string) =>
  new Map(props.facets?.fields[field as keyof Facets['fields']]?.map(({ value, count }) => [value, count]) ?? [])
const offers = computed<Offer[]>(() => {
  const now = typing.value
  if (!now) return []
  if (now.what === 'field')
    return now.typed.length ? fieldsLike(now.typed).map((choice) => ({ choice, words: FIELD_WORDS[choice] ?? '', count: null })) : []
  const { field } = now
  const typed = now.typed.toLowerCase()
  if (field === 'has' || field === 'lacks') {
    const total = props.facets?.total ?? 0
    const has = props.facets?.has as Partial<Record<Part, number>> | undefined
    return (knownValues(field) as Part[])
      .filter((part) => part.startsWith(typed))
      .map((choice) => ({
        choice,
        words: PART_WORDS[choice],
        count: has?.[choice] === undefined ? null : field === 'has' ? has[choice] : total - has[choice],
      }))
  }
  const known = counts(field === 'by' ? 'author' : field === 'series' ? 'label' : field)
  const names = [...new Set([...knownValues(field), ...known.keys()])]
  return names
    .filter((name) => name.toLowerCase().includes(typed))
    .map((choice) => ({ choice, words: '', count: field === 'by' || field === 'series' ? null : (known.get(choice) ?? 0) }))
    .sort((a, b) => (b.count ?? 0) - (a.count ?? 0))
    .slice(0, 12)
})
watch(offers, () => (active.value = -1))
function moved() {
  at.value = line.value?.selectionStart ?? text.value.length
}
function typed() {
  closed.value = false
  moved()
  emit('wanted')
  void send()
}
async function take(offer: Offer) {
  const done = complete(text.value, typing.value!, offer.choice)
  text.value = done.text
  at.value = done.at
  await nextTick()
  line.value?.setSelectionRange(done.at, done.at)
  void send()
}
function key(event: KeyboardEvent) {
  const open = offers.value.length > 0
  if (open && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
    event.preventDefault()
    const step = event.key === 'ArrowDown' ? 1 : -1
    active.value = (active.value + step + offers.value.length) % offers.value.length
  } else if (
    open &&
    (event.key === 'Enter' || event.key === 'Tab') &&
    (active.value >= 0 || (event.key === 'Tab' && offers.value.length === 1))
  ) {
    event.preventDefault()
    void take(offers.value[Math.max(0, active.value)]!)
  } else if (event.key === 'Escape' && !closed.value) {
    // What stands below the line goes first; only then does the key clear the line, as it does in any field for a search.
    event.preventDefault()
    closed.value = true
  } else if (event.key === 'Enter' && !problem.value) model.value = text.value
}
defineExpose({ focus: () => line.value?.focus() })
</script>

<template>
  <div class="menu-place min-w-72 flex-1" role="search">
    <Search class="pointer-events-none absolute top-2 left-2.5 size-4 text-soft" aria-hidden="true" />
    <input
      id="words"
      ref="line"
      v-model="text"
      class="menu-button input !pl-8"
      :class="wrong && '!border-rust'"
      type="search"
      role="combobox"
      maxlength="1000"
      spellcheck="false"
      autocomplete="off"
      :placeholder="say.wordsOrAQuery"
      :aria-label="say.whatToLookFor"
      :aria-invalid="Boolean(wrong)"
      :aria-describedby="helps ? 'query-help' : undefined"
      aria-autocomplete="list"
      aria-controls="query-offers"
      :aria-expanded="offers.length > 0"
      :aria-activedescendant="active >= 0 ? `offer-${active}` : undefined"
      @input="typed"
      @keyup="moved"
      @click="moved"
      @keydown="key"
      @focus="((asking = true), (closed = false), emit('wanted'))"
      @blur="asking = false"
    />
    <ul
      id="query-offers"
      role="listbox"
      :aria-label="say.whatCanComeNext"
      class="menu max-h-80 w-96 py-1"
      :class="offers.length ? '' : 'hidden'"
    >
      <li
        v-for="(offer, index) in offers"
        :id="`offer-${index}`"
        :key="offer.choice"
        role="option"
        :aria-selected="index === active"
        class="flex cursor-pointer items-baseline gap-3 px-3 py-1"
        :class="index === active ? 'bg-kelp-wash' : 'hover:bg-deep'"
        @mousedown.prevent="take(offer)"
      >
        <span class="font-medium">{{ offer.choice }}{{ typing?.what === 'field' ? ':' : '' }}</span>
        <span class="truncate text-soft">{{ offer.words }}</span>
        <span v-if="offer.count !== null" class="ml-auto text-soft tabular-nums">{{ numberWords(offer.count) }}</span>
      </li>
    </ul>
    <p
      v-if="helps"
      id="query-help"
      class="menu z-20 w-[34rem] px-3 py-2"
      :class="wrong ? 'text-rust' : 'text-soft'"
      :role="wrong ? 'alert' : undefined"
    >
      <template v-if="wrong"
        >{{ text.slice(0, wrong.at)
        }}<mark class="bg-rust-wash text-rust underline decoration-wavy">{{ text.slice(wrong.at, wrong.at + wrong.length) || '…' }}</mark
        >{{ say.textExpectedExpected(text.slice(wrong.at + wrong.length), wrong.expected) }}</template
      >
      <template v-else
        >{{ say.wordsAPhrase }}
        <template v-for="([field, value], index) in EXAMPLES" :key="field"
          >{{ index ? ', ' : '' }}<b class="font-medium">{{ field }}:</b>{{ value }}</template
        >{{ say.andWithParentheses }}</template
      >
    </p>
  </div>
</template>
