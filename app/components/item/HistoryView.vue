<script setup lang="ts">
import { sittingsOf } from '~~/core/history/sittings'
import { LIVE_CAUSES, VERSION_CAUSES } from '~~/core/history/causes'
import { fullIn, shortIn } from '~~/core/time/words'
import { renderBlock } from '~~/core/render/blocks'
import type { Refs } from '~~/core/render/text'
import type { Content } from '~~/core/content/content'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import LoadState from '~/components/frame/LoadState.vue'
import StateMark from '~/components/mark/StateMark.vue'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import LiveBands from './LiveBands.vue'
import NoteDialog from './NoteDialog.vue'
import { useLoad } from '~/composables/load'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/history'

type VersionLine = Got<`/items/${string}/versions`>['versions'][number]

/** All versions in steps, newest first, by day and sitting, with when each was what readers got. */
const props = defineProps<{
  item: string
  refs: Refs
  mayRestore: string | undefined
  mayRollBack: string | undefined
  mayName: boolean
  severalDrafts: boolean
  draftHead: string | null
  liveVersion: string | null
  /** What the history follows from; when it changes, the history is asked for anew. */
  reload: string
}>()
const emit = defineEmits<{
  restore: [version: string, number: number]
  rollBack: [version: string, number: number]
  compare: [from: string, to: string]
}>()
const site = useSite()
const notices = useNotices()
const zone = computed(() => site.zone)
const { value: history, problem, loading, load } = useLoad(() => `/items/${props.item}/versions?limit=200`)
await load()
watch(() => props.reload, load)
async function older() {
  const more = await api('GET', `/items/${props.item}/versions?limit=200&below=${history.value!.next}`)
  history.value = { ...more, versions: [...history.value!.versions, ...more.versions] }
}

const open = ref<string | null>(null)
const shown = shallowRef<{ number: number; content: Content; refs: Refs } | null>(null)
async function look(version: VersionLine) {
  const answer = await api('GET', `/versions/${version.id}`)
  shown.value = {
    number: answer.number,
    content: answer.content,
    refs: { ...props.refs, media: new Map(answer.media.map((media) => [media.id, media])) },
  }
}

const naming = shallowRef<VersionLine | null>(null)
async function name(text: string) {
  try {
    await api('PATCH', `/versions/${naming.value!.id}`, { body: { name: text } })
    await load()
    return true
  } catch (error) {
    notices.trouble(error)
    return false
  }
}

const FILTERS = {
  all: [say.all, () => true],
  named: [say.named, (version: VersionLine) => Boolean(version.name || version.note)],
  cleared: [common.cleared, (version: VersionLine) => version.cleared],
  live: [say.wereLive, (version: VersionLine) => version.live.length > 0],
} as const
type Filter = keyof typeof FILTERS
const filter = ref<Filter>('all')
const CHOICES = (Object.keys(FILTERS) as Filter[]).map((value) => ({ value, word: FILTERS[value][0] }))

const sittings = computed(() => sittingsOf(history.value?.versions.filter(FILTERS[filter.value][1]) ?? []))
const dayOf = (at: string) => fullIn(at, zone.value).replace(/,? \d\d:\d\d$/, '')
/** Sittings under the day of their newest version. */
const days = computed(() => {
  const out: { day: string; sittings: VersionLine[][] }[] = []
  for (const group of sittings.value) {
    const day = dayOf(group[0]!.at)
    if (out.at(-1)?.day === day) out.at(-1)!.sittings.push(group)
    else out.push({ day, sittings: [group] })
  }
  return out
})
/** How much a sitting changed: the sum over its versions. */
function sizeWords(group: VersionLine[]): string {
  const [blocks, fields] = [
    group.reduce((sum, { size }) => sum + (size?.blocks ?? 0), 0),
    group.reduce((sum, { size }) => sum + (size?.fields ?? 0), 0),
  ]
  return [blocks && common.countedBlocks(blocks), fields && say.countedFields(fields)].filter(Boolean).join(', ')
}
const before = (group: VersionLine[]) => {
  const all = history.value!.versions
  return all[all.indexOf(group.at(-1)!) + 1]?.id
}
const bands = computed(() =>
  (history.value?.versions ?? []).flatMap((version) =>
    version.live.map(({ from, to }) => ({ version: version.id, number: version.number, from, to })),
  ),
)
const since = computed(() => history.value?.versions.at(-1)?.at ?? site.now.toISOString())
async function goTo(version: string) {
  filter.value = 'all'
  await nextTick()
  document.getElementById(`version-${version}`)?.scrollIntoView({ block: 'center' })
}
</script>

