<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useDebounceFn, useSessionStorage } from '@vueuse/core'
import { Columns3, ListFilter, ListTree, Plus, Tags } from 'lucide-vue-next'
import type { Action } from '~~/core/batch/action'
import type { Kind } from '~~/core/kinds/kinds'
import { parseQuery, printQuery } from '~~/core/query/parse'
import { namesIn } from '~~/core/query/unknown'
import { ALL, NAMED_PLACES, type Query } from '~~/core/query/query'
import { searchTermsOf } from '~~/core/query/snippet'
import { dateIn } from '~~/core/time/date'
import type { Facets } from '~~/server/services/listing/facets'
import type { SavedView } from '~~/server/services/listing/savedViews'
import ChosenBar from '~/components/content/ChosenBar.vue'
import FacetPanel from '~/components/content/FacetPanel.vue'
import ListTools from '~/components/content/ListTools.vue'
import ItemGrid from '~/components/content/ItemGrid.vue'
import QueryLine from '~/components/content/QueryLine.vue'
import ViewTabs from '~/components/content/ViewTabs.vue'
import type { BatchWhat } from '~/components/content/batchWords'
import { actionFor, edited, fileColumns, readColumns, type Column, type Listed, type OwnColumn } from '~/components/content/columns'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { api, saveFile } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { lazily } from '~/composables/lazily'
import { useChosenRows } from '~/composables/chosenRows'
import { useListing } from '~/composables/listing'
import { usePeople } from '~/composables/people'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

// What is not there at first is loaded when it is asked for.
const StartDialog = lazily(() => import('~/components/content/StartDialog.vue'))
const ColumnsDialog = lazily(() => import('~/components/content/ColumnsDialog.vue'))
const ViewDialog = lazily(() => import('~/components/content/ViewDialog.vue'))
const BatchDialog = lazily(() => import('~/components/content/BatchDialog.vue'))
const BroughtInDialog = lazily(() => import('~/components/content/BroughtInDialog.vue'))
const BatchesDialog = lazily(() => import('~/components/content/BatchesDialog.vue'))
const ItemCard = lazily(() => import('~/components/content/ItemCard.vue'))

const site = useSite()
const notices = useNotices()
const people = usePeople()
const route = useRoute()
const router = useRouter()
const pick = (name: string) => (typeof route.query[name] === 'string' ? (route.query[name] as string) : '')
const q = computed(() => pick('q'))
const parsed = computed(() => parseQuery(q.value, dateIn(site.now.toISOString(), site.zone)))
const query = computed<Query>(() => (parsed.value.ok ? parsed.value.query : ALL))
// Where words are sought in texts, the place where they stand is shown beside the title.
const seeks = computed(() => NAMED_PLACES.some((place) => searchTermsOf(query.value, place).length > 0))
const usual = computed(() => (searchTermsOf(query.value).length ? 'rank' : '-changed'))
const sort = computed(() => pick('sort') || usual.value)
const tree = computed(() => sort.value === 'place')
function show(change: Record<string, string | undefined>) {
  const next = { ...route.query, ...change }
  return router.replace({ query: Object.fromEntries(Object.entries(next).filter(([, value]) => value)) })
}
const FOUND = 420
useHead({ title: say.contentYieldgate })

