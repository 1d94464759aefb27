<script setup lang="ts">
import { useReadersAccess } from '~/composables/readersAccess'
import { onKeyStroke } from '@vueuse/core'
import { ArrowDown, ArrowUp } from 'lucide-vue-next'
import { FIELDS, type FieldName } from '~~/core/content/fields'
import type { Content } from '~~/core/content/content'
import { runs } from '~~/core/content/inline'
import { compare } from '~~/core/history/compare'
import { markText } from '~~/core/history/words'
import { takeBack, type Place } from '~~/core/history/restore'
import { renderText, type Refs } from '~~/core/render/text'
import { sittingsOf } from '~~/core/history/sittings'
import { dateIn } from '~~/core/time/date'
import { dayWords, shortIn } from '~~/core/time/words'
import ComparedBlock from './ComparedBlock.vue'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import { fieldWords } from './fieldWords'
import { PinnedNotes } from './noteParts'
import { api } from '~/composables/api'
import { useItemNotes } from '~/composables/itemNotes'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/history'

type VersionLine = Got<`/items/${string}/versions`>['versions'][number]
type Shown = Got<`/versions/${string}`>

/** Two versions of an item beside each other, or a draft with what is live: what changed, block by block and word by word. */
const props = defineProps<{
  item: string
  refs: Refs
  /** The versions to begin with, if any. */
  from: string | null
  /** The version that a reviewer has judged, or that readers have. */
  known: { version: string; number: number; why: 'cleared' | 'returned' | 'live' } | null
  to: string | null
  draftHead: string | null
  liveVersion: string | null
  /** The draft's content as it is on the screen, shown in place of its newest version. */
  atHand: Content | null
  mayWrite: boolean
}>()
const emit = defineEmits<{ pick: [from: string, to: string]; takeBack: [content: Content, version: string] }>()
const site = useSite()
const zone = computed(() => site.zone)

const notes = useItemNotes()
const versions = shallowRef<VersionLine[]>([])
const { versions: list } = await api('GET', `/items/${props.item}/versions?limit=200`)
versions.value = list
const toId = computed(() => props.to ?? props.draftHead ?? props.liveVersion ?? list[0]!.id)
const fromId = computed(() => {
  if (props.from) return props.from
  if (props.liveVersion && props.liveVersion !== toId.value) return props.liveVersion
  const at = list.findIndex((version) => version.id === toId.value)
  return list[at + 1]?.id ?? toId.value
})
const name = (version: VersionLine) =>
  say.versionByAuthor(
    version.number,
    version.id === props.draftHead ? say.andDraftNow : version.id === props.liveVersion ? say.andLiveNow : '',
    version.name ? `, ${version.name}` : '',
    version.author,
    shortIn(version.at, zone.value, site.now),
  )

/** The lists offer one version of each sitting, its newest, under its day; and those that are compared. */
const days = computed(() => {
  const chosen = new Set([fromId.value, toId.value])
  const offered = sittingsOf(versions.value).flatMap(([newest, ...others]) => [newest!, ...others.filter(({ id }) => chosen.has(id))])
  const out: { day: string; versions: VersionLine[] }[] = []
  for (const version of offered) {
    const day = dayWords(dateIn(version.at, zone.value))
    if (out.at(-1)?.day === day) out.at(-1)!.versions.push(version)
    else out.push({ day, versions: [version] })
  }
  return out
})

const [before, after] = [shallowRef<Shown | null>(null), shallowRef<Shown | null>(null)]
const load = (id: string) => api('GET', `/versions/${id}`)
watch(fromId, async (id) => (before.value = await load(id)), { immediate: true })
watch(toId, async (id) => (after.value = await load(id)), { immediate: true })

const atHead = computed(() => toId.value === props.draftHead)
const atDraft = computed(() => atHead.value && props.atHand !== null)
const contents = computed(
  () => before.value && after.value && { before: before.value.content, after: atDraft.value ? props.atHand! : after.value.content },
)
const script = computed(() => contents.value && compare(contents.value.before, contents.value.after))
const refs = computed<Refs>(() => ({
  ...props.refs,
  // What one of the two alone names is known from that version.
  items: new Map([
    ...[...(before.value?.items ?? []), ...(after.value?.items ?? [])].map(
      ({ id, path, title }) => [id, { path: path ?? '', title }] as const,
    ),
    ...props.refs.items,
  ]),
  media: new Map([
    ...props.refs.media,
    ...[...(before.value?.media ?? []), ...(after.value?.media ?? [])].map((media) => [media.id, media] as const),
  ]),
}))
const blocks = computed(() => new Map(contents.value?.after.body.map((block) => [block.id, block])))

