<script setup lang="ts">
import type { Fields } from '~~/core/content/fields'
import { picturePath, SLOTS, widthsOf, type MediaView } from '~~/core/render/picture'
import * as say from '~~/core/words/office/banners'

/** A banner as the front page shows it when all stand side by side: its picture cut to the place, its words below. */
const props = defineProps<{ fields: Fields; picture: MediaView | null }>()
const source = computed(() => {
  if (!props.picture) return ''
  const widths = widthsOf(props.picture.width)
  return picturePath(props.picture.id, widths.find((width) => width >= SLOTS.banner.width) ?? widths.at(-1)!, 'webp')
})
const seen = computed(() => {
  const { x, y } = props.fields.cover?.focus ?? { x: 50, y: 50 }
  return `${x}% ${y}%`
})
</script>

<template>
  <div class="overflow-hidden rounded-md border border-line bg-sheet">
    <img
      v-if="picture"
      :src="source"
      :alt="fields.cover?.decorative ? '' : (fields.cover?.alt ?? '')"
      class="aspect-[350/170] w-full object-cover"
      :style="{ objectPosition: seen }"
    />
    <p v-else class="flex aspect-[350/170] items-center justify-center bg-deep text-soft">{{ say.noPictureYet }}</p>
    <div class="px-3 py-2.5 font-serif">
      <p class="text-head leading-snug font-semibold">{{ fields.title || say.withoutWords }}</p>
      <p v-if="fields.summary" class="mt-0.5">{{ fields.summary }}</p>
    </div>
  </div>
</template>
