<script setup lang="ts">
import type { EditionPage } from '~~/server/services/planning/editionPage'
import { fullIn } from '~~/core/time/words'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import RemedyButtons from '~/components/mend/RemedyButtons.vue'
import StateMark from '~/components/mark/StateMark.vue'
import StepList, { type GoingBackStep } from '~/components/time/StepList.vue'
import { MARKS, type MarkName } from '~/components/mark/marks'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { lazily, lazyDialog } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { kindWord } from '~/composables/words'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/edition'

/** One edition: its moment, how ready it is, what it holds and who holds that up, and what it can do next. */
const WhenDialog = lazily(() => import('~/components/item/WhenDialog.vue'))
const AddDialog = lazily(() => import('~/components/time/AddDialog.vue'))
const SendSetDialog = lazyDialog(() => import('~/components/mend/SendSetDialog.vue'))
const NoteDialog = lazily(() => import('~/components/item/NoteDialog.vue'))
const ReceiptCard = lazily(() => import('~/components/item/ReceiptCard.vue'))
const site = useSite()
const notices = useNotices()
const route = useRoute()
const id = computed(() => String(route.params.id))
const { value: page, problem, loading, load } = useLoad(() => `/editions/${id.value}`)
const { value: foretold, load: loadForecast } = useLoad(() => '/forecast')
const loadAll = () => Promise.all([load(), loadForecast()])
await load()
onMounted(loadForecast)
watch([id, () => site.news], loadAll)
const zone = computed(() => site.zone)
const open = computed(() => page.value?.state === 'open' || page.value?.state === 'held')
const cleared = computed(() => page.value?.entries.filter((entry) => entry.cleared).length ?? 0)
const troubles = computed(() => (foretold.value?.come ?? []).filter(({ edition }) => edition === id.value))
/** How many of its drafts nobody has sent to review. */
const unsent = computed(
  () => page.value?.entries.filter(({ review, cleared }) => !cleared && (review === 'draft' || review === 'returned')).length ?? 0,
)
function sent(said: string) {
  dialog.value = null
  notices.done(said)
  void loadAll()
}
/** What is not cleared says so in its line already. */
const troubledItems = computed(
  () => new Map(troubles.value.filter(({ code }) => code !== 'not-cleared').map((trouble) => [trouble.item, trouble])),
)
const dialog = ref<'when' | 'add' | 'live' | 'undo' | 'drop' | 'copy' | 'edit' | 'clear' | 'send' | null>(null)
/** Of which items the receipts are shown: what readers get of them now. */
const shown = shallowReactive(new Set<string>())
const toggle = (item: string) => (shown.has(item) ? shown.delete(item) : shown.add(item))
const { act, busy, refusals } = useAct(loadAll)
const path = computed(() => `/editions/${id.value}` as const)
const setMoment = async (moment: { date: string; time: string; choice?: 'earlier' | 'later' } | null) => {
  await api('PATCH', path.value, { body: { moment } })
  await loadAll()
}
const putLive = () =>
  act(async () => {
    await api('POST', `${path.value}/put-live`)
    dialog.value = null
  }, say.theWholeEditionIsLive)
const take = (event: string, title: string) =>
  act(() => api('DELETE', `${path.value}/entries/${event}`), say.isTakenOutItsDraftStays(title))
const drop = () =>
  act(async () => {
    await api('DELETE', path.value)
    await navigateTo('/office/calendar')
  }, say.theEditionIsDiscarded)
const copy = (name: string) =>
  act(async () => {
    const made = await api('POST', `${path.value}/copy`, { body: { name } })
    dialog.value = null
    await navigateTo(`/office/editions/${made.edition}`)
  }, say.theNextOneIsBegun)
const gate = ref('')
const clear = (note: string) =>
  act(async () => {
    await api('POST', `${path.value}/clear`, { body: { gate: gate.value, note } })
    dialog.value = null
  }, say.clearedAsAWhole)
const undoSteps = shallowRef<GoingBackStep[]>([])
async function askUndo() {
  undoSteps.value = (await api('GET', `${path.value}/undo`)).steps
  dialog.value = 'undo'
}
const undo = () =>
  act(async () => {
    const made = await api('POST', `${path.value}/undo`)
    dialog.value = null
    await navigateTo(`/office/editions/${made.edition}`)
  }, say.theEditionIsUndone)
