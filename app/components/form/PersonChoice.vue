<script setup lang="ts">
import SearchChoice from './SearchChoice.vue'
import PersonMark from '~/components/mark/PersonMark.vue'

/** One of the people here, found by typing some letters of their name. */
const model = defineModel<string>({ required: true })
defineProps<{
  label: string
  people: readonly { id: string; name: string; more?: string; picture?: string | null }[]
  none?: string
  disabled?: boolean
  placeholder?: string
  hideLabel?: boolean
}>()
</script>

<template>
  <SearchChoice
    v-model="model"
    :label="label"
    :choices="people"
    :none="none"
    :disabled="disabled"
    :placeholder="placeholder"
    :hide-label="hideLabel"
  >
    <template #mark="{ choice }"><PersonMark :id="choice.id" :name="choice.name" :picture="choice.picture" /></template>
  </SearchChoice>
</template>
