<script setup lang="ts">
import { onClickOutside } from '@vueuse/core'
import type { LabelView } from '~~/server/services/listing/labels'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/labels'

/** Chooses labels by their names: those that an item has are marked; Enter or a click outside keeps what was changed. */
const props = defineProps<{ now: { id: string; title: string }[] }>()
const emit = defineEmits<{ done: [add: string[], remove: string[]]; close: [] }>()
const notices = useNotices()
const box = useTemplateRef<HTMLElement>('box')
const words = ref('')
const all = shallowRef<LabelView[]>([])
const chosen = ref(new Set(props.now.map(({ id }) => id)))
const found = computed(() => {
  const typed = words.value.trim().toLowerCase()
  return all.value
    .filter(({ id, title, replacedBy }) => (replacedBy === null || chosen.value.has(id)) && title.toLowerCase().includes(typed))
    .slice(0, 60)
})
const field = useTemplateRef<HTMLInputElement>('field')
onMounted(async () => {
  field.value?.focus()
  try {
    all.value = (await api('GET', '/labels')).labels
  } catch (error) {
    notices.trouble(error)
  }
})
function toggle(id: string) {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
function keep() {
  const before = props.now.map(({ id }) => id)
  const add = [...chosen.value].filter((id) => !before.includes(id))
  const remove = before.filter((id) => !chosen.value.has(id))
  if (add.length || remove.length) emit('done', add, remove)
  else emit('close')
}
onClickOutside(box, keep)
</script>

<template>
  <div
    ref="box"
    class="menu w-72 p-2"
    role="group"
    :aria-label="common.labels"
    @keydown.escape.prevent.stop="emit('close')"
    @keydown.enter.prevent="keep"
  >
    <input ref="field" v-model="words" class="input" :placeholder="say.wordsOfALabel" :aria-label="say.wordsOfALabel" autocomplete="off" />
    <ul class="mt-1.5 max-h-56 overflow-y-auto">
      <li v-for="label in found" :key="label.id">
        <label class="flex items-center gap-2 rounded-md px-1.5 py-1 hover:bg-deep">
          <input type="checkbox" class="size-4" :checked="chosen.has(label.id)" @change="toggle(label.id)" />
          <span class="truncate">{{ label.title }}</span>
          <span class="ml-auto text-soft">{{
            { category: common.category, tag: common.tag, series: common.series }[label.type].toLowerCase()
          }}</span>
        </label>
      </li>
    </ul>
    <p v-if="!found.length" class="p-1.5 text-soft">{{ say.noLabelHasTheseWords }}</p>
    <div class="mt-1.5 flex justify-end gap-2">
      <button type="button" class="button-quiet" @click="emit('close')">{{ common.cancel }}</button>
      <button type="button" class="button" @click="keep">{{ say.keep }}</button>
    </div>
  </div>
</template>
