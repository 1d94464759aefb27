<script setup lang="ts">
/** A piece of text with what was sought in it marked. */
import { shortIn } from '~~/core/time/words'
import type { FoundSnippet } from '~~/server/services/listing/listing'
import { useSite } from '~/stores/site'

const props = defineProps<{ snippet: FoundSnippet | null }>()
const site = useSite()
const writer = computed(() => {
  const written = props.snippet?.written
  return written ? `${written.by}, ${shortIn(written.at, site.zone, site.now)}: ` : ''
})
const pieces = computed(() => {
  if (!props.snippet) return []
  const { text, marks } = props.snippet
  const list: { text: string; marked: boolean }[] = []
  let at = 0
  for (const [from, to] of marks) {
    list.push({ text: text.slice(at, from), marked: false }, { text: text.slice(from, to), marked: true })
    at = to
  }
  return [...list, { text: text.slice(at), marked: false }].filter((piece) => piece.text)
})
</script>

<template>
  <span class="truncate text-soft" :title="`${writer}${snippet?.text ?? ''}`"
    ><span v-if="writer" class="text-ink">{{ writer }}</span
    ><template v-for="(piece, index) in pieces" :key="index"
      ><mark v-if="piece.marked" class="bg-lamp-wash font-semibold text-ink">{{ piece.text }}</mark
      ><template v-else>{{ piece.text }}</template></template
    ></span
  >
</template>
