<script setup lang="ts">
import { LABEL_TYPES, type LabelType } from '~~/core/kinds/label'
import { isBelow } from '~~/core/labels/tree'
import type { LabelView } from '~~/server/services/listing/labels'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { LABEL_WORDS } from './labelWords'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/labels'

/** What readers see of a label: its description, its sort, and the category that it is a part of. */
const props = defineProps<{ label: LabelView; all: LabelView[] }>()
const emit = defineEmits<{ close: []; change: [change: { summary?: string; type?: LabelType; broader?: string | null }] }>()
const summary = ref(props.label.summary)
const type = ref<LabelType>(props.label.type)
const broader = ref(props.label.broader ?? '')
const byId = computed(() => new Map(props.all.map((label) => [label.id, label])))
const broaders = computed(() => props.all.filter((label) => label.type === 'category' && !isBelow(byId.value, label.id, props.label.id)))
const change = computed(() => ({
  ...(summary.value === props.label.summary ? {} : { summary: summary.value }),
  ...(type.value === props.label.type ? {} : { type: type.value }),
  ...(broader.value === (props.label.broader ?? '') ? {} : { broader: broader.value || null }),
}))
</script>

<template>
  <PlainDialog :open="true" :title="say.changeTitle(label.title)" @close="emit('close')">
    <form id="label" class="space-y-4" @submit.prevent="emit('change', change)">
      <div>
        <label class="label" for="label-summary">{{ say.description }}</label>
        <textarea id="label-summary" v-model="summary" class="input-area" rows="3" maxlength="1000" />
        <p class="hint mt-1">{{ say.readersSeeItAboveTheListing }}</p>
      </div>
      <div>
        <label class="label" for="label-type">{{ say.sort }}</label>
        <select id="label-type" v-model="type" class="input">
          <option v-for="one in LABEL_TYPES" :key="one" :value="one">{{ LABEL_WORDS[one].one }}</option>
        </select>
        <p v-if="type !== label.type && label.path" class="hint mt-1">{{ say.itsAddressChanges(label.path) }}</p>
      </div>
      <div v-if="type === 'category'">
        <label class="label" for="label-broader">{{ say.partOfTheCategory }}</label>
        <select id="label-broader" v-model="broader" class="input">
          <option value="">{{ say.noneItStandsByItself }}</option>
          <option v-for="one in broaders" :key="one.id" :value="one.id">{{ one.title }}</option>
        </select>
      </div>
      <p class="hint">
        {{ say.theLastPartOfItsAddress }} <NuxtLink :to="`/office/items/${label.id}`" class="link">{{ say.itsOwnPage }}</NuxtLink>.
      </p>
    </form>
    <template #actions>
      <button class="button" type="button" @click="emit('close')">{{ common.cancel }}</button>
      <button class="button-main" type="submit" form="label" :disabled="!Object.keys(change).length">{{ say.keep }}</button>
    </template>
  </PlainDialog>
</template>
