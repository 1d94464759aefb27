<script setup lang="ts">
import { X } from 'lucide-vue-next'
import type { Kind } from '~~/core/kinds/kinds'
import { LABEL_TYPES, type LabelType } from '~~/core/kinds/label'
import PagePicker from './PagePicker.vue'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { api } from '~/composables/api'
import { useTitles } from '~/composables/titles'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/choosing'

/** Picks several items of a kind, shown as words in their order. */
const model = defineModel<string[]>({ required: true })
const props = defineProps<{ label: string; kind: Kind; disabled: boolean; section?: string | undefined }>()
const { titles, need, problem, again } = useTitles()
watch(model, (ids) => need(ids), { immediate: true })
const titleOf = (id: string) => titles.get(id) ?? '…'
const adding = ref<string | null>(null)
function add(id: string) {
  if (!model.value.includes(id)) model.value = [...model.value, id]
}
watch(adding, (id) => {
  if (!id) return
  add(id)
  adding.value = null
})
const notices = useNotices()
const making = ref(false)
const title = ref('')
const sort = ref<LabelType>('tag')
/** A label is made where it is needed; it is an item of its own, and goes live its own way. */
async function make() {
  try {
    const made = await api('POST', '/items', {
      body: {
        kind: 'label',
        section: props.section!,
        title: title.value.trim(),
        content: { fields: { labelType: sort.value } },
        sent: true,
      },
    })
    titles.set(made.item, title.value.trim())
    add(made.item)
    notices.done(say.isMadeButNotLive(title.value.trim()))
    making.value = false
    title.value = ''
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <div>
    <PagePicker v-model="adding" :label="label" :kind="props.kind" :placeholder="say.addOne" :disabled="disabled" />
    <ul v-if="model.length" class="mt-1.5 flex flex-wrap gap-1.5">
      <li v-for="id in model" :key="id" class="flex items-center gap-1 rounded-md bg-kelp-wash py-0.5 pr-0.5 pl-2">
        {{ titleOf(id)
        }}<button
          v-if="!disabled"
          type="button"
          class="icon-button !size-5"
          :aria-label="say.takeIdAway(titleOf(id))"
          @click="model = model.filter((other) => other !== id)"
        >
          <X class="size-3.5" />
        </button>
      </li>
    </ul>
    <NotLoaded :what="say.someTitles" :problem="problem" @again="again" />
    <form v-if="making" class="mt-2 flex gap-2" @submit.prevent="make">
      <input
        v-model="title"
        class="input"
        :placeholder="say.nameOfTheLabel"
        :aria-label="say.nameOfTheNewLabel"
        maxlength="200"
        autocomplete="off"
      />
      <select v-model="sort" class="input !w-32" :aria-label="say.sortOfTheNewLabel">
        <option v-for="type in LABEL_TYPES" :key="type" :value="type">
          {{ { category: common.category, tag: common.tag, series: common.series }[type] }}
        </option>
      </select>
      <button class="button" :disabled="!title.trim()">{{ say.make }}</button>
      <button type="button" class="button-quiet" @click="making = false">{{ common.cancel }}</button>
    </form>
    <button v-else-if="section && !disabled" type="button" class="link mt-1.5" @click="making = true">{{ say.makeANewLabel }}</button>
  </div>
</template>
