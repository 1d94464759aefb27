<script setup lang="ts">
import { blockWord, type Block } from '~~/core/content/blocks'
import type { Content } from '~~/core/content/content'
import { FIELDS, type FieldName } from '~~/core/content/fields'
import { columnOf, markBlock } from '~~/core/history/mark'
import { renderBlock, type Refs } from '~~/core/render/blocks'
import PlainDialog from '~/components/form/PlainDialog.vue'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import { fieldWords } from './fieldWords'
import type { ConflictPlace, Side } from '~/composables/draft'

/** Places that someone else changed while this person did: both texts, and the choice of each. */
const props = defineProps<{ conflicts: ConflictPlace[]; content: Content; refs: Refs }>()
const emit = defineEmits<{ settle: [choices: Record<string, Side>] }>()
const choices = ref<Record<string, Side>>({})
const left = computed(() => props.conflicts.filter((conflict) => !choices.value[conflict.place]).length)
const mine = (conflict: ConflictPlace) => props.content.body.find((block) => block.id === conflict.place) ?? null
const theirs = (conflict: ConflictPlace) => conflict.theirs as Block | null
function html(conflict: ConflictPlace, side: Side): string {
  const [other, own] = side === 'mine' ? [theirs(conflict), mine(conflict)] : [mine(conflict), theirs(conflict)]
  if (!own) return ''
  return renderBlock(other ? columnOf(markBlock(other, own).block, 'after') : own, props.refs)
}
const words = (conflict: ConflictPlace, side: Side) => {
  const name = conflict.field as FieldName
  return fieldWords(name, side === 'mine' ? props.content.fields[name] : conflict.theirs, props.refs) || 'empty'
}
const SIDES = [
  ['mine', 'Mine'],
  ['theirs', 'Theirs, which is saved'],
] as const
</script>

<template>
  <PlainDialog :open="true" title="Someone else changed the same place" wide @close="undefined">
    <p>Your text is still here. What holds?</p>
    <fieldset v-for="conflict in conflicts" :key="conflict.place" class="mt-3 rounded-md border border-line">
      <legend class="ml-3 px-1 font-semibold">
        {{
          conflict.field
            ? (FIELDS[conflict.field as FieldName]?.label ?? conflict.field)
            : blockWord(mine(conflict) ?? theirs(conflict) ?? { kind: 'block' })
        }}
      </legend>
      <div class="grid grid-cols-2 divide-x divide-line">
        <label
          v-for="[side, name] in SIDES"
          :key="side"
          class="block cursor-pointer px-4 py-2"
          :class="choices[conflict.place] === side && 'bg-kelp-wash'"
        >
          <span class="flex items-center gap-2 font-medium"
            ><input
              type="radio"
              :name="conflict.place"
              :checked="choices[conflict.place] === side"
              @change="choices = { ...choices, [conflict.place]: side }"
            />{{ name }}</span
          >
          <span v-if="conflict.field" class="mt-1 block">{{ words(conflict, side) }}</span>
          <span v-else-if="html(conflict, side)" class="page-look mt-1 block"
            ><RenderedHtml tag="span" :html="html(conflict, side)"
          /></span>
          <span v-else class="mt-1 block text-rust">Removed.</span>
        </label>
      </div>
    </fieldset>
    <template #actions><button class="button-main" :disabled="left > 0" @click="emit('settle', choices)">Save with these</button></template>
  </PlainDialog>
</template>
