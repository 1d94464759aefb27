<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { Asked, ItemNotes } from '~/composables/itemNotes'

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
  <PlainDialog :open="true" :title="asked.quote ? 'Note on these words' : 'Note here'" @close="emit('close')">
    <form id="pin-form" class="space-y-3" @submit.prevent="keep">
      <p v-if="asked.quote" class="border-l-4 border-lamp-fill pl-3 font-serif">{{ asked.quote.exact }}</p>
      <div>
        <label class="label" for="pin-text">What should change here?</label>
        <textarea id="pin-text" v-model="text" class="input-area" rows="3" maxlength="5000" />
      </div>
      <template v-if="asked.quote">
        <label class="flex items-center gap-2"
          ><input v-model="suggesting" type="checkbox" />Suggest other words, to be taken with one click</label
        >
        <div v-if="suggesting">
          <label class="label" for="pin-words">Words instead</label>
          <textarea id="pin-words" v-model="suggestion" class="input-area" rows="2" maxlength="2000" />
          <p class="hint mt-1">Empty: leave them out.</p>
        </div>
      </template>
      <p v-else-if="!asked.place.startsWith('field:')" class="hint">Choose some words of the block first, and the note is about those.</p>
      <p class="hint">It goes out when you return the draft or clear it.</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">Cancel</button
      ><button class="button-main" form="pin-form" :disabled="!ready">Keep the note</button></template
    >
  </PlainDialog>
</template>
