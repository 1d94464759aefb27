<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { isSafeHref } from '~~/core/content/inline'
import { can, KINDS } from '~~/core/kinds/kinds'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import SearchChoice from './SearchChoice.vue'
import { api } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import { useTitles } from '~/composables/titles'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/choosing'

/** Where links lead: an item of ours by the words of its title (`item:` with its id), or an address as it is typed. */
const model = defineModel<string>({ required: true })
defineProps<{ label: string; placeholder?: string }>()
const items = shallowRef<{ id: string; name: string; more: string }[]>([])
const typed = ref('')
const {
  run: find,
  problem,
  again,
} = useAttempt(async (words: string) => {
  const answer = await api('GET', `/items?limit=12&count=no${words ? `&text=${encodeURIComponent(words)}` : ''}`)
  items.value = answer.items
    .filter(({ kind }) => !can(kind, 'single'))
    .map(({ id, title, kind }) => ({ id: `item:${id}`, name: title, more: KINDS[kind].one }))
})
const findSoon = useDebounceFn(find, 150)
const choices = computed(() => (isSafeHref(typed.value) ? [{ id: typed.value, name: typed.value, more: common.address }] : items.value))
function search(words: string) {
  typed.value = words.trim()
  // An address counts as it is typed: it need not be picked.
  if (isSafeHref(typed.value)) model.value = typed.value
  else void findSoon(typed.value)
}
const item = computed(() => (model.value.startsWith('item:') ? model.value.slice(5, 41) : null))
const { titles, need } = useTitles()
watch(item, (id) => id && need([id]), { immediate: true })
onMounted(() => find(''))
</script>

<template>
  <SearchChoice
    v-model="model"
    :label="label"
    :choices="choices"
    none=""
    :placeholder="placeholder"
    :chosen-name="item ? (titles.get(item) ?? '…') : model"
    searched
    @search="search"
  >
    <template #trouble><NotLoaded :what="say.theChoices" :problem="problem" @again="again" /></template>
  </SearchChoice>
</template>
