<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import type { Refs } from '~~/core/render/text'
import CompareView from '~/components/item/CompareView.vue'
import ComparedBlock from '~/components/item/ComparedBlock.vue'
import ItemDialogs from '~/components/item/ItemDialogs.vue'
import PinDialog from '~/components/item/PinDialog.vue'
import { useItemActions } from '~/components/item/itemActions'
import { api } from '~/composables/api'
import { changeWords } from '~/composables/words'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/review'

/** One draft of the queue: what changed in it since the reviewer saw it last, and their verdict. A new text is shown whole. */
const props = defineProps<{ page: ItemPage }>()
const emit = defineEmits<{ done: []; reload: [] }>()
const site = useSite()
const draft = computed(() => props.page.draft!)
const actions = useItemActions(
  () => props.page,
  null,
  () => emit('reload'),
)
const { dialog, notes } = actions
const refs = computed<Refs>(() => ({
  items: new Map(draft.value.links.map((link) => [link.id, link] as const)),
  media: new Map(draft.value.media.map((media) => [media.id, media] as const)),
  embedOrigins: [],
  language: draft.value.content.fields.language ?? site.language,
}))
const verdicts = computed(() => actions.more.value.concat(actions.main.value ?? []).filter(({ id }) => /^(clear|return|hand) /.test(id)))
const of = (kind: string) => verdicts.value.filter(({ id }) => id.startsWith(`${kind} `))
const range = ref<{ from: string; to: string } | null>(null)
/** Asks for the words of a verdict, as its key does. */
defineExpose({
  ask: (kind: 'clear' | 'return') =>
    of(kind)
      .find(({ why }) => !why)
      ?.run(),
})
watch(
  () => draft.value.mayClear.length,
  (now, before) => before && !now && emit('done'),
)
</script>

<template>
  <article class="flex h-full min-h-0 flex-col" :aria-label="page.title">
    <header class="border-b border-line px-5 py-3">
      <h2 class="font-serif text-head font-semibold">
        <NuxtLink :to="{ path: `/office/items/${page.id}`, query: { draft: draft.id } }" class="hover:underline">{{
          page.title || common.withoutATitle
        }}</NuxtLink>
      </h2>
      <p class="text-soft">
        {{ say.nameVersionNumberByAuthors(page.section.name, draft.number, draft.authors.join(', '))
        }}<template v-if="draft.sent?.note"> · “{{ draft.sent.note }}”</template>
      </p>
    </header>
    <div class="min-h-0 flex-1 overflow-y-auto">
      <p v-if="changeWords(draft)" class="px-5 py-6">
        <b class="font-semibold text-lamp">{{ changeWords(draft) }}.</b> {{ say.itsTextStays(draft.number) }}
      </p>
      <Suspense v-else-if="draft.since || page.live">
        <CompareView
          :item="page.id"
          :refs="refs"
          :from="range?.from ?? draft.since?.version ?? null"
          :known="draft.since"
          :to="range?.to ?? null"
          :draft-head="draft.head"
          :live-version="page.live?.version ?? null"
          :at-hand="draft.content"
          :may-write="false"
          @pick="(from, to) => (range = { from, to })"
        />
      </Suspense>
      <div v-else class="mx-auto max-w-4xl px-5 py-4">
        <p class="text-soft">{{ say.aNewText(common.countedBlocks(draft.content.body.length)) }}</p>
        <ComparedBlock
          v-for="(block, index) in draft.content.body"
          :key="block.id"
          :change="{ change: 'same', id: block.id, from: index, to: index }"
          :block="block"
          :refs="refs"
          :columns="false"
          :plain="false"
          :take-back="false"
          noted
        />
      </div>
    </div>
    <footer class="flex flex-wrap items-center gap-2 border-t border-line bg-paper px-5 py-3">
      <button
        v-for="(action, index) in of('clear')"
        :key="action.id"
        :class="index ? 'button' : 'button-main'"
        :disabled="!!action.why"
        :title="action.why"
        @click="action.run()"
      >
        {{ action.name }}
      </button>
      <button v-for="action in [...of('return'), ...of('hand')]" :key="action.id" class="button" @click="action.run()">
        {{ action.name }}
      </button>
      <p v-if="!verdicts.length" class="text-soft">{{ say.nothingToJudgeHereForYouNow }}</p>
      <p v-for="action in of('clear').filter(({ why }) => why)" :key="action.id" class="w-full text-rust">{{ action.why }}</p>
    </footer>
    <PinDialog v-if="notes.asked.value" :asked="notes.asked.value" :notes="notes" @close="notes.asked.value = null" />
    <ItemDialogs
      v-if="dialog"
      :page="page"
      :actions="actions"
      :pins="notes.pins.value"
      :shown-date="draft.content.fields.shownDate"
      :begin-beside="(name) => api('POST', `/items/${page.id}/drafts`, { body: { name } })"
      :save="() => undefined"
    />
  </article>
</template>
