<script setup lang="ts">
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useAttempt } from '~/composables/attempt'
import { onKeyStroke } from '@vueuse/core'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import type { Today } from '~~/server/services/reviewing/today'
import { inSets } from '~~/core/flow/sets'
import { shortIn } from '~~/core/time/words'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import LoadState from '~/components/frame/LoadState.vue'
import NoteDialog from '~/components/item/NoteDialog.vue'
import ReviewCase from '~/components/review/ReviewCase.vue'
import { useAct } from '~/composables/act'
import { sentPin, useKeptPins } from '~/composables/itemNotes'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/review'

/** What waits for one, gone through one after the other; several that belong together are cleared as one. */
type Line = Today['waiting'][number]
const site = useSite()
const route = useRoute()
const router = useRouter()
const zone = computed(() => site.zone)
const { value: day, problem, loading, load } = useLoad(() => '/today')
await load()
const sets = computed(() => inSets(day.value?.waiting ?? []))
/** What waits in the order in which it stands here: what belongs to one edition is together. */
const lines = computed<Line[]>(() => sets.value.flatMap((set) => set.lines))
const at = computed(() => {
  const asked = lines.value.findIndex((line) => line.draft === route.query.draft)
  return asked < 0 ? 0 : asked
})
const current = computed(() => lines.value[at.value])
const page = shallowRef<ItemPage | null>(null)
/** The version of each draft that was shown here: only what was read is cleared together. */
const read = shallowReactive(new Map<string, string>())
const {
  run: show,
  problem: noCase,
  again: showAgain,
} = useAttempt(async () => {
  const line = current.value
  // Another's text does not stay in place of one that does not load.
  if (page.value?.draft?.id !== line?.draft) page.value = null
  if (!line) return
  const answer = await api('GET', `/items/${line.item}?draft=${line.draft}`)
  if (line.draft !== current.value?.draft) return
  page.value = answer
  if (answer.draft) read.set(answer.draft.id, answer.draft.head)
})
watch(() => current.value?.draft, show, { immediate: true })
const go = (index: number) => {
  const line = lines.value[index]
  if (line) void router.replace({ query: { draft: line.draft } })
}
async function again() {
  await Promise.all([load(), show()])
}

const together = ref<string[]>([])
const toggle = (draft: string) =>
  (together.value = together.value.includes(draft) ? together.value.filter((id) => id !== draft) : [...together.value, draft])
const isChosen = (set: { lines: Line[] }) => set.lines.every((line) => together.value.includes(line.draft))
/** Chooses all that belongs to an edition, or none of it. */
function toggleSet(set: { lines: Line[] }) {
  const drafts = set.lines.map(({ draft }) => draft)
  const others = together.value.filter((draft) => !drafts.includes(draft))
  together.value = isChosen(set) ? others : [...others, ...drafts]
}
const chosen = computed(() => lines.value.filter((line) => together.value.includes(line.draft)))
const unread = computed(() => chosen.value.find((line) => read.get(line.draft) !== line.head))
const asking = ref(false)
const { act } = useAct(async () => {
  asking.value = false
  together.value = []
  await again()
})
const pins = useKeptPins()
const clearAll = (note: string) =>
  act(
    async () => {
      const drafts = chosen.value.flatMap((line) =>
        // Notes that were kept go once, with the first of its gates.
        line.gates.map((gate, index) => ({
          draft: line.draft,
          seen: read.get(line.draft)!,
          gate: gate.id,
          notes: index ? [] : (pins.value[line.draft] ?? []).map(sentPin),
        })),
      )
      await api('POST', '/clearances', { body: { note, drafts } })
      pins.value = Object.fromEntries(Object.entries(pins.value).filter(([draft]) => !together.value.includes(draft)))
    },
    say.textsClearedTogether(say.countedTexts(chosen.value.length)),
  )

const shown = ref<InstanceType<typeof ReviewCase>>()
const writing = (event: KeyboardEvent) =>
  event.ctrlKey ||
  event.metaKey ||
  event.altKey ||
  (event.target as HTMLElement).closest('input, textarea, select, [contenteditable=true], [role=dialog]')
/** Keys of this screen; what one opens by a key does not get that key as its first letter. */
const onKey = (key: string, run: () => unknown) =>
  onKeyStroke(key, (event) => {
    if (writing(event)) return
    event.preventDefault()
    run()
  })
onKey('j', () => go(at.value + 1))
onKey('k', () => go(at.value - 1))
onKey('x', () => current.value && toggle(current.value.draft))
onKey('c', () => shown.value?.ask('clear'))
onKey('r', () => shown.value?.ask('return'))
useHead({ title: say.reviewYieldgate })
</script>

