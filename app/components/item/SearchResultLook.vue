<script setup lang="ts">
import type { Content } from '~~/core/content/content'
import { searchDescription } from '~~/core/render/page'

/** About how a search engine would show the page. */
const props = defineProps<{ content: Content; path: string | null; siteName: string }>()
const host = location.host
const title = computed(() => `${props.content.fields.pageTitle || props.content.fields.title || 'Without a title'} – ${props.siteName}`)
</script>

<template>
  <figure class="rounded-md border border-line bg-sheet p-3">
    <figcaption class="mb-1.5 text-small text-soft">About how a search engine shows it</figcaption>
    <p class="text-small text-soft">{{ host }}{{ path?.replaceAll('/', ' › ') ?? '' }}</p>
    <p class="truncate text-head text-tide">{{ title }}</p>
    <p class="line-clamp-2">{{ searchDescription(content) || 'No description: the engine picks words of the page.' }}</p>
  </figure>
</template>
