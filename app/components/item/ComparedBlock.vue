<script setup lang="ts">
import { CornerDownRight } from 'lucide-vue-next'
import { NoteThread, PinnedNotes } from './noteParts'
import { blockText, blockWord, type Block } from '~~/core/blocks/blocks'
import type { BlockChange } from '~~/core/history/compare'
import { columnOf, markBlock } from '~~/core/history/mark'
import { markText } from '~~/core/history/words'
import { runs } from '~~/core/content/inline'
import { renderBlock } from '~~/core/render/blocks'
import { renderText, type Refs } from '~~/core/render/text'
import { hasQuote } from '~~/core/content/quote'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import { useItemNotes } from '~/composables/itemNotes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/history'

/** One block of a comparison, as readers see it or as plain words, in one column or in two. */
const props = defineProps<{
  change: BlockChange
  /** The block itself where it is the same or only moved. */
  block: Block | null
  refs: Refs
  columns: boolean
  plain: boolean
  takeBack: boolean
  /** Whether notes stand here: the version after is the draft's newest. */
  noted: boolean
}>()
const emit = defineEmits<{ takeBack: [] }>()
const notes = useItemNotes()
const body = ref<HTMLElement>()

const before = computed(() => ('before' in props.change ? props.change.before : props.change.change === 'added' ? null : props.block))
const after = computed(() => ('after' in props.change ? props.change.after : props.change.change === 'removed' ? null : props.block))
const marked = computed(() => markBlock(before.value, after.value))
const html = (block: Block) => renderBlock(block, props.refs)
const words = (block: Block | null) => runs(block ? blockText(block) : '')
const plainHtml = computed(() => renderText(markText(words(before.value), words(after.value)), props.refs))
/** A column's half: the block of that side with its own changed words marked, or its plain words. */
const column = (which: 'before' | 'after'): string => {
  if (props.plain) {
    const text = markText(words(before.value), words(after.value))
    return renderText(
      text.filter((run) => run.change !== (which === 'before' ? 'added' : 'removed')),
      props.refs,
    )
  }
  return html(columnOf(which === 'before' ? (marked.value.before ?? marked.value.block) : marked.value.block, which))
}
/** Pictures, dividers and the like show no marked words: the whole is framed instead. */
const whole = computed(() => (blockText((after.value ?? before.value)!) && !marked.value.before ? '' : props.change.change))
const WORDS = { same: '', moved: say.moved, changed: say.changed, added: say.added, removed: say.removed } as const
const moved = computed(() => props.change.change === 'moved' || (props.change.change === 'changed' && props.change.moved))
const SETTINGS: Record<string, string> = {
  level: say.level,
  ordered: say.numbered,
  source: say.source,
  alt: say.alternativeText,
  decorative: say.decorative,
  caption: say.caption,
  headers: say.headerCells,
  label: common.words,
  href: say.target,
  url: common.address,
  title: say.title,
  html: say.source,
  window: say.shown,
}
</script>

<template>
  <section
    class="relative grid grid-cols-[7.5rem_minmax(0,1fr)] gap-4 py-2 max-md:grid-cols-[4.5rem_minmax(0,1fr)] max-md:gap-2"
    :class="change.change !== 'same' && 'change'"
    :tabindex="change.change === 'same' ? undefined : -1"
    :aria-label="change.change === 'same' ? undefined : `${WORDS[change.change]}: ${blockWord((after ?? before)!)}`"
  >
    <div
      class="border-r-2 pr-3 text-right font-sans text-body"
      :class="{
        'border-transparent': change.change === 'same',
        'border-tide': change.change === 'added',
        'border-rust': change.change === 'removed',
        'border-lamp-fill': change.change === 'changed',
        'border-edge border-dashed': change.change === 'moved',
      }"
    >
      <template v-if="change.change !== 'same'">
        <p class="font-semibold">{{ WORDS[change.change] }}</p>
        <p v-if="moved && 'from' in change && 'to' in change" class="flex items-center justify-end gap-1 text-soft">
          <CornerDownRight class="size-3.5" aria-hidden="true" />{{ say.fromFromToTo(change.from + 1, change.to + 1) }}
        </p>
        <button v-if="takeBack" class="link" @click="emit('takeBack')">{{ say.takeThisBack }}</button>
      </template>
      <button
        v-if="noted && after && notes?.pinning.value"
        class="link"
        :aria-label="say.noteOnThis(blockWord(after).toLowerCase())"
        @mousedown.prevent
        @click="notes.ask(change.id, body)"
      >
        {{ common.note }}
      </button>
    </div>
    <div v-if="plain && !columns" class="font-sans text-lead leading-relaxed whitespace-pre-wrap">
      <RenderedHtml :html="plainHtml" />
    </div>
    <div
      v-else-if="columns"
      class="grid grid-cols-2 gap-6"
      :class="plain ? 'font-sans text-lead leading-relaxed whitespace-pre-wrap' : 'page-look'"
    >
      <div><RenderedHtml v-if="before" :html="column('before')" /></div>
      <div><RenderedHtml v-if="after" :html="column('after')" /></div>
    </div>
    <div v-else ref="body" class="page-look">
      <div v-if="marked.before" class="removed-whole"><RenderedHtml :html="html(marked.before)" /></div>
      <div :class="{ 'removed-whole': whole === 'removed', 'added-whole': whole === 'added' || marked.before }">
        <RenderedHtml :html="html(marked.block)" />
      </div>
    </div>
    <div v-if="noted && notes && after" class="col-start-2 space-y-1.5">
      <NoteThread
        v-for="thread in notes.threadsAt(change.id)"
        :key="thread.id"
        :thread="thread"
        :there="!thread.quote || hasQuote(after, thread.quote)"
        :may-write="false"
      />
      <PinnedNotes v-if="notes.pinsAt(change.id)" :place="change.id" />
    </div>
    <p v-for="setting in marked.settings" :key="setting.name" class="col-start-2 font-sans text-body">
      {{ SETTINGS[setting.name] ?? setting.name }}: <del>{{ setting.before || say.empty }}</del>
      <ins class="ml-1">{{ setting.after || say.empty }}</ins>
    </p>
  </section>
</template>
