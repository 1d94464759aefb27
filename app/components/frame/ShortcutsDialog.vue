<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'

/** The keys of the office. */
const emit = defineEmits<{ close: [] }>()
const KEYS = [
  ['Ctrl K', 'Find anything, do anything'],
  ['?', 'This list'],
  ['Enter', 'On a block: write in it'],
  ['Esc', 'In a block: out of it'],
  ['Alt ↑ / Alt ↓', 'On a block: move it'],
  ['↑ / ↓', 'On a block: go to the one before or after'],
  ['Ctrl Enter', 'In a block: add one below'],
  ['Ctrl Z / Ctrl Shift Z', 'Undo, redo: texts, blocks and fields'],
  ['Ctrl Shift F', 'Find and replace on the page'],
  ['n / p', 'In Compare: next change, change before'],
  ['Ctrl S', 'Save now, as a named version'],
  ['j / k, c, r, x', 'In Review: next and before, clear, return, belongs together'],
]
</script>

<template>
  <PlainDialog :open="true" title="Shortcuts" @close="emit('close')">
    <dl class="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
      <template v-for="[key, does] in KEYS" :key="key">
        <dt>
          <kbd class="rounded border border-line bg-deep px-1.5 py-0.5 font-mono text-small">{{ key }}</kbd>
        </dt>
        <dd>{{ does }}</dd>
      </template>
    </dl>
    <template #actions><button class="button" @click="emit('close')">Close</button></template>
  </PlainDialog>
</template>