const [columns, plain, unchanged] = [ref(false), ref(false), ref(false)]
/** Changed blocks, and between them how many are folded away. */
const lines = computed(() => {
  const out: ({ fold: number; key: string } | { change: NonNullable<typeof script.value>['blocks'][number]; key: string })[] = []
  for (const change of script.value?.blocks ?? []) {
    const last = out.at(-1)
    if (change.change !== 'same' || unchanged.value) out.push({ change, key: change.id })
    else if (last && 'fold' in last) last.fold++
    else out.push({ fold: 1, key: `fold ${change.id}` })
  }
  return out
})
const counts = computed(() => {
  const tally = (what: string) => script.value?.blocks.filter(({ change }) => change === what).length ?? 0
  const parts = [
    [tally('changed'), 'changed'],
    [tally('added'), 'added'],
    [tally('removed'), 'removed'],
    [tally('moved'), 'moved'],
  ] as const
  const said = parts.filter(([n]) => n).map(([n, what], index) => (index ? `${n} ${what}` : `${common.countedBlocks(n)} ${what}`))
  if (script.value?.fields.length) said.push(say.countedFields(script.value.fields.length))
  if (!said.length) return say.theySayTheSameToReaders
  const { known } = props
  const after = { cleared: say.youCleared, returned: say.youReturned, live: say.whatIsLive }
  return known?.version === fromId.value && atHead.value
    ? say.saidSinceWhyVersionNumber(said.join(', '), after[known.why], known.number)
    : said.join(', ')
})
// What pages may be for is named as it is called now.
const { load: loadAccess } = useReadersAccess()
watch(
  () => script.value?.fields.some(({ name }) => name === 'access'),
  (any) => any && loadAccess(),
)
const fieldHtml = (name: FieldName, value: unknown, other: unknown, side: 'before' | 'after') => {
  if (FIELDS[name]?.input === 'place') return say.placeWords[side]
  const [mine, theirs] = [fieldWords(name, value, refs.value), fieldWords(name, other, refs.value)]
  const marked = side === 'before' ? markText(runs(mine), runs(theirs)) : markText(runs(theirs), runs(mine))
  return renderText(
    marked.filter((run) => run.change !== (side === 'before' ? 'added' : 'removed')),
    refs.value,
  )
}

/** Takes one place of the draft at hand back to what it was. */
const back = (place: Place) =>
  contents.value && props.atHand && emit('takeBack', takeBack(props.atHand, contents.value.before, place), fromId.value)

const frame = ref<HTMLElement>()
function go(by: 1 | -1) {
  const changes = [...(frame.value?.querySelectorAll<HTMLElement>('.change') ?? [])]
  if (!changes.length) return
  const at = changes.indexOf(document.activeElement as HTMLElement)
  const next = changes[at < 0 ? (by > 0 ? 0 : changes.length - 1) : (at + by + changes.length) % changes.length]!
  next.focus({ preventScroll: true })
  next.scrollIntoView({ block: 'center' })
}
const typing = (event: KeyboardEvent) =>
  (event.target as HTMLElement).matches('input, textarea, select, [contenteditable]') || event.ctrlKey || event.metaKey
onKeyStroke('n', (event) => !typing(event) && go(1))
onKeyStroke('p', (event) => !typing(event) && go(-1))
</script>

