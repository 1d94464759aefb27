<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { WRITABLE } from '~/editor/typing'
import { useNotices, type Trouble } from '~/stores/notices'

/**
 * A dialog with a title, what it says, and its actions. Escape and a click outside close it. What is refused while it is open
 * stands above its actions and has the focus, but for someone who is writing.
 */
const props = defineProps<{ open: boolean; title: string; wide?: boolean | 'all' }>()
defineEmits<{ close: [] }>()
const notices = useNotices()
const trouble = shallowRef<Trouble | null>(null)
const told = useTemplateRef<HTMLElement>('told')
/** The last key in a field of the dialog: whoever goes on writing keeps the focus. */
const lastKey = ref('')
async function tell(words: Trouble | null) {
  trouble.value = words
  if (!words) return
  await nextTick()
  const writes = document.activeElement?.matches(WRITABLE) && lastKey.value !== 'Enter'
  if (writes) told.value?.scrollIntoView({ block: 'nearest' })
  else told.value?.focus()
}
watch(
  () => props.open,
  (open, _before, onCleanup) => {
    trouble.value = null
    if (open) onCleanup(notices.tellInDialog((words) => void tell(words)))
  },
  { immediate: true },
)
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="$emit('close')">
    <div class="fixed inset-0 bg-[#0b1214]/45" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center overflow-y-auto p-6 pt-[12vh]">
      <DialogPanel
        class="w-full rounded-md border border-line bg-sheet p-5 shadow-xl"
        :class="wide === 'all' ? 'max-w-6xl' : wide ? 'max-w-2xl' : 'max-w-lg'"
        @keydown.capture="lastKey = $event.key"
      >
        <DialogTitle class="font-serif text-head font-semibold">{{ title }}</DialogTitle>
        <div class="mt-3"><slot /></div>
        <p v-if="trouble" ref="told" role="alert" tabindex="-1" class="mt-4 rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">
          {{ trouble.text }} <span v-if="trouble.more" class="text-ink">{{ trouble.more }}</span>
        </p>
        <div class="mt-5 flex justify-end gap-2"><slot name="actions" /></div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
