<script setup lang="ts">
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { X } from 'lucide-vue-next'
import LabelChoice from './LabelChoice.vue'
import { api } from '~/composables/api'
import * as say from '~~/core/words/office/labels'

/** Several labels, shown by name, and a choice of more. */
const model = defineModel<string[]>({ required: true })
defineProps<{ label: string }>()
const names = shallowRef(new Map<string, string>())
const choosing = ref(false)
const {
  run: loadNames,
  problem,
  again,
} = useAttempt(async () => {
  const { labels } = await api('GET', '/labels')
  names.value = new Map(labels.map(({ id, title }) => [id, title]))
})
onMounted(loadNames)
const now = computed(() => model.value.map((id) => ({ id, title: names.value.get(id) ?? '' })))
function done(add: string[], remove: string[]) {
  model.value = [...model.value.filter((id) => !remove.includes(id)), ...add]
  choosing.value = false
}
</script>

<template>
  <div>
    <p class="label">{{ label }}</p>
    <NotLoaded :what="say.theNamesOfLabels" :problem="problem" @again="again" />
    <div class="menu-place flex flex-wrap items-center gap-1.5">
      <span v-for="{ id, title } in now" :key="id" class="flex items-center gap-1 rounded-md bg-kelp-wash py-0.5 pr-0.5 pl-2"
        >{{ title
        }}<button
          type="button"
          class="icon-button !size-5"
          :aria-label="say.notTitle(title)"
          @click="model = model.filter((one) => one !== id)"
        >
          <X class="size-3.5" /></button
      ></span>
      <button type="button" class="button" @click="choosing = true">{{ say.chooseLabels }}</button>
      <LabelChoice v-if="choosing" :now="now" @done="done" @close="choosing = false" />
    </div>
  </div>
</template>
