<script setup lang="ts">
import { useDebounceFn, useLocalStorage } from '@vueuse/core'
import { Columns2, Plus } from 'lucide-vue-next'
import SearchField from '~/components/form/SearchField.vue'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import ClockAndLanguage from '~/components/site/ClockAndLanguage.vue'
import SiteMenus from '~/components/site/SiteMenus.vue'
import SiteSections from '~/components/site/SiteSections.vue'
import TreePanel from '~/components/tree/TreePanel.vue'
import { spotWords, type TreePage } from '~/components/tree/treePages'
import { useLoad } from '~/composables/load'
import { useReadersAccess } from '~/composables/readersAccess'
import { lazyDialog } from '~/composables/lazily'
import { useSite } from '~/stores/site'
import { branchOf, pageTree, type Spot } from '~~/core/tree/pageTree'
import * as say from '~~/core/words/office/site'
import * as words from '~~/core/words/office/tree'

/** The site: its pages as a tree, its sections, its clock and language. */
const MoveDialog = lazyDialog(() => import('~/components/tree/MoveDialog.vue'))
const CopyDialog = lazyDialog(() => import('~/components/tree/CopyDialog.vue'))
const StartDialog = lazyDialog(() => import('~/components/content/StartDialog.vue'))
const site = useSite()
const { value: answer, problem, loading, load } = useLoad(() => '/tree')
const { load: loadAccess } = useReadersAccess()
await Promise.all([load(), site.loadSections(), loadAccess()])
useHead({ title: say.siteYieldgate })
watch(
  () => site.news,
  useDebounceFn(() => Promise.all([load(), site.loadSections()]), 500),
)
const pages = computed<TreePage[]>(() => answer.value?.pages ?? [])
const tree = computed(() => pageTree(pages.value))
const byId = computed(() => new Map(pages.value.map((page) => [page.id, page])))
const find = ref('')
const beside = useLocalStorage('yieldgate-tree-beside', false)
const panel = useTemplateRef('panel')

const second = useTemplateRef('second')
const moving = shallowRef<{ pages: TreePage[]; spot: Spot; where: string } | null>(null)
/** Where the focus goes when that is over. */
let back: () => unknown = () => undefined
function move(ids: string[], spot: Spot, from: typeof panel.value) {
  back = () => from?.back()
  moving.value = { pages: ids.flatMap((id) => byId.value.get(id) ?? []), spot, where: spotWords(spot, byId.value, tree.value) }
}
async function moved() {
  moving.value = null
  await load()
  await back()
}
const copying = shallowRef<TreePage | null>(null)
async function copied() {
  copying.value = null
  await load()
}
const starting = shallowRef<{ below: TreePage | null } | null>(null)
</script>

<template>
  <div class="flex flex-col lg:h-full">
    <PlaceStrip :name="say.site">
      <SearchField v-model="find" :label="words.wordsInTheTree" />
      <span class="text-soft" role="status">{{ find.trim() ? words.foundOf(panel?.found ?? 0) : words.countedPages(pages.length) }}</span>
      <template #action>
        <NuxtLink v-if="site.site?.settings" class="button" :to="`/office/items/${site.site.settings}`">{{
          say.nameTaglineAndFootOfTheSite
        }}</NuxtLink>
        <NuxtLink class="button" to="/office/banners">{{ say.bannersOfTheFrontPage }}</NuxtLink>
        <NuxtLink class="button" to="/office/addresses">{{ say.addresses }}</NuxtLink>
        <button class="button-main" @click="starting = { below: null }">
          <Plus class="size-4" aria-hidden="true" />{{ words.startAPage }}
        </button>
      </template>
    </PlaceStrip>
    <div class="flex min-h-0 flex-1 max-lg:flex-col">
      <section class="flex min-h-0 min-w-0 flex-1 flex-col max-lg:h-[70vh]" aria-labelledby="tree">
        <div class="flex min-h-10 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-1">
          <h2 id="tree" class="font-semibold">{{ words.pageTree }}</h2>
          <button class="link" @click="[panel, second].forEach((each) => each?.openAll())">{{ words.openAll }}</button>
          <button class="link" @click="[panel, second].forEach((each) => each?.foldAll())">{{ words.foldAll }}</button>
          <button class="link flex items-center gap-1 max-md:hidden" :aria-pressed="beside" @click="beside = !beside">
            <Columns2 class="size-3.5" aria-hidden="true" />{{ words.twoSideBySide }}
          </button>
        </div>
        <LoadState v-if="!answer" :problem="problem" :loading="loading" @retry="load" />
        <div v-else class="flex min-h-0 flex-1 divide-x divide-line">
          <TreePanel
            ref="panel"
            kept-as="first"
            :pages="pages"
            :tree="tree"
            :label="words.pageTree"
            :words="find"
            @move="(ids, spot) => move(ids, spot, panel)"
            @start="starting = { below: $event }"
            @copy="copying = $event"
          />
          <TreePanel
            v-if="beside"
            ref="second"
            class="max-md:hidden"
            kept-as="second"
            :pages="pages"
            :tree="tree"
            :label="words.pageTreeBeside"
            words=""
            @move="(ids, spot) => move(ids, spot, second)"
            @start="starting = { below: $event }"
            @copy="copying = $event"
          />
        </div>
        <p class="hint border-t border-line px-4 py-1.5 max-md:hidden">{{ words.keysOfTheTree }}</p>
      </section>
      <aside v-if="!beside" class="shrink-0 space-y-8 overflow-y-auto border-line p-5 max-lg:border-t lg:w-96 lg:border-l">
        <SiteMenus />
        <SiteSections />
        <ClockAndLanguage />
      </aside>
    </div>
    <MoveDialog v-if="moving" v-bind="moving" @close="moved" @done="moved" />
    <CopyDialog v-if="copying" :page="copying" :below="branchOf(tree, copying).length - 1" @close="copying = null" @done="copied" />
    <StartDialog
      v-if="starting"
      kind="page"
      title=""
      :parent="starting.below?.id ?? null"
      :section="starting.below?.section ?? ''"
      @close="starting = null"
    />
  </div>
</template>
