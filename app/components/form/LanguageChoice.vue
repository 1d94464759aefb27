<script setup lang="ts">
import { languageChoices } from '~~/core/words/languages'
import SearchChoice from './SearchChoice.vue'

/** A language from a list, found by its English name or its tag. */
const model = defineModel<string>({ required: true })
defineProps<{ label: string; disabled?: boolean }>()
const choices = computed(() => languageChoices(model.value))
</script>

<template>
  <SearchChoice v-model="model" :label="label" :choices="choices" :disabled="disabled" />
</template>
