<script setup lang="ts">
import { written } from '~~/core/query/parse'
import { Pencil, Plus } from 'lucide-vue-next'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { whyNot } from '~/composables/commands'
import { useAct } from '~/composables/act'
import { useSite, type SectionAnswer } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/site'

/** The sections of the site as a tree: made, renamed and nested. */
const site = useSite()
const editing = ref<{ id: string | null; name: string; parent: string | null } | null>(null)
const why = computed(() => whyNot(site.site?.may['section.change']))
const rows = computed(() => {
  const below = (parent: string | null, depth: number): (SectionAnswer & { depth: number })[] =>
    depth > 20
      ? []
      : site.sections
          .filter((section) => section.parent === parent)
          .flatMap((section) => [{ ...section, depth }, ...below(section.id, depth + 1)])
  return below(null, 0)
})
const { act, busy } = useAct(async () => {
  editing.value = null
  await site.loadSections()
})
function save() {
  const { id, name, parent } = editing.value!
  const body = { name, parent }
  return act(
    () => (id ? api('PATCH', `/sections/${id}`, { body }) : api('POST', '/sections', { body })),
    id ? say.sectionChanged : say.sectionNameMade(name),
  )
}
</script>

<template>
  <section aria-labelledby="sections">
    <div class="flex flex-wrap items-center gap-x-3 border-b border-line pb-2">
      <h2 id="sections" class="font-semibold">{{ say.sections }}</h2>
      <button
        class="link ml-auto flex items-center gap-1"
        :disabled="Boolean(why)"
        :title="why"
        @click="editing = { id: null, name: '', parent: null }"
      >
        <Plus class="size-3.5" aria-hidden="true" />{{ say.makeASection }}
      </button>
      <p class="hint w-full">{{ say.rightsAndRoutesAreGivenForThem }}</p>
    </div>
    <ul>
      <li
        v-for="section in rows"
        :key="section.id"
        class="flex h-9 items-center gap-3 border-b border-line"
        :style="{ paddingLeft: `${section.depth * 20}px` }"
      >
        <span class="truncate font-medium" :title="section.name">{{ section.name }}</span>
        <NuxtLink
          :to="`/office/content?q=${encodeURIComponent(`section:${written(section.name)}`)}`"
          class="shrink-0 text-soft hover:underline"
          >{{ common.countedItems(section.items) }}</NuxtLink
        >
        <span class="ml-auto truncate font-mono text-small text-soft" :title="`/sections/${section.segment}`"
          >/sections/{{ section.segment }}</span
        >
        <button
          v-if="section.may.change"
          class="icon-button"
          :aria-label="say.renameOrNest(section.name)"
          @click="editing = { id: section.id, name: section.name, parent: section.parent }"
        >
          <Pencil class="size-4" />
        </button>
      </li>
    </ul>
    <PlainDialog :open="editing !== null" :title="editing?.id ? say.renameOrNestASection : say.makeASection" @close="editing = null">
      <form v-if="editing" id="section-form" class="space-y-4" @submit.prevent="save">
        <div>
          <label class="label" for="section-name">{{ common.name }}</label><input
            id="section-name"
            v-model="editing.name"
            class="input"
            required
            maxlength="100"
          />
        </div>
        <div>
          <label class="label" for="section-parent">{{ say.below }}</label><select
            id="section-parent"
            v-model="editing.parent"
            class="input"
          >
            <option :value="null">{{ say.nothingAtTheTop }}</option>
            <option v-for="section in rows.filter((entry) => entry.id !== editing!.id)" :key="section.id" :value="section.id">
              {{ section.name }}
            </option>
          </select>
          <p class="hint mt-1">{{ say.rightsGivenForASectionHold }}</p>
        </div>
      </form>
      <template #actions
        ><button class="button" @click="editing = null">{{ common.cancel }}</button
        ><button class="button-main" form="section-form" :disabled="busy">{{ common.save }}</button></template
      >
    </PlainDialog>
  </section>
</template>
