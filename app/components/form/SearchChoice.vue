<script setup lang="ts" generic="Choice extends { id: string; name: string; more?: string }">
import { Combobox, ComboboxButton, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { ChevronDown } from 'lucide-vue-next'
import * as say from '~~/core/words/office/choosing'

/** One of many choices, found by typing some letters of its name. Empty is what `none` says; without it something must be chosen. */
const model = defineModel<string>({ required: true })
const props = withDefaults(
  defineProps<{
    label: string
    choices: readonly Choice[]
    none?: string
    disabled?: boolean
    placeholder?: string
    hideLabel?: boolean
    /** Whether the choices are those for the letters that were typed, as `search` asked for them; else they are looked through here. */
    searched?: boolean
    /** The name of what is chosen, which those that were searched for need not hold. */
    chosenName?: string
  }>(),
  { none: undefined, disabled: false, placeholder: undefined, hideLabel: false, searched: false, chosenName: undefined },
)
const emit = defineEmits<{ search: [letters: string] }>()
defineSlots<{ mark?(of: { choice: Choice }): unknown; trouble?(): unknown }>()
/** So many are shown at once; more letters find the others. */
const MOST_SHOWN = 80

const typed = ref('')
watch(typed, (letters) => emit('search', letters))
/** What is chosen, by name; `…` while that is not known yet. */
const nameOf = (id: string) =>
  id ? (props.chosenName ?? props.choices.find((choice) => choice.id === id)?.name ?? '…') : (props.none ?? '')
const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
const found = computed(() => {
  if (props.searched) return props.choices
  const parts = plain(typed.value).split(/\s+/).filter(Boolean)
  return props.choices.filter(({ name, more = '' }) => {
    const words = plain(`${name} ${more}`)
    return parts.every((part) => words.includes(part))
  })
})
/** What begins with the letters comes first: it is what Enter takes. */
const shown = computed(() => {
  const letters = plain(typed.value.trim())
  const begins = ({ name }: Choice) => plain(name).startsWith(letters)
  const best = letters ? [...found.value.filter(begins), ...found.value.filter((choice) => !begins(choice))] : found.value
  return best.slice(0, MOST_SHOWN)
})
const said = computed(() => {
  // Whether something was found elsewhere, or did not load, is for who asked there to say.
  if (!found.value.length && props.searched) return ''
  if (!found.value.length) return typed.value ? say.nothingHasInItsName(typed.value) : say.thereIsNothingToChoose
  const more = found.value.length - shown.value.length
  return more ? say.moreTypeSomeLetters(more) : ''
})
function take(id: string | null) {
  model.value = id ?? ''
  typed.value = ''
}
</script>

<template>
  <Combobox v-slot="{ open }" as="div" class="menu-place" :model-value="model" :disabled="disabled" @update:model-value="take">
    <ComboboxLabel class="label" :class="hideLabel && 'sr-only'">{{ label }}</ComboboxLabel>
    <div class="menu-button relative">
      <ComboboxInput
        class="input pr-8"
        :display-value="(id) => nameOf(String(id ?? ''))"
        :placeholder="placeholder ?? none ?? say.typeAPartOfTheName"
        autocomplete="off"
        @change="typed = $event.target.value"
        @focus="$event.target.select()"
        @blur="typed = ''"
      />
      <ComboboxButton class="absolute inset-y-0 right-0 px-2 text-soft" :aria-label="say.showTheChoicesOf(label)" @click="typed = ''"
        ><ChevronDown class="size-4"
      /></ComboboxButton>
    </div>
    <slot name="trouble" />
    <div v-show="open" class="menu w-(--menu-button-width) min-w-56 py-1">
      <ComboboxOptions class="max-h-60 overflow-y-auto">
        <ComboboxOption v-if="none !== undefined && !typed" v-slot="{ active }" value=""
          ><span class="block px-3 py-1.5 text-soft" :class="active && 'bg-kelp-wash'">{{ none }}</span></ComboboxOption
        >
        <ComboboxOption v-for="choice in shown" :key="choice.id" v-slot="{ active, selected }" :value="choice.id"
          ><span class="flex items-center gap-2 px-3 py-1.5" :class="[active && 'bg-kelp-wash', selected && 'font-semibold']">
            <slot name="mark" :choice="choice" />
            <span class="min-w-0 flex-1 truncate">{{ choice.name }}</span>
            <span v-if="choice.more" class="shrink-0 text-body text-soft">{{ choice.more }}</span>
          </span></ComboboxOption
        >
      </ComboboxOptions>
      <p v-if="open && said" class="px-3 py-1.5 text-soft" role="status">{{ said }}</p>
    </div>
  </Combobox>
</template>
