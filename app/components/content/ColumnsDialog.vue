<script setup lang="ts">
import { ArrowDown, ArrowUp } from 'lucide-vue-next'
import { COLUMNS, columnOf, firstColumns, type OwnColumn } from './columns'
import PlainDialog from '~/components/form/PlainDialog.vue'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** Which columns the list has, in which order and how wide; kept for the person. */
const props = defineProps<{ columns: OwnColumn[] }>()
const emit = defineEmits<{ close: []; change: [columns: OwnColumn[]] }>()
const own = ref(props.columns.map((column) => ({ ...column })))
const rest = computed(() => COLUMNS.filter(({ key }) => key !== 'found' && !own.value.some((column) => column.key === key)))
const said = ref('')
function move(index: number, step: number) {
  const to = index + step
  if (to < 1 || to >= own.value.length) return
  const next = [...own.value]
  ;[next[index], next[to]] = [next[to]!, next[index]!]
  own.value = next
  said.value = say.isNowColumn(columnOf(next[to]!.key)!.label, to + 1)
}
function drop(event: DragEvent, index: number) {
  const from = Number(event.dataTransfer?.getData('text/plain'))
  if (!Number.isInteger(from) || from < 1 || index < 1) return
  const next = [...own.value]
  next.splice(index, 0, ...next.splice(from, 1))
  own.value = next
}
</script>

<template>
  <PlainDialog :open="true" :title="say.columns" @close="emit('close')">
    <p class="hint mb-2">{{ say.yoursAlone }}</p>
    <ol class="divide-y divide-line border-y border-line">
      <li
        v-for="(column, index) in own"
        :key="column.key"
        class="flex h-10 items-center gap-2"
        :draggable="index > 0"
        @dragstart="$event.dataTransfer?.setData('text/plain', String(index))"
        @dragover.prevent
        @drop.prevent="drop($event, index)"
      >
        <label class="flex flex-1 items-center gap-2"
          ><input
            type="checkbox"
            class="size-4"
            checked
            :disabled="index === 0"
            @change="own = own.filter((one) => one.key !== column.key)"
          />{{ columnOf(column.key)!.label }}</label
        >
        <label class="flex items-center gap-1.5 text-soft"
          ><input
            v-model.number="column.width"
            class="input !w-20"
            type="number"
            min="60"
            max="800"
            step="10"
            :aria-label="say.widthOfLabel(columnOf(column.key)!.label)"
          />
          {{ say.wide }}</label
        >
        <button
          class="icon-button"
          :disabled="index < 2"
          :aria-label="say.labelEarlier(columnOf(column.key)!.label)"
          @click="move(index, -1)"
        >
          <ArrowUp class="size-4" />
        </button>
        <button
          class="icon-button"
          :disabled="index === 0 || index === own.length - 1"
          :aria-label="say.labelLater(columnOf(column.key)!.label)"
          @click="move(index, 1)"
        >
          <ArrowDown class="size-4" />
        </button>
      </li>
    </ol>
    <p class="sr-only" role="status">{{ said }}</p>
    <p v-if="rest.length" class="mt-3 mb-1 font-medium">{{ say.couldBeShownAsWell }}</p>
    <div class="flex flex-wrap gap-1.5">
      <button v-for="column in rest" :key="column.key" class="button" @click="own = [...own, { key: column.key, width: column.width }]">
        {{ column.label }}
      </button>
    </div>
    <template #actions>
      <button class="button-quiet mr-auto" @click="own = firstColumns()">{{ say.asAtFirst }}</button>
      <button class="button" @click="emit('close')">{{ common.cancel }}</button>
      <button class="button-main" @click="emit('change', own)">{{ say.keep }}</button>
    </template>
  </PlainDialog>
</template>