const listing = useListing(() => ({ q: q.value, sort: sort.value }))
const { total, meant, unknown, problem, rowAt } = listing
const unknownWords = computed(() => {
  const names = namesIn(query.value)
  const said = unknown.value.flatMap(({ place }) => names[place] ?? []).map(({ field, value }) => say.nothingIsCalled(field, value))
  return [...new Set(said)].join(' ')
})
const grid = useTemplateRef<InstanceType<typeof ItemGrid>>('grid')
const [own, views] = [shallowRef<OwnColumn[]>(readColumns(null)), shallowRef<SavedView[]>([])]
const shownColumns = computed(() => (seeks.value ? own.value.toSpliced(1, 0, { key: 'found', width: FOUND }) : own.value))
// The list is of use in its first columns too.
const kept = api('GET', '/me/columns').catch((error: unknown) => (notices.trouble(error), { columns: null }))
await listing.load()
own.value = readColumns((await kept).columns)
/** Whether the counts stand beside the list; kept for the window, so that coming back finds them. */
const facetsOpen = useSessionStorage('yieldgate-counts', false)
const facets = shallowRef<Facets | null>(null)
const wantsFacets = ref(false)
const {
  run: loadFacets,
  problem: noFacets,
  again: facetsAgain,
} = useAttempt(async () => {
  if (!facetsOpen.value && !wantsFacets.value) return
  const asked = q.value
  const answer = await api('GET', `/facets?${new URLSearchParams({ q: asked })}`)
  if (asked === q.value) facets.value = answer
})
onMounted(() => facetsOpen.value && loadFacets())
const {
  run: loadViews,
  problem: noViews,
  again: viewsAgain,
} = useAttempt(async () => {
  views.value = (await api('GET', '/views')).views
})
onMounted(loadViews)
/** The line wants to know what there is, once: from then on that is kept up with the list. */
function wanted() {
  if (wantsFacets.value) return
  wantsFacets.value = true
  if (!facets.value) void loadFacets()
}
watch([q, sort], async ([now], [before]) => {
  if (now !== before) chooseAll(false)
  await listing.load(true)
  grid.value?.top()
  void loadFacets()
})
watch(
  () => site.news,
  useDebounceFn(() => (void loadViews(), void loadFacets()), 800),
)
const setQuery = (next: Query) => show({ q: printQuery(next) })

// Columns are kept for the person a moment after they have changed.
const keepColumns = useDebounceFn(() => api('PUT', '/me/columns', { body: { columns: own.value } }).catch(notices.trouble), 600)
function setColumns(columns: OwnColumn[]) {
  own.value = columns
  void keepColumns()
}
const setWidth = (key: string, width: number) =>
  setColumns(own.value.map((column) => (column.key === key ? { key, width: Math.round(width) } : column)))
function showView(view: SavedView | null) {
  if (view?.columns)
    own.value = readColumns(view.columns.map((key) => own.value.find((column) => column.key === key) ?? { key, width: 140 }))
  void show({ q: view?.q, sort: view && view.sort !== '-changed' ? view.sort : undefined })
}
async function pinView(view: SavedView, pinned: boolean) {
  await api('PUT', `/views/${view.id}/pin`, { body: { pinned } }).catch(notices.trouble)
  await loadViews()
}
async function letViewGo(view: SavedView) {
  try {
    await api('DELETE', `/views/${view.id}`)
    notices.done(say.isLetGo(view.name), {
      label: common.undo,
      run: async () => {
        const { name, q: asked, sort: order, columns, group } = view
        await api('POST', '/views', { body: { name, q: asked, sort: order, columns, group: group?.id ?? null } })
        await loadViews()
      },
    })
  } catch (error) {
    notices.trouble(error)
  }
  await loadViews()
}

const {
  chosen,
  all: allChosen,
  count: chosenCount,
  choose,
  chooseAll,
} = useChosenRows(
  () => total.value ?? 0,
  () => listing.rows.value,
)
const batch = shallowRef<Pick<InstanceType<typeof BatchDialog>['$props'], 'what' | 'targets' | 'count' | 'begun'> | null>(null)
/** A file that was brought back, with what is to be decided of it before anything is found out. */
const brought = shallowRef<{ csv: File; found: Answer<'POST', '/list/file'> } | null>(null)
const bringing = ref(false)
/** What a changed file would do is found out at once, and shown like any other batch; first what it would overwrite is decided. */
async function bringIn(csv: File, overwrite?: string) {
  const form = new FormData()
  form.append('file', csv)
  bringing.value = true
  try {
    const found = await api('POST', overwrite === undefined ? '/list/file' : `/list/file?overwrite=${overwrite}`, { form })
    brought.value = found.batch === null ? { csv, found } : null
    if (found.batch !== null) batch.value = { what: 'file', targets: { items: [] }, count: found.total, begun: found.batch }
  } catch (error) {
    notices.trouble(error)
  }
  bringing.value = false
}
/** Saves the chosen rows as a file; all that the query finds are saved as the list is. */
async function saveChosen() {
  const columns = fileColumns(own.value)
  try {
    if (allChosen.value)
      return await saveFile('list.csv', `/list/file?${new URLSearchParams({ q: q.value, sort: sort.value, columns: columns.join() })}`)
    await saveFile('list.csv', '/list/chosen', { items: [...chosen.value.keys()], columns })
  } catch (error) {
    notices.trouble(error)
  }
}
const done = () => (void listing.load(), void loadViews(), chooseAll(false))
function begin(what: BatchWhat) {
  const items = [...chosen.value].map(([item, draft]) => ({ item, draft }))
  batch.value = { what, targets: allChosen.value ? { list: { q: q.value } } : { items }, count: chosenCount.value }
}

