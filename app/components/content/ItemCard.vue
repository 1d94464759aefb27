<script setup lang="ts">
import { autoUpdate, computePosition, flip, offset, shift } from '@floating-ui/dom'
import { picturePath, widthsOf } from '~~/core/render/picture'
import { shortIn } from '~~/core/time/words'
import type { Listed } from './columns'
import { api } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** What an item says in a few words, beside its row: summary, picture, last change, and the addresses readers know. */
const props = defineProps<{ row: Listed; cell: HTMLElement; q: string }>()
type Card = Got<`/items/${string}/card`>
const site = useSite()
const card = shallowRef<Card | null>(null)
const box = useTemplateRef<HTMLElement>('box')
const place = ref({ x: 0, y: 0 })
const { run: load, problem } = useAttempt(async () => {
  const query = new URLSearchParams({ ...(props.row.draft ? { draft: props.row.draft } : {}), ...(props.q ? { q: props.q } : {}) })
  card.value = await api('GET', `/items/${props.row.id}/card?${query}`)
})
onMounted(load)
watch(box, (element, _, stopped) => {
  if (!element) return
  stopped(
    autoUpdate(props.cell, element, async () => {
      const { x, y } = await computePosition(props.cell, element, {
        strategy: 'fixed',
        placement: 'bottom-start',
        middleware: [offset({ mainAxis: 2, crossAxis: 40 }), flip(), shift({ padding: 8 })],
      })
      place.value = { x, y }
    }),
  )
})
const picture = computed(() => {
  const view = card.value?.cover?.view
  return view ? picturePath(view.id, widthsOf(view.width)[0]!, 'webp') : null
})
</script>

<template>
  <div
    v-if="card || problem"
    ref="box"
    role="tooltip"
    class="pointer-events-none fixed z-30 w-96 rounded-md border border-line bg-sheet p-3 shadow-lg"
    :style="{ left: `${place.x}px`, top: `${place.y}px` }"
  >
    <p v-if="!card" class="hint">{{ say.thisDidNotLoad(problem?.message ?? '') }}</p>
    <template v-else>
      <div class="flex gap-3">
        <img v-if="picture" :src="picture" :alt="card.cover!.alt" class="h-16 w-24 shrink-0 rounded object-cover" />
        <div class="min-w-0">
          <p class="font-semibold">{{ card.title || common.withoutATitle }}</p>
          <p v-if="card.summary" class="mt-0.5 line-clamp-3 text-soft">{{ card.summary }}</p>
          <p v-else class="mt-0.5 text-soft">{{ say.nothingIsWrittenHereYet }}</p>
        </div>
      </div>
      <p class="mt-2 text-body text-soft">
        {{
          say.whatByWhomAt(
            card.draft ? say.draftVersionNumber(card.draft, card.number) : say.versionNumber(card.number),
            card.by,
            shortIn(card.at, site.zone, site.now),
          )
        }}<template v-if="card.note">: {{ card.note }}</template>
      </p>
      <p class="mt-1 truncate font-mono text-small">
        {{ card.path ?? say.noAddressOnTheSite }}
      </p>
      <p v-if="card.earlier.length" class="truncate font-mono text-small text-soft">
        {{ say.redirectedEarlier(card.earlier.slice(0, 3).join(', ')) }}
      </p>
      <p v-if="card.matching.length" class="mt-1 text-body text-soft">
        {{ say.hereFor }}
        <span v-for="(term, index) in card.matching" :key="term"
          >{{ index ? ', ' : '' }}<b class="font-medium">{{ term }}</b></span
        >
      </p>
    </template>
  </div>
</template>