const form = reactive({ name: '', note: '' })
function edit() {
  Object.assign(form, { name: page.value!.name, note: page.value!.note })
  dialog.value = 'edit'
}
const save = () =>
  act(async () => {
    await api('PATCH', path.value, { body: form })
    dialog.value = null
  }, say.saved)
const markOf = (entry: EditionPage['entries'][number]): MarkName => {
  if (page.value!.state === 'live') return entry.does === 'withdraw' ? 'withdrawn' : 'live'
  if (entry.state === 'held') return 'held'
  if (entry.review === null) return 'withdrawn'
  return (entry.cleared ? 'cleared' : entry.review) in MARKS ? ((entry.cleared ? 'cleared' : entry.review) as MarkName) : 'draft'
}
/** What each entry did, of an edition that is live. */
const DID = {
  'put-live': say.wentLive,
  withdraw: say.leftTheSite,
  window: say.showsForAWhile,
  'carry-out': say.wasCarriedOut,
  restore: say.wentBack,
}
const DOES = {
  'put-live': common.goesLive,
  withdraw: common.leavesTheSite,
  window: say.showsForAWhile,
  'carry-out': say.isCarriedOut,
  restore: say.goesBack,
}
const whyNotLive = computed(() =>
  !page.value?.may.putLive
    ? say.someOfItIsInSections
    : !page.value.entries.length
      ? say.itHoldsNothingYet
      : cleared.value < page.value.entries.length
        ? say.notClearedYet(say.countedEntries(page.value.entries.length - cleared.value))
        : undefined,
)
</script>