<template>
  <div class="flex h-full min-h-0 flex-col">
    <PlaceStrip :name="say.review">
      <span class="text-soft max-lg:hidden"
        ><kbd>J</kbd> <kbd>K</kbd> {{ say.nextBefore }} <kbd>C</kbd> {{ say.clear }} <kbd>R</kbd> {{ say.returnWord }} <kbd>X</kbd>
        {{ say.belongsTogether }}</span
      >
      <template #action
        ><button
          v-if="chosen.length > 1"
          class="button-main"
          :disabled="!!unread"
          :title="unread && say.wasNotReadHereYet(unread.title)"
          @click="asking = true"
        >
          {{ say.clearCountTogether(chosen.length) }}
        </button></template
      >
    </PlaceStrip>
    <LoadState v-if="!day" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!lines.length" class="px-5 py-8 text-soft">
      {{ say.nothingWaitsAtAGateYouGuard }} <NuxtLink class="link" to="/office">{{ say.backToToday }}</NuxtLink>
    </p>
    <div v-else class="grid min-h-0 flex-1 grid-rows-[auto_minmax(0,1fr)] lg:grid-cols-[20rem_minmax(0,1fr)] lg:grid-rows-1">
      <ol data-scrolls="waiting" class="overflow-y-auto border-r border-line max-lg:max-h-40 max-lg:border-b" :aria-label="say.waitsForYou">
        <template v-for="set in sets" :key="set.lines[0]!.draft">
          <li v-if="set.edition" class="flex items-baseline gap-2 border-b border-line bg-deep px-4 py-2">
            <input type="checkbox" :checked="isChosen(set)" :aria-label="say.allOfTheEdition(set.edition.name)" @change="toggleSet(set)" />
            <NuxtLink :to="`/office/editions/${set.edition.id}`" class="min-w-0 truncate font-semibold hover:underline">{{
              set.edition.name
            }}</NuxtLink>
            <span class="ml-auto shrink-0 text-body text-soft">{{ say.countedTexts(set.lines.length) }}</span>
          </li>
          <li
            v-for="line in set.lines"
            :key="line.draft"
            class="flex items-start gap-2 border-b border-line px-4 py-2.5"
            :class="[line === current && 'bg-sheet', set.edition && 'pl-7']"
          >
            <input
              type="checkbox"
              class="mt-1"
              :checked="together.includes(line.draft)"
              :aria-label="say.belongsTogetherWithOthers(line.title)"
              @change="toggle(line.draft)"
            />
            <button class="min-w-0 flex-1 text-left" :aria-current="line === current ? 'true' : undefined" @click="go(lines.indexOf(line))">
              <span class="block truncate" :class="line === current ? 'font-semibold' : 'font-medium'">{{
                line.title || common.withoutATitle
              }}</span>
              <span class="block truncate text-body text-soft">{{ line.by }} · {{ line.section }}</span>
              <span
                class="block text-body"
                :class="line.due && line.due <= site.now.toISOString() ? 'font-semibold text-rust' : 'text-lamp'"
                >{{ line.due ? say.dueDue(shortIn(line.due, zone, site.now)) : say.sinceAt(shortIn(line.at, zone, site.now)) }}</span
              >
            </button>
          </li>
        </template>
      </ol>
      <ReviewCase v-if="page?.draft" :key="page.draft.id" ref="shown" :page="page" @done="load" @reload="again" />
      <NotLoaded v-else-if="noCase" class="!m-5" :what="say.theText" :problem="noCase" @again="showAgain" />
      <p v-else class="px-5 py-8 text-soft">{{ say.oneMoment }}</p>
    </div>
    <NoteDialog
      v-if="asking"
      :title="say.clearCountTogether(chosen.length)"
      :label="say.aWordWithIt"
      :action="say.clearThem"
      :hint="say.eachIsClearedForTheVersion"
      :run="clearAll"
      @close="asking = false"
    >
      <ul class="mb-3 list-disc pl-5">
        <li v-for="line in chosen" :key="line.draft">
          {{ say.titleVersionNumber(line.title, line.number) }}
          <span class="text-soft"
            >{{ say.atGates(line.gates.map(({ name }) => name).join(', '))
            }}<template v-if="pins[line.draft]?.length">{{
              say.andWithOfYours(say.countedNotes(pins[line.draft]!.length))
            }}</template></span
          >
        </li>
      </ul>
    </NoteDialog>
  </div>
</template>
