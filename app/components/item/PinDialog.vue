<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { Asked, ItemNotes } from '~/composables/itemNotes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemDialogs'

/** Asks for a note at a place: what should change there, and with words chosen, which words instead. */
const props = defineProps<{ asked: Asked; notes: ItemNotes }>()
const emit = defineEmits<{ close: [] }>()
const text = ref('')
const suggesting = ref(false)
const suggestion = ref(props.asked.quote?.exact ?? '')
const changed = computed(() => suggesting.value && suggestion.value !== props.asked.quote?.exact)
const ready = computed(() => text.value.trim() !== '' || changed.value)
function keep() {
  if (!ready.value) return
  props.notes.pin(text.value.trim(), changed.value ? suggestion.value : undefined)
  emit('close')
}
</script>

<template>
  <PlainDialog :open="true" :title="asked.quote ? say.noteOnTheseWords : say.noteHere" @close="emit('close')">
    <form id="pin-form" class="space-y-3" @submit.prevent="keep">
      <p v-if="asked.quote" class="border-l-4 border-lamp-fill pl-3 font-serif">{{ asked.quote.exact }}</p>
      <div>
        <label class="label" for="pin-text">{{ say.whatShouldChangeHere }}</label>
        <textarea id="pin-text" v-model="text" class="input-area" rows="3" maxlength="5000" />
      </div>
      <template v-if="asked.quote">
        <label class="flex items-center gap-2"><input v-model="suggesting" type="checkbox" />{{ say.suggestOtherWords }}</label>
        <div v-if="suggesting">
          <label class="label" for="pin-words">{{ say.wordsInstead }}</label>
          <textarea id="pin-words" v-model="suggestion" class="input-area" rows="2" maxlength="2000" />
          <p class="hint mt-1">{{ say.emptyLeaveThemOut }}</p>
        </div>
      </template>
      <p v-else-if="!asked.place.startsWith('field:')" class="hint">{{ say.chooseSomeWordsOfTheBlockFirst }}</p>
      <p class="hint">{{ say.itGoesOutWhenYouReturn }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="pin-form" :disabled="!ready">{{ say.saveNote }}</button></template
    >
  </PlainDialog>
</template>
