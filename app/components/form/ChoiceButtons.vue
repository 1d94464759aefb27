<script setup lang="ts" generic="T extends string | number">
/** One choice of a few, as buttons side by side of which one is pressed. */
export interface Choice<V> {
  value: V
  word: string
  /** Why it cannot be chosen. */
  why?: string | undefined
}
const model = defineModel<T>({ required: true })
defineProps<{ label: string; choices: readonly Choice<T>[] }>()
</script>

<template>
  <div class="flex flex-wrap gap-1" role="group" :aria-label="label">
    <button
      v-for="choice in choices"
      :key="choice.value"
      type="button"
      class="button-quiet"
      :aria-pressed="model === choice.value"
      :disabled="!!choice.why"
      :title="choice.why"
      @click="model = choice.value"
    >
      {{ choice.word }}
    </button>
  </div>
</template>
