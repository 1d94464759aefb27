<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { Kind } from '~~/core/kinds/kinds'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import SearchChoice from './SearchChoice.vue'
import { api } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import { useTitles } from '~/composables/titles'
import * as say from '~~/core/words/office/choosing'

/** Picks one item of a kind by the words of its title. */
const model = defineModel<string | null>({ required: true })
const props = withDefaults(
  defineProps<{ label: string; none?: string; placeholder?: string; kind?: Kind; disabled?: boolean; except?: string }>(),
  { none: undefined, placeholder: undefined, kind: 'page', disabled: false, except: '' },
)
const options = ref<{ id: string; name: string }[]>([])
const {
  run: find,
  problem,
  again,
} = useAttempt(async (words: string) => {
  const answer = await api('GET', `/items?limit=30&count=no&kind=${props.kind}${words ? `&text=${encodeURIComponent(words)}` : ''}`)
  options.value = answer.items.filter(({ id }) => id !== props.except).map(({ id, title }) => ({ id, name: title }))
})
const findSoon = useDebounceFn(find, 150)
const { titles, need, problem: untitled, again: titleAgain } = useTitles()
watch(model, (id) => id && need([id]), { immediate: true })
function pick(id: string) {
  const option = options.value.find((one) => one.id === id)
  if (option) titles.set(option.id, option.name)
  model.value = id || null
}
onMounted(() => find(''))
</script>

<template>
  <SearchChoice
    :model-value="model ?? ''"
    :label="label"
    :choices="options"
    :none="none"
    :placeholder="placeholder"
    :disabled="disabled"
    :chosen-name="model ? (titles.get(model) ?? '…') : undefined"
    searched
    @search="findSoon"
    @update:model-value="pick"
  >
    <template #trouble>
      <NotLoaded :what="say.theChoices" :problem="problem" @again="again" />
      <NotLoaded :what="say.theTitle" :problem="untitled" @again="titleAgain" />
    </template>
  </SearchChoice>
</template>