<template>
  <div ref="frame" class="h-full overflow-y-auto bg-paper max-md:h-auto">
    <div
      class="sticky top-0 z-10 flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-paper px-5 py-2.5 max-md:[&_label]:hidden"
    >
      <label class="flex items-center gap-2"
        ><span class="text-soft">{{ say.from }}</span>
        <select
          class="input max-w-96 field-sizing-content"
          :value="fromId"
          @change="emit('pick', ($event.target as HTMLSelectElement).value, toId)"
        >
          <optgroup v-for="part in days" :key="part.day" :label="part.day">
            <option v-for="version in part.versions" :key="version.id" :value="version.id">{{ name(version) }}</option>
          </optgroup>
        </select></label
      >
      <label class="flex items-center gap-2"
        ><span class="text-soft">{{ say.to }}</span>
        <select
          class="input max-w-96 field-sizing-content"
          :value="toId"
          @change="emit('pick', fromId, ($event.target as HTMLSelectElement).value)"
        >
          <optgroup v-for="part in days" :key="part.day" :label="part.day">
            <option v-for="version in part.versions" :key="version.id" :value="version.id">{{ name(version) }}</option>
          </optgroup>
        </select></label
      >
      <div class="flex gap-1" role="group" :aria-label="say.howToShowIt">
        <button class="button" :aria-pressed="columns" :class="columns && '!border-kelp !bg-kelp-wash'" @click="columns = !columns">
          {{ say.twoColumns }}
        </button>
        <button class="button" :aria-pressed="plain" :class="plain && '!border-kelp !bg-kelp-wash'" @click="plain = !plain">
          {{ say.wordsOnly }}
        </button>
        <button class="button" :aria-pressed="unchanged" :class="unchanged && '!border-kelp !bg-kelp-wash'" @click="unchanged = !unchanged">
          {{ say.unchangedToo }}
        </button>
      </div>
      <div class="ml-auto flex items-center gap-1">
        <button class="icon-button" :aria-label="say.changeBeforeP" :title="say.changeBeforeP" @click="go(-1)">
          <ArrowUp class="size-4" />
        </button>
        <button class="icon-button" :aria-label="say.nextChangeN" :title="say.nextChangeN" @click="go(1)">
          <ArrowDown class="size-4" />
        </button>
      </div>
    </div>
    <div v-if="script && contents" class="mx-auto max-w-5xl px-5 py-4">
      <p class="mb-3 font-semibold sm:pl-34" role="status">{{ counts }}</p>
      <div v-if="script.fields.length" class="mb-4 rounded-md border border-line bg-sheet">
        <table class="w-full">
          <caption class="sr-only">
            {{
              say.fieldsThatChanged
            }}
          </caption>
          <thead>
            <tr class="border-b border-line text-left text-body text-soft">
              <th scope="col" class="w-44 px-4 py-1.5 font-medium">{{ say.field }}</th>
              <th scope="col" class="px-3 font-medium">{{ say.before }}</th>
              <th scope="col" class="px-3 font-medium">{{ say.after }}</th>
              <th scope="col" class="w-32">
                <span class="sr-only">{{ say.takeBack }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="change in script.fields"
              :key="change.name"
              class="change border-b border-line align-top last:border-0"
              tabindex="-1"
            >
              <th scope="row" class="px-4 py-2 text-left font-medium">{{ FIELDS[change.name]?.label ?? change.name }}</th>
              <td class="px-3 py-2">
                <RenderedHtml
                  tag="span"
                  :html="fieldHtml(change.name, change.before, change.after, 'before') || `<span>${say.empty}</span>`"
                />
              </td>
              <td class="px-3 py-2">
                <RenderedHtml
                  tag="span"
                  :html="fieldHtml(change.name, change.after, change.before, 'after') || `<span>${say.empty}</span>`"
                />
              </td>
              <td class="px-3 py-2 text-right">
                <button v-if="atDraft && mayWrite" class="link" @click="back({ field: change.name })">
                  {{ say.takeThisBack }}
                </button>
                <button
                  v-if="atHead && notes?.pinning.value"
                  class="link"
                  :aria-label="say.noteOnLabel(FIELDS[change.name]?.label ?? change.name)"
                  @click="notes.ask(`field:${change.name}`)"
                >
                  {{ common.note }}
                </button>
                <PinnedNotes v-if="atHead && notes?.pinsAt(`field:${change.name}`)" class="text-left" :place="`field:${change.name}`" />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-if="lines.length || !script.fields.length" class="rounded-md border border-line bg-sheet px-4 py-3">
        <template v-for="line in lines" :key="line.key">
          <p v-if="'fold' in line" class="grid gap-4 py-1 text-soft sm:grid-cols-[7.5rem_minmax(0,1fr)]">
            <span class="hidden border-r-2 border-transparent sm:block" /><button class="link w-fit" @click="unchanged = true">
              {{ say.blocksUnchanged(common.countedBlocks(line.fold)) }}
            </button>
          </p>
          <ComparedBlock
            v-else
            :change="line.change"
            :block="blocks.get(line.change.id) ?? null"
            :refs="refs"
            :columns="columns"
            :plain="plain"
            :take-back="atDraft && mayWrite"
            :noted="atHead"
            @take-back="back({ block: line.change.id })"
          />
        </template>
        <p v-if="!lines.length" class="py-3 text-center text-soft">{{ say.neitherHasAnythingInItsBody }}</p>
      </div>
    </div>
  </div>
</template>
