<script setup lang="ts">
import { blockWord, type Block } from '~~/core/content/blocks'
import type { Content } from '~~/core/content/content'
import { FIELDS } from '~~/core/content/fields'
import { runs, type Text } from '~~/core/content/inline'
import type { PlaceName } from '~~/core/content/places'
import { columnOf, markBlock } from '~~/core/history/mark'
import { placeOf, type Disagreement } from '~~/core/history/merge'
import { renderBlock, type Refs } from '~~/core/render/blocks'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import RichText from '~/editor/RichText.vue'
import { fieldWords } from './fieldWords'
import { counted } from '~/composables/words'

interface SideAnswer {
  version: string
  number: number
  content: Content
}

/** The places that both this draft and the site changed, each to be chosen once: the draft's text, the site's, or words of one's own. */
const props = defineProps<{ refs: Refs; base: SideAnswer; live: SideAnswer; conflicts: Disagreement[]; busy: boolean }>()
const emit = defineEmits<{ merge: [choices: Record<string, 'a' | 'b' | { block: Block }>]; leave: [] }>()

const choices = ref<Record<string, 'a' | 'b' | 'own'>>({})
const own = shallowRef<Record<string, Text>>({})
const left = computed(() => props.conflicts.filter((conflict) => !choices.value[placeOf(conflict)]).length)

/** A side's block with what it changed of the base marked; the site's own look. */
function html(conflict: Disagreement, side: 'base' | 'a' | 'b'): string {
  if (conflict.place === 'field') return ''
  const block = conflict[side]
  if (!block) return ''
  return renderBlock(side === 'base' || !conflict.base ? block : columnOf(markBlock(conflict.base, block).block, 'after'), props.refs)
}
const words = (conflict: Disagreement, side: 'base' | 'a' | 'b') =>
  conflict.place === 'field' ? fieldWords(conflict.name, conflict[side], props.refs) || 'empty' : ''
const textOf = (block: Block | null): Text | null =>
  block && (block.kind === 'paragraph' || block.kind === 'heading' || block.kind === 'quote') ? block.text : null
/** Words of one's own are for blocks of text that both sides still have. */
const ownable = (conflict: Disagreement): Text | null => (conflict.place === 'block' && textOf(conflict.b) ? textOf(conflict.a) : null)

const placeFor = (conflict: Disagreement) => (conflict.place === 'block' && conflict.a ? conflict.a.kind : 'paragraph') as PlaceName

function choose(conflict: Disagreement, choice: 'a' | 'b' | 'own'): void {
  const place = placeOf(conflict)
  if (choice === 'own' && !own.value[place]) own.value = { ...own.value, [place]: ownable(conflict) ?? runs('') }
  choices.value = { ...choices.value, [place]: choice }
}
function merge(): void {
  emit(
    'merge',
    Object.fromEntries(
      props.conflicts.map((conflict) => {
        const place = placeOf(conflict)
        const choice = choices.value[place]!
        if (choice !== 'own' || conflict.place !== 'block') return [place, choice as 'a' | 'b']
        return [place, { block: { ...conflict.a!, text: own.value[place]! } as Block }]
      }),
    ),
  )
}
const SIDES = [
  ['a', 'The draft’s'],
  ['b', 'The site’s'],
] as const
</script>

<template>
  <div class="flex h-full flex-col bg-paper">
    <div class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
      <div class="mx-auto max-w-5xl">
        <h2 class="font-serif text-xl font-semibold">Bring this draft up to version {{ live.number }}</h2>
        <p class="mt-1 max-w-2xl text-soft">
          The draft began from version {{ base.number }}; since then version {{ live.number }} went live. What only one of them changed is
          taken by itself. {{ counted(conflicts.length, 'place was', 'places were') }} changed by both: choose what holds.
        </p>
        <section
          v-for="(conflict, index) in conflicts"
          :key="placeOf(conflict)"
          class="mt-5 rounded-md border border-line bg-sheet"
          :aria-label="`Place ${index + 1} of ${conflicts.length}`"
        >
          <header class="flex items-baseline gap-3 border-b border-line px-4 py-2">
            <b class="font-semibold">{{
              conflict.place === 'field'
                ? (FIELDS[conflict.name]?.label ?? conflict.name)
                : blockWord((conflict.a ?? conflict.b ?? conflict.base)!)
            }}</b>
            <span class="text-soft">{{ index + 1 }} of {{ conflicts.length }}</span>
          </header>
          <div v-if="conflict.base !== null && conflict.base !== undefined" class="border-b border-line bg-paper px-4 py-2">
            <p class="text-[0.93rem] text-soft">Both began from</p>
            <p v-if="conflict.place === 'field'">{{ words(conflict, 'base') }}</p>
            <div v-else class="page-look"><RenderedHtml :html="html(conflict, 'base')" /></div>
          </div>
          <div class="grid grid-cols-2 divide-x divide-line max-md:grid-cols-1 max-md:divide-x-0 max-md:divide-y">
            <label
              v-for="[side, name] in SIDES"
              :key="side"
              class="block cursor-pointer px-4 py-3"
              :class="choices[placeOf(conflict)] === side && 'bg-kelp-wash'"
            >
              <span class="flex items-center gap-2 font-semibold"
                ><input
                  type="radio"
                  :name="placeOf(conflict)"
                  :checked="choices[placeOf(conflict)] === side"
                  @change="choose(conflict, side)"
                />{{ name }}</span
              >
              <span v-if="conflict.place === 'field'" class="mt-1 block">{{ words(conflict, side) }}</span>
              <span v-else-if="conflict[side]" class="page-look mt-1 block"><RenderedHtml tag="span" :html="html(conflict, side)" /></span>
              <span v-else class="mt-1 block text-rust">It was removed here.</span>
            </label>
          </div>
          <div
            v-if="ownable(conflict)"
            class="border-t border-line px-4 py-3"
            :class="choices[placeOf(conflict)] === 'own' && 'bg-kelp-wash'"
          >
            <label class="flex items-center gap-2 font-semibold"
              ><input
                type="radio"
                :name="placeOf(conflict)"
                :checked="choices[placeOf(conflict)] === 'own'"
                @change="choose(conflict, 'own')"
              />Words of my own</label
            >
            <div v-if="choices[placeOf(conflict)] === 'own'" class="page-look mt-2 rounded-md border border-edge bg-sheet px-3 py-2">
              <RichText
                :model-value="own[placeOf(conflict)] ?? []"
                :refs="refs"
                label="Words of my own"
                :place="placeFor(conflict)"
                breaks
                @update:model-value="own = { ...own, [placeOf(conflict)]: $event }"
              />
            </div>
          </div>
        </section>
      </div>
    </div>
    <footer class="flex items-center gap-3 border-t border-line px-5 py-3">
      <p class="text-soft" role="status">{{ left ? `${counted(left, 'place', 'places')} left to choose` : 'Every place is chosen' }}</p>
      <button class="button ml-auto" @click="emit('leave')">Not now</button>
      <button class="button-main" :disabled="left > 0 || busy" @click="merge">Bring up to date</button>
    </footer>
  </div>
</template>
