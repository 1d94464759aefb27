<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { useNotices } from '~/stores/notices'

/** The link of someone who is new, where no mail brings it: shown once, to be handed over. */
const handed = defineModel<{ name: string; link: string } | null>({ required: true })
const notices = useNotices()
const { copy } = useClipboard({ legacy: true })
async function copyLink() {
  await copy(handed.value!.link)
  notices.done('The link is copied')
}
</script>

<template>
  <PlainDialog :open="handed !== null" wide :title="`Hand this link to ${handed?.name}`" @close="handed = null">
    <template v-if="handed">
      <p>
        With it they choose a password, within a week and once. It is shown only now: give it to nobody else, for whoever has it comes in as
        {{ handed.name }}.
      </p>
      <label class="label mt-3" for="handed-link">The link</label>
      <input id="handed-link" class="input font-mono" readonly :value="handed.link" @focus="($event.target as HTMLInputElement).select()" />
    </template>
    <template #actions
      ><button class="button" @click="copyLink">Copy it</button
      ><button class="button-main" @click="handed = null">I have handed it over</button></template
    >
  </PlainDialog>
</template>