<template>
  <LoadState v-if="!page" :problem="problem" :loading="loading" @retry="load" />
  <div v-else>
    <PlaceStrip :name="page.name">
      <span class="text-soft"
        >{{
          page.state === 'live' ? say.liveSinceLiveAt(fullIn(page.liveAt!, zone)) : page.at ? fullIn(page.at, zone) : common.noMomentYet
        }}
        · {{ page.owner.name }}</span
      >
      <template #action>
        <template v-if="open">
          <button class="button-quiet" @click="edit">{{ common.rename }}</button>
          <button class="button-quiet" :disabled="!page.may.plan" @click="dialog = 'drop'">{{ say.discardTheEdition }}</button>
          <NuxtLink class="button" :to="{ path: '/office/moment', query: { edition: id } }">{{ say.seeTheSiteWithIt }}</NuxtLink>
          <button class="button" :disabled="!page.may.plan" @click="dialog = 'when'">
            {{ page.at ? common.moveIt : say.setItsMoment }}
          </button>
          <button
            v-if="page.at"
            class="button-quiet"
            :disabled="!page.may.plan || busy"
            @click="act(() => setMoment(null), say.itHasNoMomentAnyMore)"
          >
            {{ say.takeItsMomentAway }}
          </button>
          <button class="button-main" :disabled="!!whyNotLive || busy" :title="whyNotLive" @click="dialog = 'live'">
            {{ say.putLiveNow }}
          </button>
        </template>
        <template v-else>
          <button class="button" @click="dialog = 'copy'">{{ say.beginTheNextOneFromIt }}</button>
          <button v-if="!page.undoneBy" class="button" :disabled="!page.may.rollBack || busy" @click="askUndo">
            {{ say.undoItWhole }}
          </button>
          <NuxtLink v-else class="button" :to="`/office/editions/${page.undoneBy}`">{{ say.itWasUndone }}</NuxtLink>
        </template>
      </template>
    </PlaceStrip>
    <div class="grid gap-6 px-5 py-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div class="min-w-0">
        <p v-if="page.note" class="mb-3 max-w-prose font-serif text-lead">{{ page.note }}</p>
        <div
          v-for="reason in [...(page.state === 'held' ? page.reasons : []), ...refusals]"
          :key="reason.detail"
          class="mb-2 rounded-md border border-rust bg-rust-wash px-3 py-1.5 text-rust"
          role="alert"
        >
          {{ reason.detail }}
        </div>
        <div class="mb-2 flex items-baseline gap-3">
          <h2 class="font-serif text-lead font-semibold">
            {{ say.whatItChanges }}
            <span class="ml-1 font-sans text-plain font-normal text-soft">{{
              common.countedItems(page.entries.length + page.hidden)
            }}</span>
          </h2>
          <button v-if="open" class="button ml-auto" :disabled="!page.may.plan" @click="dialog = 'add'">{{ say.takeChangesIn }}</button>
        </div>
        <p v-if="!page.entries.length" class="rounded-md border border-line bg-sheet px-4 py-6 text-center text-soft">
          {{ say.nothingYet }}
        </p>
        <ul v-else class="divide-y divide-line rounded-md border border-line bg-sheet">
          <li v-for="entry in page.entries" :key="entry.event" class="flex min-h-9 flex-wrap items-baseline gap-x-3 px-3 py-1.5">
            <StateMark
              :state="markOf(entry)"
              :label="page.state === 'live' ? say.done : entry.review === null ? say.ready : undefined"
              class="w-28"
            />
            <NuxtLink
              :to="{ path: `/office/items/${entry.item}`, query: entry.draft ? { draft: entry.draft } : {} }"
              class="font-medium underline decoration-line underline-offset-2 hover:decoration-ink"
              >{{ entry.title }}</NuxtLink
            >
            <span :class="entry.does === 'withdraw' ? 'text-rust' : 'text-soft'">{{
              (page.state === 'live' ? DID : DOES)[entry.does]
            }}</span>
            <span v-if="entry.waits.length && !entry.cleared" class="text-lamp">{{ say.waitsForWaits(entry.waits.join(', ')) }}</span>
            <span v-if="troubledItems.get(entry.item)" class="text-rust">{{ troubledItems.get(entry.item)!.detail }}</span>
            <span v-for="other in entry.elsewhere" :key="other.id" class="text-lamp"
              >{{ say.alsoIn }} <NuxtLink class="link" :to="`/office/editions/${other.id}`">{{ other.name }}</NuxtLink></span
            >
            <span class="ml-auto text-soft">{{ kindWord(entry.kind) }} · {{ entry.section }}</span>
            <button
              v-if="page.state === 'live'"
              class="link"
              :aria-expanded="shown.has(entry.item)"
              :aria-label="say.receiptOf(entry.title)"
              @click="toggle(entry.item)"
            >
              {{ say.receipt }}
            </button>
            <button
              v-if="open"
              class="link"
              :disabled="busy"
              :aria-label="say.takeTitleOut(entry.title)"
              @click="take(entry.event, entry.title)"
            >
              {{ say.takeOut }}
            </button>
            <p v-if="entry.address" class="w-full pl-31 text-soft">
              {{ say.address }} <span class="font-mono text-small">{{ entry.address.from }}</span> {{ say.becomes }}
              <span class="font-mono text-small">{{ entry.address.to }}</span>
            </p>
            <div v-if="shown.has(entry.item)" class="w-full py-1.5 lg:pl-31">
              <Suspense><ReceiptCard :item="entry.item" :version="entry.event" /></Suspense>
            </div>
          </li>
        </ul>
        <p v-if="page.hidden" class="hint mt-1">{{ say.inSectionsThatYouMayNotRead(say.countedMoreItems(page.hidden)) }}</p>
      </div>
      <aside class="space-y-5" :aria-label="say.howReadyItIs">
        <section v-if="open">
          <h2 class="mb-1 font-semibold">{{ say.ready }}</h2>
          <div
            class="flex h-2.5 overflow-hidden rounded-full bg-lamp-fill/60"
            role="meter"
            :aria-label="say.clearedEntries"
            :aria-valuenow="cleared"
            :aria-valuemin="0"
            :aria-valuemax="page.entries.length"
            :aria-valuetext="say.clearedOfCountCleared(cleared, page.entries.length)"
          >
            <span class="bg-kelp-fill" :style="{ width: page.entries.length ? `${(100 * cleared) / page.entries.length}%` : '0%' }" />
          </div>
          <p class="mt-1">
            {{ say.clearedOfCountCleared(cleared, page.entries.length)
            }}<template v-if="troubles.length"
              >, <b class="font-semibold text-rust">{{ common.troublesForeseen(common.countedTroubles(troubles.length)) }}</b></template
            >
          </p>
          <button v-if="unsent" class="button mt-2" @click="dialog = 'send'">{{ say.sendWhatIsNotSent(unsent) }}</button>
        </section>
        <section v-if="page.track">
          <h2 class="mb-1 font-semibold">{{ page.track.route }}</h2>
          <p v-for="one in page.track.gates" :key="one.id" class="flex items-baseline gap-2">
            <span>{{ one.name }}</span>
            <span :class="one.missing ? 'text-lamp' : 'text-kelp'">{{
              one.missing ? say.waitsForWho(one.who) : say.clearedByCleared(one.cleared.map(({ person }) => person).join(', '))
            }}</span>
            <button v-if="one.mayClear" class="button ml-auto" @click="((gate = one.id), (dialog = 'clear'))">{{ say.clearIt }}</button>
          </p>
        </section>
        <section v-if="troubles.length">
          <h2 class="mb-1 font-semibold">{{ say.whatWouldGoWrong }}</h2>
          <ul class="divide-y divide-line">
            <li v-for="trouble in troubles" :key="trouble.key" class="py-1.5">
              <b class="font-semibold" :class="trouble.weight === 'stops' ? 'text-rust' : 'text-lamp'">{{ trouble.title }}</b>
              {{ trouble.detail }}
              <span v-if="!trouble.remedies.length" class="block text-soft">{{ trouble.remedy }}</span>
              <RemedyButtons v-if="open" :trouble="trouble" @mended="loadAll" />
            </li>
          </ul>
        </section>
        <p v-else-if="open && page.at && page.entries.length" class="text-kelp">{{ say.nothingStandsInItsWay }}</p>
      </aside>
    </div>
    <WhenDialog
      v-if="dialog === 'when'"
      :title="page.at ? say.moveTheEdition : say.setWhenItGoesLive"
      :action="say.setTheMoment"
      :at="page.at"
      :trial="page.at ? { edition: id } : null"
      :run="setMoment"
      @close="dialog = null"
    />
    <AddDialog
      v-if="dialog === 'add'"
      :edition="id"
      :there="page.entries.map(({ item }) => item)"
      @added="((dialog = null), loadAll())"
      @close="dialog = null"
    />
    <SendSetDialog v-if="dialog === 'send'" :edition="id" @done="sent" @close="dialog = null" />
    <NoteDialog
      v-if="dialog === 'clear'"
      :title="say.clearTheEditionAsAWhole"
      :label="say.aNoteIfYouLike"
      :action="say.clear"
      :run="clear"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'copy'"
      :title="say.beginTheNextOneFromIt"
      :label="say.nameOfTheNextOne"
      :action="say.beginIt"
      needed
      :start="page.name"
      :run="copy"
      @close="dialog = null"
    />
    <PlainDialog :open="dialog === 'live'" :title="say.putTheWholeEditionLiveNow" @close="dialog = null">
      <p>{{ say.happenAtOneMomentForReaders(common.countedChanges(page.entries.length)) }}</p>
      <template #actions
        ><button class="button" @click="dialog = null">{{ common.cancel }}</button
        ><button class="button-main" @click="putLive">{{ say.putLive }}</button></template
      >
    </PlainDialog>
    <PlainDialog :open="dialog === 'drop'" :title="say.discardTheEditionAsked" @close="dialog = null">
      <p>{{ say.itsChangesStay(common.countedChanges(page.entries.length)) }}</p>
      <template #actions
        ><button class="button" @click="dialog = null">{{ say.keepIt }}</button
        ><button class="button-main" @click="drop">{{ say.discardTheEdition }}</button></template
      >
    </PlainDialog>
    <PlainDialog :open="dialog === 'edit'" :title="say.renameTheEdition" @close="dialog = null">
      <form id="edit-edition" class="space-y-3" @submit.prevent="save">
        <div>
          <label class="label" for="edition-name">{{ common.name }}</label><input
            id="edition-name"
            v-model="form.name"
            class="input"
            maxlength="120"
            required
          />
        </div>
        <div>
          <label class="label" for="edition-note">{{ common.whatIsItFor }}</label><textarea
            id="edition-note"
            v-model="form.note"
            class="input-area"
            rows="3"
            maxlength="2000"
          />
        </div>
      </form>
      <template #actions
        ><button class="button" @click="dialog = null">{{ common.cancel }}</button
        ><button class="button-main" form="edit-edition">{{ common.save }}</button></template
      >
    </PlainDialog>
    <PlainDialog :open="dialog === 'undo'" wide :title="say.undoTheEditionWhole" @close="dialog = null">
      <StepList :steps="undoSteps" :none="say.nothingIsLeftOfIt" />
      <p class="hint mt-2">
        {{ say.whatNobodyChangedSinceIsAtOnce }}
      </p>
      <template #actions
        ><button class="button" @click="dialog = null">{{ common.cancel }}</button
        ><button class="button-main" :disabled="busy" @click="undo">{{ say.undoIt }}</button></template
      >
    </PlainDialog>
  </div>
</template>
