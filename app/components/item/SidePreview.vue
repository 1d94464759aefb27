<script setup lang="ts">
import { useElementSize, usePreferredDark } from '@vueuse/core'
import { Moon, Sun } from 'lucide-vue-next'
import type { Content } from '~~/core/content/content'
import type { Refs } from '~~/core/render/text'
import { PageFrame } from './pageFrame'
import { usePageWorker } from '~/composables/pageWorker'
import { api, ApiProblem } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/itemPanels'

/** The page as readers would get it, made by the live site's renderer in a worker at each key; a click leads to the block. */
const props = defineProps<{ version: string; content: Content; refs: Refs; inHand: string | null; savedWith: string }>()
const emit = defineEmits<{ enter: [block: string] }>()
const WIDTHS = [
  [say.free, 0],
  [say.phone, 390],
  [say.tablet, 820],
  [say.wide, 1280],
] as const
const width = ref(0)
const dark = ref(usePreferredDark().value)
const problem = ref('')
const pane = ref<HTMLElement>()
const iframe = ref<HTMLIFrameElement>()
const size = useElementSize(pane)
const scale = computed(() => (width.value && size.width.value ? Math.min(1, size.width.value / width.value) : 1))

type Around = Got<`/versions/${string}/around`>
const around = shallowRef<Around | null>(null)
let frame: PageFrame | undefined
const worker = usePageWorker((page) => {
  frame?.show(page)
  mark()
})
const refs = computed<Refs>(() => ({
  items: new Map([...(around.value?.refs.items ?? []), ...props.refs.items]),
  media: new Map([...(around.value?.refs.media ?? []), ...props.refs.media]),
  embedOrigins: around.value?.refs.embedOrigins ?? [],
  language: props.refs.language,
}))

// What stands around the page follows from saved fields: labels, byline, parent, neighbours.
watch(
  () => props.savedWith,
  async (savedWith) => {
    try {
      const answer = await api('GET', `/versions/${props.version}/around`)
      // A late answer may be of fields that were saved anew since.
      if (savedWith !== props.savedWith) return
      around.value = answer
      worker.around(answer.site, answer.view)
      problem.value = ''
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.message
    }
  },
  { immediate: true },
)
watch([() => props.content, refs], () => around.value && worker.render(props.content, refs.value))
watch(() => props.inHand, mark)

const MARK = 'yieldgate-in-hand'
let marked: Element | undefined
/** Outlines the block in hand, by a style of the frame alone: the page's own markup stays what is served. */
function mark(): void {
  const index = props.content.body.findIndex((block) => block.id === props.inHand)
  const element = index < 0 ? undefined : frame?.element(index)
  if (marked !== element) marked?.classList.remove(MARK)
  if (element && !element.classList.contains(MARK)) {
    element.classList.add(MARK)
    if (marked !== element) element.scrollIntoView({ block: 'nearest' })
  }
  if (marked && !marked.classList.length) marked.removeAttribute('class')
  marked = element
}

function ready(): void {
  const document = iframe.value?.contentDocument
  if (!document) return
  frame = new PageFrame(document)
  const sheet = new (document.defaultView as unknown as typeof globalThis).CSSStyleSheet()
  sheet.replaceSync(`.${MARK} { outline: 2px solid #2a5f9e; outline-offset: 6px; border-radius: 2px }`)
  document.adoptedStyleSheets = [sheet]
  document.addEventListener('click', (event) => {
    // Links stay where they are: this is for looking, not for leaving.
    event.preventDefault()
    const index = frame?.indexOf(event.target as Element)
    const block = index === undefined ? undefined : props.content.body[index]
    if (block) emit('enter', block.id)
  })
  document.addEventListener('submit', (event) => event.preventDefault())
  if (around.value) worker.render(props.content, refs.value)
}
</script>

<template>
  <div class="flex h-full min-w-0 flex-col">
    <div class="flex flex-wrap items-center gap-1 border-b border-line px-3 py-1.5" role="group" :aria-label="say.howThePageIsShown">
      <button v-for="[name, pixels] in WIDTHS" :key="name" class="button-quiet" :aria-pressed="width === pixels" @click="width = pixels">
        {{ name }}
      </button>
      <button
        class="icon-button ml-auto"
        :aria-pressed="dark"
        :aria-label="dark ? say.showTheLightPage : say.showTheDarkPage"
        @click="dark = !dark"
      >
        <component :is="dark ? Sun : Moon" class="size-4" />
      </button>
    </div>
    <p v-if="problem" role="alert" class="p-4 text-rust">{{ problem }}</p>
    <div ref="pane" class="min-h-0 flex-1 overflow-hidden">
      <iframe
        ref="iframe"
        srcdoc="<!DOCTYPE html><html><head></head><body></body></html>"
        sandbox="allow-same-origin"
        :title="say.thePageAsReadersGetIt"
        class="origin-top-left border-0"
        :style="{
          width: width ? `${width}px` : '100%',
          height: `${size.height.value / scale}px`,
          transform: `scale(${scale})`,
          marginLeft: width && width < size.width.value ? `${(size.width.value - width) / 2}px` : undefined,
          colorScheme: dark ? 'dark' : 'light',
        }"
        @load="ready"
      />
    </div>
  </div>
</template>
