<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { fieldsOf, type FieldName, type Fields } from '~~/core/content/fields'
import { can, hasPage } from '~~/core/kinds/kinds'
import { makeSegment } from '~~/core/address/segment'
import { plain } from '~~/core/content/inline'
import type { Content } from '~~/core/content/content'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import BlockList from './BlockList.vue'
import PageFields from './PageFields.vue'
import OutlinePanel from './OutlinePanel.vue'
import DeskAlerts from './DeskAlerts.vue'
import DeskHeader from './DeskHeader.vue'
import PageTitle from './PageTitle.vue'
import { useBringingUpToDate } from './bringUpToDate'
import { groupsOf } from './fieldGroups'
import { isView, VIEWS, type View } from './views'
import TrackPanel from './TrackPanel.vue'
import { useItemActions } from './itemActions'
import { useDraft } from '~/composables/draft'
import { provideKnown } from '~/composables/known'
import { ORIGIN } from '~/composables/origin'
import { usePresence } from '~/composables/presence'
import { offerCommands, whyNot } from '~/composables/commands'
import { useNotices } from '~/stores/notices'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import { lazily, lazyDialog } from '~/composables/lazily'
import * as say from '~~/core/words/office/item'

// What is looked at now and then is loaded when it is asked for.
const ConflictDialog = lazily(() => import('./ConflictDialog.vue'))
const HistoryView = lazily(() => import('./HistoryView.vue'))
const PreviewView = lazily(() => import('./PreviewView.vue'))
const SideDivider = lazily(() => import('./SideDivider.vue'))
const SidePreview = lazily(() => import('./SidePreview.vue'))
const CompareView = lazily(() => import('./CompareView.vue'))
const DraftTabs = lazily(() => import('./DraftTabs.vue'))
const ItemDialogs = lazyDialog(() => import('./ItemDialogs.vue'))
const PinDialog = lazyDialog(() => import('./PinDialog.vue'))
const FindDialog = lazyDialog(() => import('./FindDialog.vue'))
const UpdateView = lazily(() => import('./UpdateView.vue'))

/** The item page: outline, the page written in place, and the track. */
const props = defineProps<{ page: ItemPage }>()
const emit = defineEmits<{ reload: [] }>()
const site = useSite()
const notices = useNotices()
const session = useSession()
const route = useRoute()
const router = useRouter()

const at = props.page.draft
  ? useDraft(
      {
        person: session.person!.id,
        draft: props.page.draft.id,
        head: props.page.draft.head,
        number: props.page.draft.number,
        savedAt: props.page.draft.savedAt,
        content: props.page.draft.content,
      },
      () => emit('reload'),
    )
  : null
provide(ORIGIN, { draft: props.page.draft?.id ?? null, copied: (from) => at?.copyFrom(from) })
const others = at ? usePresence(props.page.draft!.id) : shallowRef([])
const content = computed<Content>(() => at?.content.value ?? props.page.shown?.content ?? { fields: { title: props.page.title }, body: [] })
const locked = computed(
  () => !at || props.page.may['item.write'] !== null || props.page.binnedAt !== null || props.page.draft?.change !== 'content',
)

async function beginBeside(name: string) {
  const draft = await actions.beginBeside(name)
  if (draft) go({ draft, view: undefined, from: undefined, to: undefined })
  return draft !== undefined
}

watch(
  () => props.page.draft?.head,
  () => props.page.draft && at?.take(props.page.draft),
)

const added = shallowReactive(new Map<string, MediaView>())
const linked = shallowReactive(new Map<string, { path: string; title: string }>())
provideKnown({ item: (id, target) => linked.set(id, target), media: (media) => added.set(media.id, media) })
const refs = computed<Refs>(() => {
  const known = props.page.draft ?? props.page.shown
  return {
    items: new Map([...linked, ...(known?.links.map((link) => [link.id, link] as const) ?? [])]),
    media: new Map([...(known?.media ?? []).map((media) => [media.id, media] as const), ...added]),
    embedOrigins: [],
    language: content.value.fields.language ?? site.language,
  }
})

/** Whoever is to judge the draft begins with what changed since they saw it last, the track beside it. */
const judging = (props.page.draft?.mayClear.length ?? 0) > 0
const since = props.page.draft?.since
const firstView: View = judging && since ? 'compare' : 'write'
const view = computed<View>({
  get: () => (isView(route.query.view) ? route.query.view : firstView),
  set: (name) => go({ view: name === firstView ? undefined : name, from: undefined, to: undefined }),
})
/** What is looked at stands in the address, so that a link shows another person the same. */
const go = (change: Record<string, string | undefined>) => void router.replace({ query: { ...route.query, ...change } })
const written = computed(() => view.value === 'write' || view.value === 'side')
const pageOfItsOwn = computed(() => hasPage(props.page.kind))
watch(view, () => at?.save())

