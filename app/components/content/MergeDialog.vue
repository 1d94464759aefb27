<script setup lang="ts">
import SearchChoice from '~/components/form/SearchChoice.vue'
import { written } from '~~/core/query/parse'
import type { LabelView } from '~~/server/services/listing/labels'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { counted } from '~/composables/words'
import { LABEL_WORDS } from './labelWords'

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
  <PlainDialog :open="true" :title="`Merge “${label.title}”`" @close="emit('close')">
    <SearchChoice v-model="into" label="Into which label" placeholder="Type a part of its name" :choices="choices" />
    <div class="mt-3 space-y-1.5">
      <p v-if="label.items">
        <NuxtLink :to="list" class="link" target="_blank">{{ counted(label.items, 'item') }}</NuxtLink> would get the other label in place
        of this one, {{ label.live ? `${label.live} of them live` : 'none of them live' }}. For those that are live it is a change in a
        draft, which goes its route.
      </p>
      <p v-else>No item has it.</p>
      <p v-if="label.path" class="text-soft">
        That {{ label.path }} leads to the other label is a change in its own draft. Its listing stays until nothing live has it.
      </p>
    </div>
    <template #actions>
      <button class="button" @click="emit('close')">Cancel</button>
      <button class="button-main" :disabled="!into" @click="emit('into', into)">See what would happen</button>
    </template>
  </PlainDialog>
</template>
