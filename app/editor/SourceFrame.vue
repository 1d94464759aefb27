<script setup lang="ts">
import { THEME_PATH } from '~~/core/render/theme'
import * as say from '~~/core/words/office/editor'

/**
 * Markup that someone wrote themselves, in the site's look: in a frame of its own, which runs nothing, leads nowhere and covers
 * nothing of the office. As high as what it shows.
 */
const props = defineProps<{ html: string }>()
const frame = ref<HTMLIFrameElement>()
const height = ref(0)
const text = computed(
  () =>
    `<!DOCTYPE html><html><head><link rel="stylesheet" href="${THEME_PATH}"><style>body{margin:0;padding:0;max-width:none;background:none;overflow:hidden}ins{background:#dff0e4;color:#1c2a21}del{background:#fbe3df;color:#2b1c1a}</style></head><body>${props.html}</body></html>`,
)
let observer: ResizeObserver | undefined
function loaded(): void {
  observer?.disconnect()
  const page = frame.value?.contentDocument
  if (!page) return
  // Links stay where they are: this is for looking, not for leaving.
  page.addEventListener('click', (event) => event.preventDefault())
  const { body } = page
  const measure = () => (height.value = Math.ceil(body.getBoundingClientRect().height) + 2)
  observer = new ResizeObserver(measure)
  observer.observe(body)
  measure()
}
onBeforeUnmount(() => observer?.disconnect())
</script>

<template>
  <iframe
    ref="frame"
    :srcdoc="text"
    sandbox="allow-same-origin"
    :title="say.whatASourceBlockShows"
    class="block w-full border-0"
    :style="{ height: `${height}px` }"
    @load="loaded"
  />
</template>
