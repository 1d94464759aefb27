<script setup lang="ts">
import { useReadersAccess } from '~/composables/readersAccess'
import { blockWord, type Block } from '~~/core/blocks/blocks'
import { FIELDS } from '~~/core/content/fields'
import { runs, type Text } from '~~/core/content/inline'
import type { TextKind } from '~~/core/content/textKinds'
import { columnOf, markBlock } from '~~/core/history/mark'
import { placeOf, type Choices, type Disagreement } from '~~/core/history/merge'
import { renderBlock } from '~~/core/render/blocks'
import type { Refs } from '~~/core/render/text'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import RichText from '~/editor/RichText.vue'
import { fieldWords } from './fieldWords'
import * as say from '~~/core/words/office/itemDialogs'

/** The places that two texts changed differently, each to be chosen once: either text, shown by words, or words of one's own. */
const props = defineProps<{
  refs: Refs
  conflicts: Disagreement[]
  /** What the two texts are called. */
  names: { a: string; b: string }
}>()
/** What is chosen so far. */
const model = defineModel<Choices>({ required: true })
const picks = ref<Record<string, 'a' | 'b' | 'own'>>({})
const own = shallowRef<Record<string, Text>>({})

/** A side's block with what it changed of the base marked; the site's own look. */
function html(conflict: Disagreement, side: 'base' | 'a' | 'b'): string {
  if (conflict.place === 'field') return ''
  const block = conflict[side]
  if (!block) return ''
  return renderBlock(side === 'base' || !conflict.base ? block : columnOf(markBlock(conflict.base, block).block, 'after'), props.refs)
}
// What pages may be for is named as it is called now.
const { load: loadAccess } = useReadersAccess()
onMounted(() => props.conflicts.some((conflict) => conflict.place === 'field' && conflict.name === 'access') && loadAccess())
const words = (conflict: Disagreement, side: 'base' | 'a' | 'b') =>
  conflict.place === 'field' ? fieldWords(conflict.name, conflict[side], props.refs) || say.empty : ''
const textOf = (block: Block | null): Text | null =>
  block && (block.kind === 'paragraph' || block.kind === 'heading' || block.kind === 'quote') ? block.text : null
/** Words of one's own are for blocks of text that both sides still have. */
const ownable = (conflict: Disagreement): Text | null => (conflict.place === 'block' && textOf(conflict.b) ? textOf(conflict.a) : null)

const textKindOf = (conflict: Disagreement) => (conflict.place === 'block' && conflict.a ? conflict.a.kind : 'paragraph') as TextKind

const SIDES = computed(() => [['a', props.names.a] as const, ['b', props.names.b] as const])

/** The answer for one place, once it is chosen. */
function answerFor(conflict: Disagreement): Choices[string] | undefined {
  const pick = picks.value[placeOf(conflict)]
  if (pick !== 'own' || conflict.place !== 'block') return pick === 'own' ? undefined : pick
  return { block: { ...conflict.a!, text: own.value[placeOf(conflict)]! } as Block }
}
function tell(): void {
  const answers = props.conflicts.map((conflict) => [placeOf(conflict), answerFor(conflict)] as const)
  model.value = Object.fromEntries(answers.filter((entry): entry is [string, Choices[string]] => entry[1] !== undefined))
}
function choose(conflict: Disagreement, pick: 'a' | 'b' | 'own'): void {
  const place = placeOf(conflict)
  if (pick === 'own' && !own.value[place]) own.value = { ...own.value, [place]: ownable(conflict) ?? runs('') }
  picks.value = { ...picks.value, [place]: pick }
  tell()
}
function write(conflict: Disagreement, text: Text): void {
  own.value = { ...own.value, [placeOf(conflict)]: text }
  tell()
}
</script>

<template>
  <div>
    <section
      v-for="(conflict, index) in conflicts"
      :key="placeOf(conflict)"
      class="mt-4 rounded-md border border-line bg-sheet"
      :aria-label="say.placeIndexOfCount(index + 1, conflicts.length)"
    >
      <header class="flex items-baseline gap-3 border-b border-line px-4 py-2">
        <b class="font-semibold">{{
          conflict.place === 'field'
            ? (FIELDS[conflict.name]?.label ?? conflict.name)
            : blockWord((conflict.a ?? conflict.b ?? conflict.base)!)
        }}</b>
        <span class="text-soft">{{ say.indexOfCount(index + 1, conflicts.length) }}</span>
      </header>
      <div v-if="conflict.base !== null && conflict.base !== undefined" class="border-b border-line bg-paper px-4 py-2">
        <p class="text-body text-soft">{{ say.bothBeganFrom }}</p>
        <p v-if="conflict.place === 'field'">{{ words(conflict, 'base') }}</p>
        <div v-else class="page-look"><RenderedHtml :html="html(conflict, 'base')" /></div>
      </div>
      <div class="grid grid-cols-2 divide-x divide-line max-md:grid-cols-1 max-md:divide-x-0 max-md:divide-y">
        <label
          v-for="[side, name] in SIDES"
          :key="side"
          class="block cursor-pointer px-4 py-3"
          :class="picks[placeOf(conflict)] === side && 'bg-kelp-wash'"
        >
          <span class="flex items-center gap-2 font-semibold"
            ><input
              type="radio"
              :name="placeOf(conflict)"
              :checked="picks[placeOf(conflict)] === side"
              @change="choose(conflict, side)"
            />{{ name }}</span
          >
          <span v-if="conflict.place === 'field'" class="mt-1 block">{{ words(conflict, side) }}</span>
          <span v-else-if="conflict[side]" class="page-look mt-1 block"><RenderedHtml tag="span" :html="html(conflict, side)" /></span>
          <span v-else class="mt-1 block text-rust">{{ say.itWasRemovedHere }}</span>
        </label>
      </div>
      <div v-if="ownable(conflict)" class="border-t border-line px-4 py-3" :class="picks[placeOf(conflict)] === 'own' && 'bg-kelp-wash'">
        <label class="flex items-center gap-2 font-semibold"
          ><input
            type="radio"
            :name="placeOf(conflict)"
            :checked="picks[placeOf(conflict)] === 'own'"
            @change="choose(conflict, 'own')"
          />{{ say.wordsOfMyOwn }}</label
        >
        <div v-if="picks[placeOf(conflict)] === 'own'" class="page-look mt-2 rounded-md border border-edge bg-sheet px-3 py-2">
          <RichText
            :model-value="own[placeOf(conflict)] ?? []"
            :refs="refs"
            :label="say.wordsOfMyOwn"
            :text-kind="textKindOf(conflict)"
            breaks
            @update:model-value="write(conflict, $event)"
          />
        </div>
      </div>
    </section>
  </div>
</template>
