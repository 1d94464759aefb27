<script setup lang="ts">
import { SOURCE_BEGINS } from '~~/core/render/text'
import { lazily } from '~/composables/lazily'

// The frame knows the site's look, which weighs; few pages have markup of their own.
const SourceFrame = lazily(() => import('./SourceFrame.vue'))

/** Markup made by the core's renderer; the only place of the office that shows any. What someone wrote as markup stands in a frame. */
const props = withDefaults(defineProps<{ html: string; tag?: string }>(), { tag: 'div' })
const hasSource = computed(() => props.html.includes(SOURCE_BEGINS))
</script>

<template>
  <SourceFrame v-if="hasSource" :html="html" />
  <!-- eslint-disable-next-line vue/no-v-text-v-html-on-component, vue/no-v-html -- made by core/render alone -->
  <component :is="tag" v-else v-html="html" />
</template>
