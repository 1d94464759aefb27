import { Editor, type EditorOptions } from '@tiptap/vue-3'

/**
 * An editor in an element of the page, the caret in it before the browser takes another key. The library's own mounting
 * lets a task pass first; a key pressed meanwhile went to where the caret was before.
 * @param caret the position of the caret in the document, asked once the editor stands there
 * @returns `element` for the template's `ref`, and the editor, which is gone with its component
 */
export function useMountedEditor(options: Partial<EditorOptions>, caret: (editor: Editor) => number) {
  const element = ref<HTMLElement>()
  const editor = shallowRef<Editor>()
  onMounted(() => {
    const instance = new Editor({ ...options, element: element.value! })
    instance.commands.setTextSelection(caret(instance))
    instance.view.focus()
    editor.value = instance
  })
  onBeforeUnmount(() => editor.value?.destroy())
  return { element, editor }
}
