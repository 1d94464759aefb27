<script setup lang="ts">
import { written } from '~~/core/query/parse'
import { useDebounceFn } from '@vueuse/core'
import { Pencil, Plus } from 'lucide-vue-next'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import ClockAndLanguage from '~/components/site/ClockAndLanguage.vue'
import PageTree from '~/components/content/PageTree.vue'
import LoadState from '~/components/frame/LoadState.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { whyNot } from '~/composables/commands'
import { useNotices } from '~/stores/notices'
import { useSite, type SectionAnswer } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/site'

const site = useSite()
const notices = useNotices()
const { value: tree, problem, loading, load } = useLoad(() => '/tree')
await Promise.all([load(), site.loadSections()])
watch(
  () => site.news,
  useDebounceFn(() => Promise.all([load(), site.loadSections()]), 500),
)

const editing = ref<{ id: string | null; name: string; parent: string | null } | null>(null)
const mayAdd = computed(() => site.site?.may['section.change'] === null)
const rows = computed(() => {
  const below = (parent: string | null, depth: number): (SectionAnswer & { depth: number })[] =>
    depth > 20
      ? []
      : site.sections
          .filter((section) => section.parent === parent)
          .flatMap((section) => [{ ...section, depth }, ...below(section.id, depth + 1)])
  return below(null, 0)
})
async function save() {
  const { id, name, parent } = editing.value!
  try {
    if (id) await api('PATCH', `/sections/${id}`, { body: { name, parent } })
    else await api('POST', '/sections', { body: { name, parent } })
    editing.value = null
    notices.done(id ? say.sectionChanged : say.sectionNameMade(name))
    await site.loadSections()
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <div>
    <PlaceStrip :name="say.site">
      <NuxtLink v-if="site.site?.settings" class="button" :to="`/office/items/${site.site.settings}`">{{
        say.nameTaglineAndFootOfTheSite
      }}</NuxtLink>
      <NuxtLink class="button" to="/office/banners">{{ say.bannersOfTheFrontPage }}</NuxtLink>
      <NuxtLink class="button" to="/office/addresses">{{ say.addresses }}</NuxtLink>
      <template #action
        ><button
          class="button-main"
          :disabled="!mayAdd"
          :title="whyNot(site.site?.may['section.change'])"
          @click="editing = { id: null, name: '', parent: null }"
        >
          <Plus class="size-4" aria-hidden="true" />{{ say.makeASection }}
        </button></template
      >
    </PlaceStrip>
    <div class="mx-auto grid max-w-7xl gap-10 px-5 py-6 lg:grid-cols-2">
      <section aria-labelledby="tree">
        <h2 id="tree" class="border-b border-line pb-2 font-semibold">{{ say.pagesAsReadersFindThem }}</h2>
        <LoadState v-if="!tree" :problem="problem" :loading="loading" @retry="load" />
        <template v-else>
          <PageTree :nodes="tree.menu" />
          <p v-if="!tree.menu.length" class="py-3 text-soft">{{ say.noPageIsLiveYet }}</p>
          <template v-if="tree.hidden.length">
            <h3 class="mt-6 border-b border-line pb-2 font-semibold">{{ say.liveButInNoMenu }}</h3>
            <ul>
              <li v-for="page in tree.hidden" :key="page.id" class="flex gap-3 border-b border-line py-1.5">
                <NuxtLink :to="`/office/items/${page.id}`" class="font-medium hover:underline">{{ page.label }}</NuxtLink><span
                  class="ml-auto font-mono text-small text-soft"
                  >{{ page.path }}</span
                >
              </li>
            </ul>
          </template>
        </template>
      </section>
      <div class="space-y-8">
        <section aria-labelledby="sections">
          <h2 id="sections" class="border-b border-line pb-2 font-semibold">
            {{ say.sections }} <span class="ml-1 font-normal text-soft">{{ say.rightsAndRoutesAreGivenForThem }}</span>
          </h2>
          <ul>
            <li
              v-for="section in rows"
              :key="section.id"
              class="flex h-9 items-center gap-3 border-b border-line"
              :style="{ paddingLeft: `${section.depth * 20}px` }"
            >
              <span class="font-medium">{{ section.name }}</span>
              <NuxtLink
                :to="`/office/content?q=${encodeURIComponent(`section:${written(section.name)}`)}`"
                class="text-soft hover:underline"
                >{{ section.items }} {{ section.items === 1 ? say.item : say.items }}</NuxtLink
              >
              <span class="ml-auto font-mono text-small text-soft">/sections/{{ section.segment }}</span>
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
        </section>
        <ClockAndLanguage />
      </div>
    </div>
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
        ><button class="button-main" form="section-form">{{ common.save }}</button></template
      >
    </PlainDialog>
  </div>
</template>
