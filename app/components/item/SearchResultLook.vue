<script setup lang="ts">
import type { Content } from '~~/core/content/content'
import { searchDescription } from '~~/core/render/description'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemPanels'

/** About how a search engine would show the page. */
const props = defineProps<{ content: Content; path: string | null; siteName: string }>()
const host = location.host
const title = computed(() => `${props.content.fields.pageTitle || props.content.fields.title || common.withoutATitle} – ${props.siteName}`)
</script>

<template>
  <figure class="rounded-md border border-line bg-sheet p-3">
    <figcaption class="mb-1.5 text-small text-soft">{{ say.aboutHowASearchEngineShowsIt }}</figcaption>
    <p class="text-small text-soft">{{ host }}{{ path?.replaceAll('/', ' › ') ?? '' }}</p>
    <p class="truncate text-head text-tide">{{ title }}</p>
    <p class="line-clamp-2">{{ searchDescription(content) || say.noDescription }}</p>
  </figure>
</template>
