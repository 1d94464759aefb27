<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { Stranding } from '~/composables/act'

/** Says which work a change of rights would leave without people who can clear it, and asks whether to do it all the same. */
const model = defineModel<Stranding | null>({ required: true })
</script>

<template>
  <PlainDialog :open="model !== null" title="This would strand work" @close="model = null">
    <template v-if="model">
      <p>Nobody would be left who could clear it where it has to pass:</p>
      <ul class="mt-2 max-h-60 list-disc space-y-1 overflow-y-auto pl-5">
        <li v-for="(reason, index) in model.reasons" :key="index">{{ reason.detail }}</li>
      </ul>
      <p class="hint mt-3">Give someone else the part first, or change the route. Nothing was changed yet.</p>
    </template>
    <template #actions
      ><button class="button !text-rust" @click="model?.anyway()">Do it all the same</button
      ><button class="button-main" @click="model = null">Leave it as it is</button></template
    >
  </PlainDialog>
</template>
