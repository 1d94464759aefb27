<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Text } from '~~/core/content/inline'
import type { TextKind } from '~~/core/content/textKinds'
import * as say from '~~/core/words/office/editor'

import { renderText, type Refs } from '~~/core/render/text'
import ProseEditor from './ProseEditor.vue'
import RenderedHtml from './RenderedHtml.vue'

/**
 * Rich text written in place. Until it is entered it is what the live site's renderer makes of it; then an editor takes
 * its place. So a page of many blocks has one editor at a time.
 */
const model = defineModel<Text>({ required: true })
const props = withDefaults(
  defineProps<{ refs: Refs; label: string; textKind: TextKind; placeholder?: string; locked?: boolean; tag?: string; breaks?: boolean }>(),
  { placeholder: '', locked: false, tag: 'div', breaks: false },
)
const emit = defineEmits<{
  split: [before: Text, after: Text]
  joinBack: []
  paste: [before: Text, blocks: Block[], after: Text]
}>()
const language = inject<Ref<string | undefined> | undefined>('language', undefined)
const writing = ref(false)
const caret = ref<{ left: number; top: number } | 'start' | 'end' | number | null>(null)
/** As readers get it, with links marked that lead nowhere yet. */
const html = computed(() =>
  model.value
    .map((run) => {
      const target = /^item:([0-9a-f-]{36})/.exec(run.href ?? '')?.[1]
      const words = renderText([run], props.refs)
      return target && !props.refs.items.has(target)
        ? `<span class="dead-link" title="${say.leadsToSomethingNotOnTheSite}">${words}</span>`
        : words
    })
    .join(''),
)

/** Counts how often writing began: a text that is turned into another kind while one writes in it gets another editor. */
const begun = ref(0)
function enter(at: typeof caret.value) {
  if (props.locked) return
  caret.value = at
  begun.value++
  writing.value = true
}
defineExpose({ enter })
</script>

<template>
  <!-- The same element around both, so that nothing moves when writing begins or ends. -->
  <component :is="tag" v-if="writing" class="min-h-[1.4em]"
    ><ProseEditor
      :key="begun"
      v-model="model"
      :label="label"
      :placeholder="placeholder"
      :caret="caret"
      :breaks="breaks"
      :text-kind="textKind"
      :language="language"
      @leave="writing = false"
      @split="(before, after) => emit('split', before, after)"
      @join-back="emit('joinBack')"
      @paste="(before, blocks, after) => emit('paste', before, blocks, after)"
  /></component>
  <component
    :is="tag"
    v-else
    :tabindex="locked ? undefined : 0"
    :role="locked ? undefined : 'textbox'"
    :aria-label="locked ? undefined : label"
    :aria-multiline="locked ? undefined : true"
    class="min-h-[1.4em] cursor-text rounded-[2px]"
    @mousedown="
      (event: MouseEvent) =>
        !locked &&
        !(event.target as HTMLElement).closest('a[href]')?.matches('.x') &&
        (event.preventDefault(), enter({ left: event.clientX, top: event.clientY }))
    "
    @focus="enter('end')"
  >
    <RenderedHtml v-if="model.length" tag="span" :html="html" /><span v-else class="text-soft">{{ placeholder }}</span>
  </component>
</template>
