<script setup lang="ts">
import { blockWord, isKnown, type Block } from '~~/core/content/blocks'
import type { Text } from '~~/core/content/inline'
import { renderBlock, type Refs } from '~~/core/render/blocks'
import type { MediaView } from '~~/core/render/picture'
import RichText from '~/editor/RichText.vue'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import ListEditor from '~/editor/ListEditor.vue'
import ButtonBlock from './ButtonBlock.vue'
import PictureBlock from './PictureBlock.vue'
import { RARE_PARTS } from './rareParts'

/** A block in its place on the page: read as readers will, written in place. */
const props = defineProps<{ block: Block; refs: Refs; locked: boolean; mayAddMedia: boolean }>()
const emit = defineEmits<{
  change: [block: Block]
  split: [before: Text, after: Text]
  joinBack: []
  paste: [before: Text, blocks: Block[], after: Text]
  media: [media: MediaView]
}>()
/** The kinds that have a component of their own, which all speak alike. */
const PARTS = { button: ButtonBlock, picture: PictureBlock, ...RARE_PARTS }
const writingList = ref(false)
const text = ref<InstanceType<typeof RichText>>()
const change = <B extends Block>(block: B, part: Partial<B>) => emit('change', { ...block, ...part })
const html = computed(() => renderBlock(props.block, props.refs))

/** Begins writing in the block's main text, at its start, its end, or after so many letters. */
function write(at: 'start' | 'end' | number = 'end') {
  if (props.block.kind === 'list') writingList.value = true
  else text.value?.enter(at)
}
defineExpose({ write })
</script>

<template>
  <RichText
    v-if="block.kind === 'paragraph'"
    ref="text"
    :model-value="block.text"
    :refs="refs"
    :locked="locked"
    :class="block.look && `look-${block.look}`"
    label="Paragraph"
    place="paragraph"
    placeholder="Write here"
    @update:model-value="change(block, { text: $event })"
    @split="(before, after) => emit('split', before, after)"
    @join-back="emit('joinBack')"
    @paste="(before, blocks, after) => emit('paste', before, blocks, after)"
  />
  <RichText
    v-else-if="block.kind === 'heading'"
    ref="text"
    :model-value="block.text"
    :refs="refs"
    :locked="locked"
    :tag="`h${block.level}`"
    :class="block.look && `look-${block.look}`"
    :label="`Heading ${block.level}`"
    place="heading"
    placeholder="Heading"
    @update:model-value="change(block, { text: $event })"
    @split="(before, after) => emit('split', before, after)"
    @join-back="emit('joinBack')"
    @paste="(before, blocks, after) => emit('paste', before, blocks, after)"
  />
  <template v-else-if="block.kind === 'list'">
    <ListEditor
      v-if="writingList && !locked"
      :model-value="block"
      @update:model-value="emit('change', $event)"
      @leave="writingList = false"
    />
    <RenderedHtml
      v-else
      :tabindex="locked ? undefined : 0"
      :role="locked ? undefined : 'textbox'"
      :aria-label="locked ? undefined : 'List'"
      :html="html"
      @focus="writingList = !locked"
    />
  </template>
  <div v-else-if="block.kind === 'quote'" class="border-l-4 border-kelp pl-4">
    <RichText
      ref="text"
      class="italic"
      :model-value="block.text"
      :refs="refs"
      :locked="locked"
      breaks
      label="Quote"
      place="quote"
      placeholder="What was said"
      @update:model-value="change(block, { text: $event })"
    />
    <input
      v-if="!locked"
      class="mt-1 w-full bg-transparent font-sans text-[14px] text-soft"
      :value="block.source"
      placeholder="Who said it, and where"
      aria-label="Source of the quote"
      maxlength="300"
      @input="change(block, { source: ($event.target as HTMLInputElement).value })"
    />
    <p v-else class="font-sans text-[14px] text-soft">{{ block.source }}</p>
  </div>
  <component
    :is="PARTS[block.kind as keyof typeof PARTS]"
    v-else-if="block.kind in PARTS"
    :block="block as never"
    :refs="refs"
    :locked="locked"
    :may-add="mayAddMedia"
    @change="emit('change', $event)"
    @media="emit('media', $event)"
  />
  <hr v-else-if="block.kind === 'divider'" />
  <dl v-else-if="block.kind === 'definitions'" class="space-y-1">
    <div v-for="(entry, index) in block.entries" :key="index" class="group/entry relative">
      <RichText
        tag="dt"
        class="font-semibold"
        :model-value="entry.term"
        :refs="refs"
        :locked="locked"
        breaks
        :label="`Term ${index + 1}`"
        place="term"
        placeholder="Term"
        @update:model-value="change(block, { entries: block.entries.map((old, at) => (at === index ? { ...old, term: $event } : old)) })"
      />
      <RichText
        tag="dd"
        class="ml-5"
        :model-value="entry.text"
        :refs="refs"
        :locked="locked"
        breaks
        :label="`Meaning ${index + 1}`"
        place="meaning"
        placeholder="What it means"
        @update:model-value="change(block, { entries: block.entries.map((old, at) => (at === index ? { ...old, text: $event } : old)) })"
      />
    </div>
    <p v-if="!locked" class="flex gap-2 font-sans text-[14px]">
      <button type="button" class="button-quiet" @click="change(block, { entries: [...block.entries, { term: [], text: [] }] })">
        Add a term
      </button>
      <button
        v-if="block.entries.length > 1"
        type="button"
        class="button-quiet"
        @click="change(block, { entries: block.entries.slice(0, -1) })"
      >
        Remove the last
      </button>
    </p>
  </dl>
  <div v-else-if="block.kind === 'source'">
    <textarea
      v-if="!locked"
      class="input-area min-h-24 font-mono text-[13px]"
      :value="block.html"
      aria-label="Source"
      placeholder="<p>…</p>"
      @input="change(block, { html: ($event.target as HTMLTextAreaElement).value })"
    />
    <pre v-else class="overflow-x-auto font-mono text-[13px]">{{ block.html }}</pre>
  </div>
  <p v-if="!isKnown(block)" class="rounded-md border border-dashed border-edge px-3 py-2 font-sans text-[14px] text-soft">
    {{ blockWord(block) }}: made by a newer version. It is kept as it is; readers get nothing of it.
  </p>
</template>