const actions = useItemActions(
  () => props.page,
  at,
  () => emit('reload'),
)
const { dialog, notes } = actions
/** Today leads here to set a time: its dialog stands open, where that may be done still. */
onMounted(() => {
  if (route.query.ask !== 'plan') return
  go({ ask: undefined })
  const plan = [actions.main.value, ...actions.more.value].find((action) => action?.id === 'plan')
  if (plan && !plan.why) plan.run()
})

provide(
  'language',
  computed(() => content.value.fields.language),
)
provide(
  'headings',
  computed(() =>
    content.value.body.flatMap((block) =>
      block.kind === 'heading' && block.text.length ? { id: makeSegment(plain(block.text)) || block.id, text: plain(block.text) } : [],
    ),
  ),
)
const blockList = ref<InstanceType<typeof BlockList>>()
const title = useTemplateRef('title')
const foot = useTemplateRef('foot')
const inHand = ref<string | null>(null)
function mind(event: FocusEvent) {
  // The block of the page itself, also when a block within it is in hand.
  let block = (event.target as HTMLElement).closest<HTMLElement>('[data-block]')
  for (let outer = block; outer; outer = outer.parentElement?.closest<HTMLElement>('[data-block]') ?? null) block = outer
  inHand.value = block?.dataset.block ?? inHand.value
}
/** What the surroundings of the page follow from; the preview asks for them anew when it is saved differently. */
const savedWith = computed(() => {
  const { labels, byline, parent, segment, shownDate, seriesPart, language } = content.value.fields
  return JSON.stringify([
    at?.state.value === 'saved' ? [labels, byline, parent, segment, shownDate, seriesPart, language] : null,
    props.page.draft?.id,
  ])
})
const stableWith = ref(savedWith.value)
watch(savedWith, (now) => {
  if (!at || at.state.value === 'saved') stableWith.value = now
})
const share = ref(50)
const previewVersion = computed(() => at?.head.value ?? props.page.live?.version ?? props.page.last?.version ?? null)
const updating = useBringingUpToDate(() => props.page, at, {
  reload: () => emit('reload'),
  choosing: () => (view.value = 'update'),
  writing: () => view.value === 'update' && (view.value = 'write'),
  broughtFrom: (version) => go({ view: 'compare', from: version, to: undefined }),
})
// A link to choosing is good for as long as there is something to choose.
onMounted(() => {
  if (view.value === 'update') void updating.begin()
})

