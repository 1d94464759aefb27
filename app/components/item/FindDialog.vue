<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { blockWord } from '~~/core/blocks/blocks'
import type { Content } from '~~/core/content/content'
import { FIELDS } from '~~/core/content/fields'
import { find, replace, type Found, type Query } from '~~/core/content/find'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemDialogs'

/** Finds words on the page, and replaces them in one place or in all. */
const props = defineProps<{ content: Content; locked: boolean }>()
const emit = defineEmits<{ close: []; change: [content: Content]; go: [block: string] }>()
const words = ref('')
const replacement = ref('')
const exactCase = ref(false)
const wholeWords = ref(false)
const query = computed<Query>(() => ({ words: words.value, exactCase: exactCase.value, wholeWords: wholeWords.value }))
const places = computed(() => find(props.content, query.value))
const total = computed(() => places.value.reduce((sum, { count }) => sum + count, 0))
const name = ({ place }: Found) => {
  if ('field' in place) return FIELDS[place.field].label
  return blockWord(props.content.body.find((block) => block.id === place.block) ?? { kind: 'block' })
}
const change = (only?: Found['place']) => emit('change', replace(props.content, query.value, replacement.value, only))
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-[#0b1214]/45" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center p-6 pt-[10vh]">
      <DialogPanel class="flex max-h-[75vh] w-full max-w-2xl flex-col rounded-md border border-line bg-sheet shadow-xl">
        <DialogTitle class="px-5 pt-4 font-serif text-head font-semibold">{{ say.findAndReplaceOnThisPage }}</DialogTitle>
        <form class="grid grid-cols-2 gap-x-4 gap-y-3 px-5 py-3" @submit.prevent>
          <label
            ><span class="label">{{ say.find }}</span
            ><input v-model="words" class="input" maxlength="200"
          /></label>
          <label
            ><span class="label">{{ say.replaceWith }}</span
            ><input v-model="replacement" class="input" maxlength="500" :disabled="locked"
          /></label>
          <label class="flex items-center gap-2"><input v-model="exactCase" type="checkbox" />{{ say.capitalsAsTyped }}</label>
          <label class="flex items-center gap-2"><input v-model="wholeWords" type="checkbox" />{{ say.wholeWords }}</label>
        </form>
        <ul class="min-h-0 flex-1 overflow-y-auto border-y border-line" :aria-label="common.places">
          <li
            v-for="place in places"
            :key="JSON.stringify(place.place)"
            class="flex items-center gap-3 border-b border-line px-5 py-1.5 last:border-0"
          >
            <span class="w-24 shrink-0 text-soft">{{ name(place) }}</span>
            <button
              v-if="'block' in place.place"
              class="min-w-0 flex-1 truncate text-left hover:underline"
              :title="place.around"
              @click="emit('go', place.place.block)"
            >
              … {{ place.around }} …
            </button>
            <span v-else class="min-w-0 flex-1 truncate">{{ place.around }}</span>
            <span v-if="place.count > 1" class="shrink-0 text-soft">{{ say.countTimes(place.count) }}</span>
            <button v-if="!locked" class="link shrink-0" @click="change(place.place)">{{ common.replace }}</button>
          </li>
          <li v-if="words && !places.length" class="px-5 py-3 text-soft">{{ say.nowhereOnThisPage }}</li>
        </ul>
        <div class="flex items-center justify-end gap-2 px-5 py-3">
          <p class="mr-auto text-soft" role="status">
            {{ words ? say.timesInPlaces(say.countedTimes(total), common.countedPlaces(places.length)) : '' }}
          </p>
          <button class="button" @click="emit('close')">{{ common.close }}</button>
          <button v-if="!locked" class="button-main" :disabled="!total" @click="change()">{{ say.replaceAll }}</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
