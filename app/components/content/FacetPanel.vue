<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { KINDS, type Kind } from '~~/core/kinds/kinds'
import { PART_WORDS, type ChoiceField, type NamedField, type Part, type Query } from '~~/core/query/query'
import { hasTerm, toggled, type Term } from '~~/core/query/terms'
import type { Facets } from '~~/server/services/listing/facets'
import { FACET_WORDS } from './queryWords'
import { MARKS, type MarkName } from '~/components/mark/marks'
import * as say from '~~/core/words/office/content'

/** What the items of the list have, with how many have it; a click asks for it, or no longer. */
const props = defineProps<{ facets: Facets; query: Query }>()
const emit = defineEmits<{ query: [query: Query] }>()
const FEW = 7
const whole = ref(new Set<string>())
const word = (field: string, value: string) =>
  field === 'kind'
    ? KINDS[value as Kind].many
    : field === 'draft' && value === 'none'
      ? say.noDraft
      : field === 'site' || field === 'draft'
        ? MARKS[value as MarkName].word
        : field === 'owner' && value === 'none'
          ? say.nobody
          : value
const groups = computed(() =>
  FACET_WORDS.map(([field, heading]) => {
    const entries = props.facets.fields[field]
    const terms = entries.map(({ value, count }) => ({
      value,
      count,
      term: { field: field as ChoiceField | NamedField, value } satisfies Term,
    }))
    return { field, heading, terms, shown: whole.value.has(field) ? terms : terms.slice(0, FEW) }
  }).filter(({ terms }) => terms.length > 1 || terms.some(({ term }) => hasTerm(props.query, term))),
)
const lacks = computed(() =>
  (Object.entries(props.facets.has) as [Part, number][])
    .filter(([part]) => part !== 'menu' && part !== 'time')
    .map(([part, has]) => ({ part, count: props.facets.total - has, term: { is: 'lacks' as const, part } }))
    .filter(({ count, term }) => count > 0 || hasTerm(props.query, term)),
)
</script>

<template>
  <aside :aria-label="say.countsForThisList" class="w-60 shrink-0 overflow-y-auto border-l border-line px-4 py-3">
    <section v-for="group in groups" :key="group.field" class="mb-4">
      <h2 class="eyebrow mb-1 px-1.5">{{ group.heading }}</h2>
      <ul>
        <li v-for="{ value, count, term } in group.shown" :key="value">
          <button
            class="flex w-full items-baseline gap-2 rounded-md px-1.5 py-0.5 text-left hover:bg-deep"
            :class="hasTerm(query, term) && 'bg-kelp-wash font-semibold'"
            :aria-pressed="hasTerm(query, term)"
            @click="emit('query', toggled(query, term))"
          >
            <span class="truncate">{{ word(group.field, value) }}</span>
            <span class="ml-auto text-soft tabular-nums">{{ numberWords(count) }}</span>
          </button>
        </li>
      </ul>
      <button
        v-if="group.terms.length > FEW"
        class="link mt-0.5 px-1.5"
        @click="whole = new Set(whole.has(group.field) ? [...whole].filter((one) => one !== group.field) : [...whole, group.field])"
      >
        {{ whole.has(group.field) ? say.fewer : say.countMore(group.terms.length - FEW) }}
      </button>
    </section>
    <section v-if="lacks.length">
      <h2 class="eyebrow mb-1 px-1.5">{{ say.lacks }}</h2>
      <ul>
        <li v-for="{ part, count, term } in lacks" :key="part">
          <button
            class="flex w-full items-baseline gap-2 rounded-md px-1.5 py-0.5 text-left hover:bg-deep"
            :class="hasTerm(query, term) && 'bg-kelp-wash font-semibold'"
            :aria-pressed="hasTerm(query, term)"
            @click="emit('query', toggled(query, term))"
          >
            <span class="truncate">{{ PART_WORDS[part] }}</span>
            <span class="ml-auto text-soft tabular-nums">{{ numberWords(count) }}</span>
          </button>
        </li>
      </ul>
    </section>
  </aside>
</template>
