<script setup lang="ts">
import { Bold, Italic, Underline } from 'lucide-vue-next'
import type { StyleMark } from '~~/core/content/inline'
import * as common from '~~/core/words/office/common'
import * as panels from '~~/core/words/office/itemPanels'
import * as say from '~~/core/words/office/spans'
import * as styles from '~~/core/words/office/styles'

/** What can be done with text that is selected over several blocks. */
defineProps<{ count: number }>()
const emit = defineEmits<{ style: [mark: StyleMark]; copy: []; remove: []; clear: [] }>()
const STYLES = [
  ['bold', styles.bold, Bold, 'B'],
  ['italic', styles.italic, Italic, 'I'],
  ['underline', styles.underlined, Underline, 'U'],
] as const
</script>

<template>
  <div
    class="sticky bottom-3 z-20 mt-4 flex items-center gap-1 rounded-md border border-line bg-sheet px-3 py-1.5 font-sans text-plain shadow-lg"
    role="toolbar"
    data-span-bar
    :aria-label="say.theSelectedText"
    @mousedown.prevent
  >
    <span class="mr-auto font-semibold whitespace-nowrap" role="status">{{ say.textOfBlocksSelected(count) }}</span>
    <button
      v-for="[mark, name, icon, key] in STYLES"
      :key="mark"
      type="button"
      class="icon-button"
      :aria-label="name"
      :title="say.withKey(name, key)"
      @click="emit('style', mark)"
    >
      <component :is="icon" class="size-4" aria-hidden="true" />
    </button>
    <button type="button" class="button-quiet" @click="emit('copy')">{{ common.copy }}</button>
    <button type="button" class="button-quiet !text-rust" @click="emit('remove')">{{ panels.remove }}</button>
    <button type="button" class="button-quiet" @click="emit('clear')">{{ panels.none }}</button>
  </div>
</template>