// A cell shows its new value at once; a refusal gives back the old one and says why.
async function act(row: Listed, action: Action, after: Listed, said: string) {
  listing.put(after)
  try {
    const done = await api('POST', '/acts', { body: { target: { item: row.id, draft: row.draft }, action } })
    const { undo } = done
    notices.done(`${said}. ${done.said}`, undo ? { label: common.undo, run: () => takeBack(row, done.draft, undo) } : undefined)
  } catch (error) {
    listing.put(row)
    notices.trouble(error)
  }
  await listing.load()
}
async function takeBack(row: Listed, draft: string | null, undo: Action) {
  try {
    await api('POST', '/acts', { body: { target: { item: row.id, draft }, action: undo } })
    notices.done(say.takenBack)
  } catch (error) {
    notices.trouble(error)
  }
  await listing.load()
}
function edit(row: Listed, column: Column, value: string) {
  const action = actionFor(column, row, value)
  if (!action) return
  const names = new Map([
    ...people.value.map(({ id, name }) => [id, name] as const),
    ...site.sections.map(({ id, name }) => [id, name] as const),
  ])
  void act(row, action, edited(column, row, value, names), say.labelOfTitleChanged(column.label, row.title))
}
const label = (row: Listed, add: string[], remove: string[]) =>
  void act(
    row,
    { do: 'label', add, remove },
    { ...row, labels: row.labels.filter(({ id }) => !remove.includes(id)) },
    say.labelsOfChanged(row.title),
  )

// The card comes when the hand or the keys have rested on a title.
const card = shallowRef<{ row: Listed; cell: HTMLElement } | null>(null)
let resting: ReturnType<typeof setTimeout> | undefined
function rest(row: Listed | null, cell: HTMLElement | null) {
  clearTimeout(resting)
  if (row && card.value?.row.id === row.id) return
  card.value = null
  if (row && cell) resting = setTimeout(() => (card.value = { row, cell }), 600)
}
onBeforeUnmount(() => clearTimeout(resting))

const dialog = ref<'columns' | 'view' | 'batches' | null>(null)
const changing = shallowRef<SavedView | null>(null)
const starting = computed(() => (pick('start') ? (pick('start') as Kind) : null))
// A count is of what is listed: it goes where that could not be asked for.
const words = computed(() => (total.value === null || problem.value ? '' : say.soManyItems(total.value, numberWords(total.value))))
</script>

