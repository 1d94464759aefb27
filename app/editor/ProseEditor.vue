<script setup lang="ts">
import type { JSONContent } from '@tiptap/core'
import type { EditorView } from '@tiptap/pm/view'
import { blockText, type Block } from '~~/core/blocks/blocks'
import { normaliseText, plain, runs, type Text } from '~~/core/content/inline'
import { fitText, TEXT_KINDS, type TextKind } from '~~/core/content/textKinds'
import LengthAdvice from '~/components/form/LengthAdvice.vue'
import { blocksOfClipboard } from './pasted'
import { useMountedEditor } from './mountedEditor'
import { docToText, textToDoc } from './prose'
import { focusBlockOf, isInsertKey } from './typing'
import { rewriteText } from './rewriting'
import { textExtensions } from './extensions'
import { lazily } from '~/composables/lazily'

// The tools come with the first text that one writes in.
const StyleBar = lazily(() => import('./StyleBar.vue'))

/** The editor of one rich text; mounted while the person writes in it. */
const model = defineModel<Text>({ required: true })
const props = defineProps<{
  label: string
  placeholder: string
  /** Where writing begins: at a point of the window, an end, or after so many letters. */
  caret: { left: number; top: number } | 'start' | 'end' | number | null
  breaks: boolean
  /** Where the text stands, which says what it may be styled with and how much fits. */
  textKind: TextKind
  /** The language that spelling is marked in. */
  language?: string | undefined
}>()
const emit = defineEmits<{
  leave: []
  split: [before: Text, after: Text]
  joinBack: []
  paste: [before: Text, blocks: Block[], after: Text]
}>()
const root = ref<HTMLElement>()

const withBlocks = ([before, after]: [Text, Text], blocks: Block[]): [Text, Block[], Text] => [before, blocks, after]

/** The texts before and after the selection. */
function around({ state: { selection, doc } }: EditorView): [before: Text, after: Text] {
  const part = (from: number, to: number): Text => {
    const content =
      (doc.slice(from, to).content.toJSON() as JSONContent[] | null)?.flatMap((node) =>
        node.type === 'paragraph' ? (node.content ?? []) : [node],
      ) ?? []
    return docToText({ type: 'doc', content: [{ type: 'paragraph', content }] })
  }
  return [normaliseText(part(0, selection.from)), normaliseText(part(selection.to, doc.content.size))]
}

const { element, editor } = useMountedEditor(
  {
    extensions: textExtensions(props.textKind),
    content: textToDoc(model.value),
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': props.label,
        spellcheck: 'true',
        ...(props.language ? { lang: props.language } : {}),
      },
      handlePaste(view, event) {
        // A picture alone is for the page, which makes a block of it.
        if (!props.breaks && event.clipboardData?.files.length && !event.clipboardData.getData('text/plain')) return true
        const all = event.clipboardData ? blocksOfClipboard(event.clipboardData) : []
        // A cell or caption has no place for a picture.
        const blocks = props.breaks ? all.filter(({ kind }) => kind !== 'picture') : all
        if (!blocks.length) return false
        const [first] = blocks
        if (blocks.length === 1 && first!.kind === 'paragraph') {
          editor.value?.commands.insertContent(textToDoc(fitText(first!.text, props.textKind)).content![0]!.content ?? [])
          return true
        }
        if (props.breaks) {
          // A cell or caption holds one text: what is pasted becomes its lines.
          editor.value?.commands.insertContent(textToDoc(runs(blocks.map(blockText).join('\n'))).content![0]!.content ?? [])
          return true
        }
        emit('paste', ...withBlocks(around(view), blocks))
        return true
      },
      handleKeyDown(view, event) {
        if (event.key === 'Escape') {
          focusBlockOf(view.dom)
          emit('leave')
          return true
        }
        // The key for a new block below; whoever holds the blocks does it.
        if (isInsertKey(event)) return true
        const { selection } = view.state
        if (event.key === 'Enter' && !event.shiftKey && !props.breaks) {
          const [before, after] = around(view)
          // What is typed before the next editor is there stays at the end of this text.
          editor.value?.commands.setContent(textToDoc(before), { emitUpdate: false })
          editor.value?.commands.setTextSelection(selection.from)
          emit('split', before, after)
          return true
        }
        if (event.key === 'Backspace' && selection.empty && selection.from === 1 && !props.breaks) {
          emit('joinBack')
          return true
        }
        return false
      },
    },
    onUpdate: ({ editor: instance }) => (model.value = docToText(instance.getJSON())),
    onBlur: ({ event }) => {
      const to = event.relatedTarget as HTMLElement | null
      if (!to || (!root.value?.contains(to) && !to.closest('[data-style-bar]'))) emit('leave')
    },
  },
  (instance) => {
    const end = instance.state.doc.content.size - 1
    if (props.caret && typeof props.caret === 'object') return instance.view.posAtCoords(props.caret)?.pos ?? end
    return typeof props.caret === 'number' ? Math.min(1 + props.caret, end) : props.caret === 'start' ? 1 : end
  },
)
// What undo, redo or another person changes from outside.
watch(model, (value) => {
  const instance = editor.value
  if (!instance || JSON.stringify(docToText(instance.getJSON())) === JSON.stringify(normaliseText(value))) return
  rewriteText(instance, value)
})
const room = computed(() => (TEXT_KINDS[props.textKind] as { room?: number }).room)
const empty = computed(() => model.value.length === 0)
</script>

<template>
  <div ref="root" class="relative">
    <StyleBar v-if="editor" :editor="editor" :text-kind="textKind" />
    <span v-if="empty && placeholder" class="pointer-events-none absolute top-0 left-0 text-soft" aria-hidden="true">{{
      placeholder
    }}</span>
    <div ref="element" />
    <LengthAdvice v-if="room" class="mt-1 justify-end font-sans" :text="plain(model)" :advised="room" />
  </div>
</template>
