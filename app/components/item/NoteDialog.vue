<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import * as common from '~~/core/words/office/common'

/** Asks for some words before something is done. It stays open, with the words, where `run` returns `false`: it was refused. */
const props = defineProps<{
  title: string
  label: string
  action: string
  hint?: string
  needed?: boolean
  danger?: boolean
  /** Whether it cannot be done as things are. */
  off?: boolean
  start?: string
  run: (text: string) => Promise<unknown> | unknown
}>()
const emit = defineEmits<{ close: [] }>()
const text = ref(props.start ?? '')
const busy = ref(false)
const mayGo = computed(() => !busy.value && !props.off && (!props.needed || text.value.trim() !== ''))
async function go() {
  busy.value = true
  try {
    if ((await props.run(text.value.trim())) !== false) emit('close')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="title" @close="emit('close')">
    <form id="words-form" @submit.prevent="go">
      <slot />
      <label class="label" for="words-text">{{ label }}</label>
      <textarea
        id="words-text"
        v-model="text"
        class="input-area"
        rows="3"
        maxlength="5000"
        :required="needed"
        @keydown.ctrl.enter.prevent="mayGo && go()"
        @keydown.meta.enter.prevent="mayGo && go()"
      />
      <p v-if="hint" class="hint mt-1">{{ hint }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :class="danger && '!border-rust-fill !bg-rust-fill'" form="words-form" :disabled="!mayGo">
        {{ action }}
      </button></template
    >
  </PlainDialog>
</template>
