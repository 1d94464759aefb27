<script setup lang="ts">
import type { DialogRemedy, Trouble } from './remedies'
import MoveRemedy from './MoveRemedy.vue'
import RemindDialog from './RemindDialog.vue'
import SendRemedy from './SendRemedy.vue'
import TakeOutRemedy from './TakeOutRemedy.vue'
import UpdateRemedy from './UpdateRemedy.vue'
import * as say from '~~/core/words/office/mend'

/** One remedy, with what it would bring before it is done. */
defineProps<{ trouble: Trouble; remedy: DialogRemedy }>()
const emit = defineEmits<{ close: []; done: [said: string] }>()
</script>

<template>
  <MoveRemedy v-if="remedy.do === 'move'" :trouble="trouble" @done="emit('done', $event)" @close="emit('close')" />
  <TakeOutRemedy v-else-if="remedy.do === 'take-out'" :trouble="trouble" @done="emit('done', $event)" @close="emit('close')" />
  <RemindDialog
    v-else-if="remedy.do === 'remind'"
    :draft="remedy.draft"
    @done="emit('done', say.theyWereAskedAgain)"
    @close="emit('close')"
  />
  <SendRemedy
    v-else-if="remedy.do === 'send'"
    :item="trouble.item"
    :draft="remedy.draft"
    @done="emit('done', $event)"
    @close="emit('close')"
  />
  <UpdateRemedy v-else :trouble="trouble" :draft="remedy.draft" @done="emit('done', $event)" @close="emit('close')" />
</template>
