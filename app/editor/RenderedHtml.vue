<script setup lang="ts">
/** Markup made by the core's renderer; the only place of the office that shows any. */
withDefaults(defineProps<{ html: string; tag?: string }>(), { tag: 'div' })
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-text-v-html-on-component, vue/no-v-html -- made by core/render alone -->
  <component :is="tag" v-html="html" />
</template>
