<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import PagePicker from '~/components/form/PagePicker.vue'
import { api } from '~/composables/api'
import RepeatedParts from './RepeatedParts.vue'
import { moved, withPart, without } from './parts'
import * as say from '~~/core/words/office/blockKinds'

type PeopleBlock = Extract<Block, { kind: 'people' }>
const props = defineProps<{ block: PeopleBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: PeopleBlock]; media: [media: MediaView] }>()
const set = (people: PeopleBlock['people']) => emit('change', { ...props.block, people })

const names = reactive<Record<string, string>>({})
const nameOf = (href: string) => props.refs.items.get(href.slice(5))?.title ?? names[href] ?? ''
watch(
  () => props.block.people.map((person) => person.href),
  async (hrefs) => {
    for (const href of hrefs)
      if (!nameOf(href))
        names[href] = await api('GET', `/items/${href.slice(5)}`).then(
          ({ title }) => title,
          () => say.someoneYouCannotSee,
        )
  },
  { immediate: true },
)
const adding = ref<string | null>(null)
// A new block asks for its first person.
const picking = ref(!props.locked && !props.block.people.length)
watch(adding, (id) => {
  if (!id) return
  set([...props.block.people, { href: `item:${id}`, role: '' }])
  adding.value = null
  picking.value = false
})
</script>

<template>
  <div>
    <RepeatedParts
      :part="say.person"
      :names="block.people.map((person) => nameOf(person.href))"
      :planned="block.planned"
      :locked="locked"
      @add="picking = true"
      @copy="set([...block.people, block.people[$event]!])"
      @remove="set(without(block.people, $event))"
      @move="(from, to) => set(moved(block.people, from, to))"
      @plan="emit('change', { ...block, planned: $event })"
    >
      <template #default="{ index }">
        <input
          class="input"
          :value="block.people[index]!.role"
          :disabled="locked"
          maxlength="300"
          :placeholder="say.whatTheyDo"
          :aria-label="say.whatHrefDoes(nameOf(block.people[index]!.href))"
          @input="set(withPart(block.people, index, { role: ($event.target as HTMLInputElement).value }))"
        />
      </template>
    </RepeatedParts>
    <PagePicker v-if="picking" v-model="adding" kind="author" :label="say.who" :placeholder="say.chooseAPerson" />
  </div>
</template>
