<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/people'

/** The link of someone who is new, where no mail brings it: shown once, to be handed over. */
const handed = defineModel<{ name: string; link: string } | null>({ required: true })
const notices = useNotices()
const { copy } = useClipboard({ legacy: true })
async function copyLink() {
  await copy(handed.value!.link)
  notices.done(say.theLinkIsCopied)
}
</script>

<template>
  <PlainDialog :open="handed !== null" wide :title="say.handThisLinkTo(handed?.name ?? '')" @close="handed = null">
    <template v-if="handed">
      <p>
        {{ say.withItTheyChooseAPassword(handed.name) }}
      </p>
      <label class="label mt-3" for="handed-link">{{ say.theLink }}</label>
      <input id="handed-link" class="input font-mono" readonly :value="handed.link" @focus="($event.target as HTMLInputElement).select()" />
    </template>
    <template #actions
      ><button class="button" @click="copyLink">{{ say.copyIt }}</button
      ><button class="button-main" @click="handed = null">{{ say.iHaveHandedItOver }}</button></template
    >
  </PlainDialog>
</template>