const problems = computed(() =>
  Object.fromEntries((props.page.draft?.inTheWay ?? []).filter((reason) => reason.at).map((reason) => [reason.at!, reason.detail])),
)
const has = (name: FieldName) => fieldsOf(props.page.kind).includes(name)
const setField = (name: FieldName, value: Fields[FieldName] | null) => at?.setField(name, value as never)
/** Goes to where something is to be mended: a field, by its name, or a block, by its id. */
async function mend(place: string) {
  view.value = 'write'
  await nextTick()
  const target = document.getElementById(`field-${place.replace(/^field:/, '')}`) ?? document.getElementById(place)
  target?.scrollIntoView({ block: 'center' })
  ;(target?.querySelector<HTMLElement>('input, textarea, select, [contenteditable=true]') ?? target)?.focus()
}
onKeyStroke(['z', 'Z', 'y'], (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || !at || locked.value || !written.value) return
  event.preventDefault()
  if (event.key === 'y' || event.shiftKey) at.redo()
  else at.undo()
})
/** The page alone, without the places above and the panels beside. */
const whole = ref(false)
/** Whether the track stands beside what is looked at. */
const besides = computed(() => (view.value === 'compare' ? judging : view.value !== 'side' && !whole.value))
const columns = computed(() =>
  !besides.value
    ? ''
    : view.value === 'compare'
      ? 'grid-cols-[minmax(0,1fr)_20rem]'
      : 'grid-cols-[14.5rem_minmax(0,1fr)_20rem] max-lg:grid-cols-[minmax(0,1fr)_20rem]',
)
const finding = ref(false)
onKeyStroke(['f', 'F'], (event) => {
  if (!(event.ctrlKey || event.metaKey) || !event.shiftKey) return
  event.preventDefault()
  finding.value = true
})
onKeyStroke('s', (event) => {
  if (!(event.ctrlKey || event.metaKey) || !at || locked.value) return
  event.preventDefault()
  dialog.value = 'save'
})
async function goToGroup(id: string) {
  view.value = 'write'
  await nextTick()
  const group = document.getElementById(id)
  group?.scrollIntoView({ block: 'start' })
  group?.querySelector<HTMLElement>('input, textarea, select')?.focus({ preventScroll: true })
}
offerCommands(() =>
  [
    ...(actions.main.value ? [actions.main.value] : []),
    ...actions.more.value,
    {
      id: 'whole',
      name: whole.value ? say.showWhatStandsAroundThePage : say.fillTheWindowWithThePage,
      run: () => void (whole.value = !whole.value),
    },
    { id: 'find', name: say.findAndReplaceOnThisPage, run: () => void (finding.value = true) },
    ...VIEWS.map(([name, word]) => ({
      id: `view-${name}`,
      name: word,
      also: name === 'history' ? say.alsoHistory : '',
      run: () => void (view.value = name),
    })),
    ...groupsOf(props.page.kind).map((group) => ({ id: group.id, name: group.name, run: () => void goToGroup(group.id) })),
  ].map((action) => ({ ...action, group: say.here })),
)
onBeforeRouteLeave(async () => {
  if (!at) return true
  const unsaved = () => at.state.value !== 'saved'
  if (unsaved()) await at.save()
  if (!unsaved()) return true
  if (!at.keeps()) return window.confirm(say.whatYouWroteLastIsNot)
  notices.done(say.whatYouWroteLastIsNotSaved)
  return true
})
onMounted(() => {
  // A page without a word yet is there to be written; a frame later, when the dialog that began it has let go of the focus.
  if (!locked.value && can(props.page.kind, 'body') && !content.value.body.length && view.value === 'write')
    requestAnimationFrame(() => title.value?.focus())
})
// A link to a field or a block goes there once they stand.
onMounted(() =>
  watch(
    () => route.hash,
    (hash) => hash && setTimeout(() => void mend(hash.slice(1).replace(/^field-/, '')), 50),
    { immediate: true },
  ),
)
</script>