<template>
  <LoadState v-if="!history" :problem="problem" :loading="loading" @retry="load" />
  <div v-else class="mx-auto grid max-w-6xl gap-8 px-8 py-6" :class="shown && 'lg:grid-cols-2'">
    <div>
      <LiveBands v-if="bands.length" class="mb-4" :bands="bands" :since="since" @choose="goTo" />
      <ChoiceButtons v-model="filter" class="mb-2" :label="say.whichVersions" :choices="CHOICES" />
      <p v-if="!sittings.length" class="py-6 text-soft">{{ say.noVersionIsLikeThat }}</p>
      <section v-for="part in days" :key="part.day" :aria-label="part.day">
        <h2 class="eyebrow border-b border-line pt-4 pb-1">{{ part.day }}</h2>
        <ol class="relative">
          <li
            v-for="group in part.sittings"
            :id="`version-${group[0]!.id}`"
            :key="group[0]!.id"
            class="relative border-b border-line py-3 pl-6"
          >
            <span
              v-if="group[0]!.live.length"
              class="absolute top-3 bottom-3 left-0 w-1.5 rounded-full"
              :class="group[0]!.id === liveVersion ? 'bg-kelp-fill' : 'bg-line'"
              aria-hidden="true"
            />
            <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
              <b class="font-semibold tabular-nums">{{ say.versionNumber(group[0]!.number) }}</b>
              <span v-if="group[0]!.name" class="rounded-md bg-tide-wash px-1.5 font-semibold text-tide">{{ group[0]!.name }}</span>
              <span class="text-soft"
                >{{ say.causeByAuthor(VERSION_CAUSES[group[0]!.cause], group[0]!.author) }}
                <span :title="fullIn(group[0]!.at, zone)">{{ shortIn(group[0]!.at, zone, site.now) }}</span><template
                  v-if="severalDrafts && group[0]!.draft"
                >
                  {{ say.inDraft(group[0]!.draft) }}</template
                ><template v-if="sizeWords(group)"> · {{ sizeWords(group) }}</template></span
              >
              <StateMark v-if="group[0]!.cleared" state="cleared" />
              <StateMark v-if="group[0]!.id === draftHead" state="draft" :label="say.draftNow" />
              <StateMark v-if="group[0]!.id === liveVersion" state="live" :label="say.liveNow" />
              <span class="ml-auto flex gap-1">
                <button class="button-quiet" @click="look(group[0]!)">{{ say.look }}</button>
                <button v-if="before(group)" class="button-quiet" @click="emit('compare', before(group)!, group[0]!.id)">
                  {{ say.compare }}
                </button>
                <button v-if="mayName" class="button-quiet" @click="naming = group[0]!">{{ common.name }}</button>
                <button
                  v-if="group[0]!.id !== draftHead"
                  class="button-quiet"
                  :disabled="!!mayRestore"
                  :title="mayRestore"
                  @click="emit('restore', group[0]!.id, group[0]!.number)"
                >
                  {{ say.restoreIntoADraft }}
                </button>
                <button
                  v-if="group[0]!.live.length && group[0]!.id !== liveVersion"
                  class="button-quiet"
                  :disabled="!!mayRollBack"
                  :title="mayRollBack"
                  @click="emit('rollBack', group[0]!.id, group[0]!.number)"
                >
                  {{ say.rollBackToThis }}
                </button>
              </span>
            </div>
            <p v-if="group[0]!.note" class="mt-0.5">“{{ group[0]!.note }}”</p>
            <p v-for="interval in group[0]!.live" :key="interval.from" class="mt-0.5 text-body text-kelp">
              {{
                say.liveFromToToCauseBy(
                  shortIn(interval.from, zone, site.now),
                  interval.to ? shortIn(interval.to, zone, site.now) : common.now,
                  LIVE_CAUSES[interval.cause],
                  interval.by ?? '',
                )
              }}
            </p>
            <template v-if="group.length > 1">
              <button
                class="link mt-1 text-body"
                :aria-expanded="open === group[0]!.id"
                @click="open = open === group[0]!.id ? null : group[0]!.id"
              >
                {{ open === group[0]!.id ? common.fold : say.moreOfThisSitting(group.length - 1) }}
              </button>
              <ol v-if="open === group[0]!.id" class="mt-1">
                <li v-for="version in group.slice(1)" :key="version.id" class="flex items-center gap-2 text-soft">
                  {{ say.versionNumberAt(version.number, shortIn(version.at, zone, site.now))
                  }}<button class="button-quiet ml-auto" @click="look(version)">{{ say.look }}</button
                  ><button
                    class="button-quiet"
                    :disabled="!!mayRestore"
                    :title="mayRestore"
                    @click="emit('restore', version.id, version.number)"
                  >
                    {{ say.restoreIntoADraft }}
                  </button>
                </li>
              </ol>
            </template>
          </li>
        </ol>
      </section>
      <button v-if="history.next" class="button mt-3" @click="older">{{ say.olderVersions }}</button>
    </div>
    <NoteDialog
      v-if="naming"
      :title="say.nameVersionNumber(naming.number)"
      :label="say.nameForTheOfficeAlone"
      :action="say.keepTheName"
      :hint="say.anEmptyNameTakesItAway"
      :start="naming.name ?? ''"
      :run="name"
      @close="naming = null"
    />
    <article
      v-if="shown"
      class="page-look sticky top-4 h-fit max-h-[80vh] overflow-y-auto rounded-md border border-line bg-sheet p-6"
      :aria-label="say.versionNumber(shown.number)"
    >
      <p class="mb-3 flex items-center font-sans text-plain text-soft">
        {{ say.versionNumber(shown.number) }}<button class="button-quiet ml-auto" @click="shown = null">{{ common.close }}</button>
      </p>
      <h2 class="!mt-0">{{ shown.content.fields.title }}</h2>
      <p v-if="shown.content.fields.summary" class="text-soft">{{ shown.content.fields.summary }}</p>
      <RenderedHtml v-for="block in shown.content.body" :key="block.id" class="mt-3" :html="renderBlock(block, shown.refs)" />
    </article>
  </div>
</template>
