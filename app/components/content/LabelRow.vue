<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { written } from '~~/core/query/parse'
import type { LabelView } from '~~/server/services/listing/labels'
import StateMark from '~/components/mark/StateMark.vue'
import type { MarkName } from '~/components/mark/marks'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/labels'

/** A label with where it stands, how much has it, and what can be done to it. */
const props = defineProps<{
  label: LabelView & { depth?: number }
  /** What the label is called that stands for it now. */
  replacement?: string | undefined
}>()
const emit = defineEmits<{ rename: [title: string]; change: []; merge: [] }>()
const site = useSite()
const list = computed(() => `/office/content?q=${encodeURIComponent(`label:${written(props.label.title)}`)}`)
const writable = computed(() => site.sections.find(({ id }) => id === props.label.section)?.may.write ?? false)
const renaming = ref(false)
const title = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
async function begin() {
  title.value = props.label.title
  renaming.value = true
  await nextTick()
  field.value?.select()
}
function keep() {
  if (!renaming.value) return
  renaming.value = false
  if (title.value.trim() && title.value.trim() !== props.label.title) emit('rename', title.value.trim())
}
</script>

<template>
  <tr class="h-10 border-b border-line bg-sheet">
    <th scope="row" class="pl-5 text-left font-semibold" :style="{ paddingLeft: `${20 + (label.depth ?? 0) * 22}px` }">
      <input
        v-if="renaming"
        ref="field"
        v-model="title"
        class="input !w-72"
        maxlength="200"
        :aria-label="say.newNameOf(label.title)"
        @keydown.enter.prevent="keep"
        @keydown.escape.prevent="renaming = false"
        @blur="keep"
      />
      <NuxtLink v-else :to="`/office/items/${label.id}`" class="hover:underline">{{ label.title }}</NuxtLink>
    </th>
    <td class="px-3"><StateMark :state="label.onSite" /></td>
    <td class="px-3">
      <StateMark v-if="label.draftState" :state="label.draftState as MarkName" /><span v-else class="text-soft">{{ say.noDraft }}</span>
    </td>
    <td class="px-3 text-right tabular-nums">
      <NuxtLink v-if="label.items" :to="list" class="hover:underline">{{ numberWords(label.items) }}</NuxtLink><span
        v-else
        class="text-soft"
        >{{ say.unused }}</span
      >
    </td>
    <td class="px-3 text-right tabular-nums">
      <a v-if="label.path" :href="label.path" target="_blank" class="hover:underline">{{ numberWords(label.live) }}</a><span
        v-else
        class="text-soft"
        >–</span
      >
    </td>
    <td class="max-w-72 truncate px-3 text-soft" :title="label.summary">
      {{ replacement ? say.leadsToReplacement(replacement) : label.summary || '–' }}
    </td>
    <td class="pr-5 text-right whitespace-nowrap">
      <button class="button-quiet" :disabled="!writable" :aria-label="say.renameTitle(label.title)" @click="begin">
        {{ common.rename }}
      </button>
      <button class="button-quiet" :disabled="!writable" :aria-label="say.changeOf(label.title)" @click="emit('change')">
        {{ common.change }}
      </button>
      <button class="button-quiet" :aria-label="say.mergeTitle(label.title)" @click="emit('merge')">{{ say.merge }}</button>
    </td>
  </tr>
</template>
