<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { Stranding } from '~/composables/act'
import * as say from '~~/core/words/office/routes'

/** Says which work a change of rights would leave without people who can clear it, and asks whether to do it all the same. */
const model = defineModel<Stranding | null>({ required: true })
</script>

<template>
  <PlainDialog :open="model !== null" :title="say.thisWouldStrandWork" @close="model = null">
    <template v-if="model">
      <p>{{ say.nobodyWouldBeLeftWhoCouldClear }}</p>
      <ul class="mt-2 max-h-60 list-disc space-y-1 overflow-y-auto pl-5">
        <li v-for="(reason, index) in model.reasons" :key="index">{{ reason.detail }}</li>
      </ul>
      <p v-if="model.more > 0" class="mt-1">{{ say.andMorePieces(model.more) }}</p>
      <p class="hint mt-3">{{ say.giveSomeoneElseThePartFirst }}</p>
    </template>
    <template #actions
      ><button class="button !text-rust" @click="model?.anyway()">{{ say.doItAllTheSame }}</button
      ><button class="button-main" @click="model = null">{{ say.leaveItAsItIs }}</button></template
    >
  </PlainDialog>
</template>
