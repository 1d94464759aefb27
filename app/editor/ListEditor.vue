<script setup lang="ts">
import type { EditorView } from '@tiptap/pm/view'
import type { Block } from '~~/core/blocks/blocks'
import { useMountedEditor } from './mountedEditor'
import { docToList, listToDoc } from './prose'
import { focusBlockOf, isInsertKey } from './typing'
import { rewriteDoc } from './rewriting'
import { listExtensions } from './extensions'
import { lazily } from '~/composables/lazily'
import * as say from '~~/core/words/office/editor'

// The tools come with the first text that one writes in.
const StyleBar = lazily(() => import('./StyleBar.vue'))

/** The editor of a list block; Tab and Shift Tab indent, Escape leaves. */
type ListBlock = Extract<Block, { kind: 'list' }>
const model = defineModel<ListBlock>({ required: true })
const props = defineProps<{
  /** Where writing begins: at a point of the window, or at an end. */
  caret: { left: number; top: number } | 'start' | 'end'
}>()
const emit = defineEmits<{ leave: []; leaveBelow: [] }>()
/** The language that spelling is marked in. */
const language = inject<Ref<string | undefined> | undefined>('language', undefined)
const root = ref<HTMLElement>()
/** Whether the caret is in an empty entry that ends the list, not in one of a list within it. */
function isInLastEmptyEntry({ state: { doc, selection } }: EditorView): boolean {
  const { $from, empty } = selection
  const entries = doc.firstChild!
  return (
    empty && $from.depth === 3 && $from.parent.content.size === 0 && $from.node(2) === entries.lastChild && $from.node(2).childCount === 1
  )
}
const { element, editor } = useMountedEditor(
  {
    extensions: listExtensions(),
    content: listToDoc(model.value.entries, model.value.ordered),
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': say.list,
        spellcheck: 'true',
        ...(language?.value ? { lang: language.value } : {}),
      },
      handleKeyDown(view, event) {
        // The key for a new block below; whoever holds the blocks does it.
        if (isInsertKey(event)) return true
        if (event.key === 'Enter' && !event.shiftKey && isInLastEmptyEntry(view)) {
          emit('leaveBelow')
          return true
        }
        if (event.key !== 'Escape') return false
        focusBlockOf(view.dom)
        emit('leave')
        return true
      },
    },
    onUpdate: ({ editor: instance }) => (model.value = { ...model.value, ...docToList(instance.getJSON()) }),
    onBlur: ({ event }) => {
      const to = event.relatedTarget as HTMLElement | null
      if (!to || (!root.value?.contains(to) && !to.closest('[data-style-bar]'))) emit('leave')
    },
  },
  (instance) => {
    const end = instance.state.doc.content.size - 1
    if (typeof props.caret === 'object') return instance.view.posAtCoords(props.caret)?.pos ?? end
    return props.caret === 'start' ? 1 : end
  },
)
// What undo, redo or another person changes from outside.
watch(model, (value) => {
  const instance = editor.value
  if (!instance) return
  const now = docToList(instance.getJSON())
  if (now.ordered === value.ordered && JSON.stringify(now.entries) === JSON.stringify(value.entries)) return
  rewriteDoc(instance, listToDoc(value.entries, value.ordered))
})
</script>

<template>
  <div ref="root" class="relative">
    <StyleBar v-if="editor" :editor="editor" text-kind="entry" />
    <div ref="element" />
  </div>
</template>