<template>
  <div class="flex h-full flex-col" :class="whole && 'fixed inset-0 z-30 bg-paper'">
    <DeskHeader
      v-model:view="view"
      v-model:whole="whole"
      :page="page"
      :title="content.fields.title"
      :at="at"
      :locked="locked"
      :present="others"
    />
    <DraftTabs
      v-if="page.drafts.length > 1 && page.draft"
      :drafts="page.drafts"
      :chosen="page.draft.id"
      @choose="go({ draft: $event, view: undefined, from: undefined, to: undefined })"
    />
    <DeskAlerts
      :page="page"
      :at="at"
      :choosing="view === 'update'"
      :why-not-write="actions.whyNotWrite.value"
      @compare="go({ view: 'compare', from: page.live?.version, to: page.draft?.head })"
      @bring-up-to-date="updating.begin"
      @unbin="actions.unbin"
      @choose="at && (at.asking.value = true)"
    />
    <UpdateView
      v-if="view === 'update' && updating.update.value"
      class="min-h-0 flex-1"
      :refs="refs"
      :base="updating.update.value.base!"
      :live="updating.update.value.live!"
      :conflicts="updating.update.value.conflicts"
      :busy="updating.updating.value"
      @merge="updating.bring"
      @leave="view = 'write'"
    />
    <div
      v-else
      class="grid min-h-0 flex-1 max-md:block max-md:overflow-y-auto"
      :class="columns"
      :style="
        view === 'side' ? { gridTemplateColumns: pageOfItsOwn ? `minmax(0, ${share}fr) 9px minmax(0, ${100 - share}fr)` : '1fr' } : {}
      "
    >
      <Suspense v-if="view === 'compare'">
        <CompareView
          :key="page.draft?.id"
          class="min-h-0 min-w-0"
          :item="page.id"
          :refs="refs"
          :from="typeof route.query.from === 'string' ? route.query.from : (judging && since?.version) || null"
          :known="judging && since ? since : null"
          :to="typeof route.query.to === 'string' ? route.query.to : null"
          :draft-head="at?.head.value ?? null"
          :live-version="page.live?.version ?? null"
          :at-hand="at?.content.value ?? null"
          :may-write="!locked"
          @pick="(from, to) => go({ from, to })"
          @take-back="(changed, from) => (at?.copyFrom(from), at?.change(changed))"
        />
      </Suspense>
      <div v-if="view !== 'side' && view !== 'compare' && !whole" class="overflow-y-auto border-r border-line max-lg:hidden">
        <OutlinePanel
          :kind="page.kind"
          :content="content"
          :path="page.draft?.path ?? null"
          :notes="page.draft?.notes ?? []"
          :live="refs.items"
        />
      </div>
      <div v-if="view !== 'compare'" class="min-h-0 overflow-y-auto bg-deep" data-scrolls="page" @focusin="mind">
        <Suspense v-if="view === 'history'"
          ><HistoryView
            :item="page.id"
            :refs="refs"
            :may-restore="actions.whyNotWrite.value"
            :may-roll-back="whyNot(page.may['item.roll-back'])"
            :may-name="page.may['item.write'] === null"
            :several-drafts="page.drafts.length > 1"
            :draft-head="page.draft?.head ?? null"
            :live-version="page.live?.version ?? null"
            :reload="`${page.draft?.head} ${page.live?.version} ${page.live?.since} ${page.last?.to}`"
            @restore="actions.restore"
            @roll-back="actions.askRollBack"
            @compare="(from, to) => go({ view: 'compare', from, to })"
        /></Suspense>
        <PreviewView v-else-if="view === 'side' && !pageOfItsOwn && previewVersion" :version="previewVersion" />
        <div v-else class="mx-auto max-w-[46rem] px-4 py-6">
          <article
            class="page-look rounded-md border border-line bg-sheet px-14 py-10 max-md:px-5"
            :aria-label="say.thePage"
            :aria-busy="at?.lookingBack.value"
          >
            <PageTitle
              ref="title"
              :title="content.fields.title"
              :language="content.fields.language"
              :locked="locked"
              :problem="problems.title"
              @change="setField('title', $event)"
              @enter="blockList?.begin()"
            />
            <p v-if="content.fields.summary && has('summary')" class="mt-2 text-title leading-snug text-soft">
              {{ content.fields.summary }}
            </p>
            <BlockList
              v-if="can(page.kind, 'body')"
              ref="blockList"
              :present="others"
              class="mt-6"
              :body="content.body"
              :refs="refs"
              :locked="locked"
              :may-source="page.may['item.source'] === null"
              :may-add-media="page.may['media.add'] === null"
              @change="at?.setBody($event)"
              @media="added.set($event.id, $event)"
            />
          </article>
          <PageFields
            :page="page"
            :version="previewVersion"
            :content="content"
            :locked="locked"
            :refs="refs"
            :problems="problems"
            @change="setField"
            @media="added.set($event.id, $event)"
            @reload="emit('reload')"
          />
        </div>
      </div>
      <template v-if="view === 'side' && pageOfItsOwn && previewVersion">
        <SideDivider v-model="share" />
        <SidePreview
          class="min-h-0"
          :version="previewVersion"
          :content="content"
          :refs="refs"
          :in-hand="inHand"
          :saved-with="stableWith"
          @enter="((inHand = $event), blockList?.enter($event))"
        />
      </template>
      <div v-if="besides" class="min-h-0 border-l border-line max-md:border-t max-md:border-l-0">
        <TrackPanel
          :page="page"
          :number="at?.number.value ?? 0"
          :saved-at="at?.savedAt.value ?? page.changedAt"
          :main="actions.main.value"
          :more="actions.more.value"
          :blockers="page.draft?.inTheWay ?? []"
          :foot="foot"
          @mend="mend"
        />
      </div>
    </div>

    <div ref="foot" />
    <PinDialog v-if="notes.asked.value" :asked="notes.asked.value" :notes="notes" @close="notes.asked.value = null" />
    <FindDialog
      v-if="finding"
      :content="content"
      :locked="locked"
      @close="finding = false"
      @change="at?.change($event)"
      @go="((finding = false), (view = view === 'side' ? 'side' : 'write'), blockList?.enter($event))"
    />
    <ItemDialogs
      v-if="dialog"
      :page="page"
      :actions="actions"
      :pins="notes.pins.value"
      :shown-date="content.fields.shownDate"
      :begin-beside="beginBeside"
      :save="(note) => at!.save({ named: true, note })"
      @bring-up-to-date="updating.begin"
    />
    <ConflictDialog
      v-if="at?.conflict.value && at.asking.value"
      :conflict="at.conflict.value"
      :refs="refs"
      @settle="at.settle"
      @later="at.asking.value = false"
    />
  </div>
</template>
