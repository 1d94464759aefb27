<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/shortcuts'

/** The keys of the office. */
const emit = defineEmits<{ close: [] }>()
const KEYS = [
  [say.ctrlK, say.findAnythingDoAnything],
  ['?', say.thisList],
  ['Enter', say.onABlockWriteInIt],
  [say.esc, say.inABlockOutOfIt],
  [say.altAlt, say.onABlockMoveIt],
  ['↑ / ↓', say.onABlockGoToTheNext],
  [say.ctrlEnter, say.inABlockAddOneBelow],
  [say.ctrlZCtrlShiftZ, say.undoRedoTextsBlocksAndFields],
  [say.ctrlShiftF, say.findAndReplaceOnThePage],
  ['n / p', say.inCompareNextChangeChangeBefore],
  [say.ctrlS, say.saveNowAsANamedVersion],
  ['j / k, c, r, x', say.keysOfReview],
  [say.spaceArrowsEnter, say.inTheCalendarMoveAnEvent],
]
</script>

<template>
  <PlainDialog :open="true" :title="say.shortcuts" @close="emit('close')">
    <dl class="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
      <template v-for="[key, does] in KEYS" :key="key">
        <dt>
          <kbd class="rounded border border-line bg-deep px-1.5 py-0.5 font-mono text-small">{{ key }}</kbd>
        </dt>
        <dd>{{ does }}</dd>
      </template>
    </dl>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.close }}</button></template
    >
  </PlainDialog>
</template>
