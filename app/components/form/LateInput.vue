<script setup lang="ts">
/**
 * A text that is taken when one leaves its field, not with each key: half an address is none. What is being typed stays,
 * whatever is shown anew around it meanwhile.
 */
const props = withDefaults(defineProps<{ value: string; tag?: 'input' | 'textarea' }>(), { tag: 'input' })
const emit = defineEmits<{ take: [value: string] }>()
const typed = ref<string | null>(null)
function take() {
  if (typed.value !== null && typed.value !== props.value) emit('take', typed.value)
  typed.value = null
}
// A field that goes away while one is in it gives up what it has.
onBeforeUnmount(take)
</script>

<template>
  <component
    :is="tag"
    :value="typed ?? value"
    @input="typed = ($event.target as HTMLInputElement | HTMLTextAreaElement).value"
    @change="take"
  />
</template>
