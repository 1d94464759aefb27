<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A dialog with a title, what it says, and its actions. Escape and a click outside close it. */
defineProps<{ open: boolean; title: string; wide?: boolean | 'all' }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="$emit('close')">
    <div class="fixed inset-0 bg-[#0b1214]/45" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center overflow-y-auto p-6 pt-[12vh]">
      <DialogPanel
        class="w-full rounded-md border border-line bg-sheet p-5 shadow-xl"
        :class="wide === 'all' ? 'max-w-6xl' : wide ? 'max-w-2xl' : 'max-w-lg'"
      >
        <DialogTitle class="font-serif text-head font-semibold">{{ title }}</DialogTitle>
        <div class="mt-3"><slot /></div>
        <div class="mt-5 flex justify-end gap-2"><slot name="actions" /></div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