<template>
  <div class="flex h-full flex-col">
    <PlaceStrip :name="say.content">
      <QueryLine :model-value="q" :facets="facets" @update:model-value="show({ q: $event })" @wanted="wanted" />
      <span class="text-soft tabular-nums" role="status">{{ words }}</span>
      <button v-if="q" class="button-quiet" @click="show({ q: undefined })">{{ say.showAll }}</button>
      <div class="flex gap-1">
        <button
          class="button-quiet"
          :class="facetsOpen && 'bg-kelp-wash !text-ink'"
          :aria-pressed="facetsOpen"
          :aria-label="say.countsForThisList"
          :title="say.countsForThisList"
          @click="((facetsOpen = !facetsOpen), loadFacets())"
        >
          <ListFilter class="size-4" aria-hidden="true" /><span class="max-xl:hidden">{{ say.counts }}</span>
        </button>
        <button
          class="button-quiet"
          :class="tree && 'bg-kelp-wash !text-ink'"
          :aria-pressed="tree"
          :aria-label="say.inTheOrderOfThePageTree"
          :title="say.inTheOrderOfThePageTree"
          @click="show({ sort: tree ? undefined : 'place' })"
        >
          <ListTree class="size-4" aria-hidden="true" /><span class="max-xl:hidden">{{ say.tree }}</span>
        </button>
        <button class="button-quiet" :aria-label="say.columns" :title="say.columns" @click="dialog = 'columns'">
          <Columns3 class="size-4" aria-hidden="true" /><span class="max-xl:hidden">{{ say.columns }}</span>
        </button>
        <ListTools :q="q" :sort="sort" :columns="own" @bring="bringIn" @batches="dialog = 'batches'" />
      </div>
      <template #action
        ><NuxtLink to="/office/labels" class="button"><Tags class="size-4" aria-hidden="true" />{{ common.labels }}</NuxtLink
        ><button class="button-main" @click="show({ start: 'post' })">
          <Plus class="size-4" aria-hidden="true" />{{ say.startAnItem }}
        </button></template
      >
    </PlaceStrip>
    <NotLoaded class="px-5" :what="say.theKeptLists" :problem="noViews" @again="viewsAgain" />
    <ViewTabs
      :views="views"
      :q="q"
      :sort="sort"
      @show="showView"
      @keep="((changing = null), (dialog = 'view'))"
      @change="((changing = $event), (dialog = 'view'))"
      @pin="pinView"
      @go="letViewGo"
    />
    <p v-if="!parsed.ok" class="p-5 text-soft">{{ say.nothingIsListedUntilTheLineAbove }}</p>
    <LoadState v-else-if="total === null || problem" :problem="problem" :loading="total === null" @retry="listing.load()" />
    <div v-else class="flex min-h-0 flex-1">
      <div class="flex min-w-0 flex-1 flex-col">
        <ItemGrid
          v-if="total"
          ref="grid"
          :total="total"
          :row-at="rowAt"
          :columns="shownColumns"
          :sort="sort"
          :chosen="chosen"
          :all-chosen="allChosen"
          :tree="tree"
          @look="listing.look"
          @sort="show({ sort: $event === usual ? undefined : $event })"
          @width="setWidth"
          @edit="edit"
          @labels="label"
          @choose="choose"
          @choose-all="chooseAll"
          @card="rest"
        />
        <p v-if="unknownWords" role="status" class="px-5 pt-5 text-rust" :class="total ? 'order-first border-b border-line py-1.5' : ''">
          {{ unknownWords }}
        </p>
        <p v-if="!total && meant" class="p-5 text-soft">
          {{ say.noItemIsLikeThisDidYouMean }} <button class="link" @click="show({ q: meant })">{{ meant }}</button>?
        </p>
        <p v-else-if="!total" class="p-5 text-soft">
          {{ q ? say.noItemIsLike : say.nothingIsWrittenHereYetStart }}
        </p>
        <ChosenBar
          v-if="chosenCount"
          :count="chosenCount"
          :total="total"
          :all="allChosen"
          @begin="begin"
          @save="saveChosen"
          @all="chooseAll(true)"
          @none="chooseAll(false)"
        />
      </div>
      <NotLoaded v-if="facetsOpen && !facets" class="px-4" :what="say.whatThereIs" :problem="noFacets" @again="facetsAgain" />
      <FacetPanel v-if="facetsOpen && facets" :facets="facets" :query="query" @query="setQuery" />
    </div>
    <ItemCard v-if="card" :key="card.row.id" :row="card.row" :cell="card.cell" :q="q" />
    <StartDialog
      v-if="starting"
      :key="pick('title')"
      :kind="starting"
      :title="pick('title').slice(0, 200)"
      @close="show({ start: undefined, title: undefined })"
    />
    <ColumnsDialog v-if="dialog === 'columns'" :columns="own" @close="dialog = null" @change="((dialog = null), setColumns($event))" />
    <BatchesDialog v-if="dialog === 'batches'" @close="dialog = null" @changed="done" />
    <ViewDialog
      v-if="dialog === 'view'"
      :view="changing"
      :q="q"
      :sort="sort"
      :columns="own.map(({ key }) => key)"
      @close="dialog = null"
      @kept="((dialog = null), loadViews())"
    />
    <BroughtInDialog
      v-if="brought"
      :found="brought.found"
      :busy="bringing"
      @decide="bringIn(brought.csv, $event)"
      @close="brought = null"
    />
    <BatchDialog
      v-if="batch"
      :what="batch.what"
      :targets="batch.targets"
      :count="batch.count"
      :begun="batch.begun"
      @close="batch = null"
      @done="done"
    />
  </div>
</template>
