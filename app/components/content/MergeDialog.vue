<script setup lang="ts">
import SearchChoice from '~/components/form/SearchChoice.vue'
import { written } from '~~/core/query/parse'
import type { LabelView } from '~~/server/services/listing/labels'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { LABEL_WORDS } from './labelWords'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/** Which label another is merged into, and what that touches. */
const props = defineProps<{ label: LabelView; all: LabelView[] }>()
const emit = defineEmits<{ close: []; into: [id: string] }>()
const into = ref('')
const others = computed(() => props.all.filter(({ id, replacedBy }) => id !== props.label.id && replacedBy === null))
const choices = computed(() =>
  others.value.map(({ id, title, type, items }) => ({ id, name: title, more: `${LABEL_WORDS[type].one.toLowerCase()}, ${items}` })),
)
const list = computed(() => `/office/content?q=${encodeURIComponent(`label:${written(props.label.title)}`)}`)
</script>

<template>
  <PlainDialog :open="true" :title="say.mergeTitle(label.title)" @close="emit('close')">
    <SearchChoice v-model="into" :label="say.intoWhichLabel" :placeholder="say.typeAPartOfItsName" :choices="choices" />
    <div class="mt-3 space-y-1.5">
      <p v-if="label.items">
        <NuxtLink :to="list" class="link" target="_blank">{{ common.countedItems(label.items) }}</NuxtLink>
        {{ say.wouldGetTheOtherLabelInPlace(label.live ? say.ofThemLive(label.live) : say.noneOfThemLive) }}
      </p>
      <p v-else>{{ say.noItemHasIt }}</p>
      <p v-if="label.path" class="text-soft">
        {{ say.thatLeadsToTheOtherLabel(label.path) }}
      </p>
    </div>
    <template #actions>
      <button class="button" @click="emit('close')">{{ common.cancel }}</button>
      <button class="button-main" :disabled="!into" @click="emit('into', into)">{{ say.seeWhatWouldHappen }}</button>
    </template>
  </PlainDialog>
</template>
