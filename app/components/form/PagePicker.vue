<script setup lang="ts">
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { Combobox, ComboboxButton, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { ChevronDown } from 'lucide-vue-next'
import { useDebounceFn } from '@vueuse/core'
import type { Kind } from '~~/core/kinds/kinds'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useTitles } from '~/composables/titles'

/** Picks one item of a kind by the words of its title. */
const model = defineModel<string | null>({ required: true })
const props = withDefaults(
  defineProps<{ label: string; none: string; kind?: Kind; name?: string; disabled?: boolean; except?: string }>(),
  { kind: 'page', name: '', disabled: false, except: '' },
)
type Option = Pick<Got<'/items'>['items'][number], 'id' | 'title'>
const options = ref<Option[]>([])
const { titles, need, problem: untitled, again: titleAgain } = useTitles()
const chosen = computed<Option | null>(() => (model.value ? { id: model.value, title: titles.get(model.value) ?? '…' } : null))
const {
  run: find,
  problem,
  again,
} = useAttempt(async (words: string) => {
  const answer = await api('GET', `/items?limit=30&count=no&kind=${props.kind}${words ? `&text=${encodeURIComponent(words)}` : ''}`)
  options.value = answer.items.filter((option) => option.id !== props.except)
})
const findSoon = useDebounceFn(find, 150)
watch(model, (id) => id && need([id]), { immediate: true })
function pick(option: Option | null) {
  if (option) titles.set(option.id, option.title)
  model.value = option?.id ?? null
}
onMounted(() => find(''))
</script>

<template>
  <Combobox as="div" :model-value="chosen" nullable by="id" :disabled="disabled" class="relative" @update:model-value="pick">
    <ComboboxLabel class="label">{{ label }}</ComboboxLabel>
    <div class="relative">
      <ComboboxInput
        class="input pr-8"
        :display-value="(option) => (option as Option | null)?.title ?? ''"
        :placeholder="none"
        autocomplete="off"
        @change="findSoon($event.target.value)"
      />
      <ComboboxButton class="absolute inset-y-0 right-0 px-2 text-soft" :aria-label="`Show the choices of ${label}`"
        ><ChevronDown class="size-4"
      /></ComboboxButton>
    </div>
    <NotLoaded what="The choices" :problem="problem" @again="again" />
    <NotLoaded what="The title" :problem="untitled" @again="titleAgain" />
    <ComboboxOptions class="absolute z-20 mt-1 max-h-60 w-full overflow-y-auto rounded-md border border-line bg-sheet py-1 shadow-lg">
      <ComboboxOption v-slot="{ active }" :value="null"
        ><span class="block px-3 py-1.5 text-soft" :class="active && 'bg-kelp-wash'">{{ none }}</span></ComboboxOption
      >
      <ComboboxOption v-for="option in options" :key="option.id" v-slot="{ active, selected }" :value="option"
        ><span class="block truncate px-3 py-1.5" :class="[active && 'bg-kelp-wash', selected && 'font-semibold']">{{
          option.title
        }}</span></ComboboxOption
      >
    </ComboboxOptions>
  </Combobox>
</template>
