<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { MenuPlace } from '~~/core/menu/entries'
import { api } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import * as say from '~~/core/words/office/menus'

/** A menu as readers would get it at several widths of a screen, made by the live site's renderer. */
const props = defineProps<{ version: string; place: MenuPlace }>()
/** The width of each screen in pixels, how much of its height is shown, and the share of the row that it takes. */
const LOOKS = [
  { name: 'wide', width: 1280, height: 420, share: 6 },
  { name: 'middle', width: 820, height: 520, share: 3.4 },
  { name: 'narrow', width: 390, height: 560, share: 1.8 },
] as const
const html = ref('')
const {
  run: look,
  problem,
  again,
} = useAttempt(async (version: string) => {
  const answer = await api('GET', `/versions/${version}/preview`)
  // A late answer may be of a version that is shown no more.
  if (version === props.version) html.value = answer.html
})
watch(() => props.version, look, { immediate: true })
const row = useTemplateRef<HTMLElement>('row')
const { width: room } = useElementSize(row)
const GAP = 16
const total = LOOKS.reduce((sum, { share }) => sum + share, 0)
const scaleOf = ({ width, share }: (typeof LOOKS)[number]) => Math.min(1, ((room.value - GAP * 2) * share) / total / width)
/** A menu in the foot is looked at from below. */
function show(event: Event) {
  const page = (event.target as HTMLIFrameElement).contentDocument
  if (props.place === 'foot') page?.scrollingElement?.scrollTo(0, page.scrollingElement.scrollHeight)
}
</script>

<template>
  <div class="min-w-0">
    <h3 class="mb-2 font-medium">{{ say.asReadersGetIt }}</h3>
    <NotLoaded v-if="problem" :what="say.asReadersGetIt" :problem="problem" @again="again" />
    <div ref="row" class="flex items-start gap-4 overflow-hidden">
      <figure v-for="screen in LOOKS" :key="screen.name" class="shrink-0">
        <div
          class="overflow-hidden rounded-md border border-line"
          :style="{ width: `${screen.width * scaleOf(screen)}px`, height: `${screen.height * scaleOf(screen)}px` }"
        >
          <iframe
            v-if="html && room"
            :srcdoc="html"
            sandbox="allow-same-origin"
            tabindex="-1"
            class="origin-top-left border-0"
            :title="say.lookAt(say.widths[screen.name])"
            :style="{ width: `${screen.width}px`, height: `${screen.height}px`, transform: `scale(${scaleOf(screen)})` }"
            @load="show"
          />
        </div>
        <figcaption class="mt-1 text-small text-soft">{{ say.widths[screen.name] }}</figcaption>
      </figure>
    </div>
  </div>
</template>
