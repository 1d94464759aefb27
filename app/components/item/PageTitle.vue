<script setup lang="ts">
import * as say from '~~/core/words/office/item'

/** The title on the page, written in place. Enter leads into the text. */
defineProps<{ title: string | undefined; language: string | undefined; locked: boolean; problem: string | undefined }>()
const emit = defineEmits<{ change: [title: string]; enter: [] }>()
const field = useTemplateRef('field')
defineExpose({ focus: () => field.value?.focus() })
const oneLine = (event: Event) => (event.target as HTMLTextAreaElement).value.replaceAll('\n', ' ')
</script>

<template>
  <div id="field-title" class="scroll-mt-24">
    <textarea
      ref="field"
      class="page-title block w-full resize-none bg-transparent font-serif [field-sizing:content]"
      rows="1"
      :value="title"
      :disabled="locked"
      :placeholder="say.titleOnThePage"
      :aria-label="say.titleOnThePage"
      :lang="language"
      maxlength="200"
      @keydown.enter.prevent="!locked && emit('enter')"
      @input="emit('change', oneLine($event))"
    />
    <p v-if="problem" class="font-sans text-plain text-rust">{{ problem }}</p>
  </div>
</template>
