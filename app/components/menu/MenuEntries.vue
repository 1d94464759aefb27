<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Heading, Link, ListTree } from 'lucide-vue-next'
import type { Outcome } from '~~/core/outcome'
import { addEntry, entryLines, moveEntry, spotOfStep, withEntry, withoutEntry, type EntryStep } from '~~/core/menu/arrange'
import { allEntries, itemOfHref, newEntry, type EntryTarget, type MenuEntry } from '~~/core/menu/entries'
import type { Meeting } from '~~/core/tree/spots'
import { api } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { useAttempt } from '~/composables/attempt'
import { lazyDialog } from '~/composables/lazily'
import { useTitles } from '~/composables/titles'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import MenuEntryRow from './MenuEntryRow.vue'
import { entryWords } from './menuWords'
import * as say from '~~/core/words/office/menus'

// Where an entry leads, and all else that is said of it, is chosen in dialogs that come when they are asked for.
const LinkDialog = lazyDialog(() => import('~/editor/LinkDialog.vue'))
const MenuEntryDialog = lazyDialog(() => import('./MenuEntryDialog.vue'))

/** The entries of a menu, arranged with the mouse or by keys. */
const props = defineProps<{ entries: MenuEntry[]; locked: boolean }>()
const emit = defineEmits<{ change: [entries: MenuEntry[]] }>()
const notices = useNotices()
const site = useSite()
const lines = computed(() => entryLines(props.entries))
const list = useTemplateRef<HTMLElement>('list')

/** Where entries lead on the site now, and what of them is left out. */
const standing = shallowRef<Answer<'POST', '/menus/standing'>>({ targets: [], leftOut: [] })
const {
  run: look,
  problem,
  again,
} = useAttempt(async () => {
  const asked = props.entries
  const answer = await api('POST', '/menus/standing', { body: { entries: asked } })
  if (asked === props.entries) standing.value = answer
})
const lookSoon = useDebounceFn(look, 200)
watch([() => props.entries, () => site.news], () => void lookSoon(), { immediate: true })
const targets = computed(() => new Map(standing.value.targets.map((target) => [target.href, target])))
const leftOut = computed(() => new Map(standing.value.leftOut.map(({ id, why }) => [id, why])))

/** What is not on the site has its title from the office. */
const { titles, need } = useTitles()
const missing = computed(() =>
  standing.value.leftOut.flatMap(({ id }) => {
    const entry = [...allEntries(props.entries)].find((each) => each.id === id)
    return (entry?.target.is === 'link' && itemOfHref(entry.target.href)) || []
  }),
)
watch(missing, (items) => items.length && need(items))
const titleOf = (href: string) => targets.value.get(href)?.label ?? titles.get(itemOfHref(href) ?? '') ?? (itemOfHref(href) ? '…' : href)
const words = (entry: MenuEntry) => entryWords(entry, titleOf)
const pathOf = ({ target }: MenuEntry) => (target.is === 'link' ? (targets.value.get(target.href)?.path ?? '') : '')

async function focus(id: string | undefined) {
  await nextTick()
  list.value?.querySelector<HTMLElement>(`[data-entry="${id}"]`)?.focus()
}
const take = (outcome: Outcome<MenuEntry[]>, id: string) => {
  if (!outcome.ok) return notices.say('trouble', outcome.reasons[0]!.detail)
  emit('change', outcome.value)
  void focus(id)
}
function add(target: EntryTarget, more: Partial<MenuEntry> = {}) {
  const entry = { ...newEntry(crypto.randomUUID(), target), ...more }
  take(addEntry(props.entries, entry, { is: 'end' }), entry.id)
}
function step(id: string, way: EntryStep) {
  const spot = spotOfStep(props.entries, id, way)
  if (spot) take(moveEntry(props.entries, id, spot), id)
}
function takeOut(id: string) {
  const at = lines.value.findIndex(({ entry }) => entry.id === id)
  emit('change', withoutEntry(props.entries, id))
  void focus(lines.value[at + 1]?.entry.id ?? lines.value[at - 1]?.entry.id)
}
const drop = (dragged: string, id: string, how: Meeting) => take(moveEntry(props.entries, dragged, { is: how, id }), dragged)
const walk = (id: string, by: number) => focus(lines.value[lines.value.findIndex(({ entry }) => entry.id === id) + by]?.entry.id)
const within = (entry: MenuEntry) => new Set([...allEntries([entry])].map(({ id }) => id))

const linking = ref(false)
const changing = shallowRef<MenuEntry | null>(null)
function link(href: string, _title: string, newWindow: boolean) {
  linking.value = false
  add({ is: 'link', href, below: 0 }, { newWindow })
}
function changed(change: Partial<MenuEntry>) {
  const { id } = changing.value!
  changing.value = null
  emit('change', withEntry(props.entries, id, change))
  void focus(id)
}
</script>

<template>
  <div class="min-w-0">
    <p v-if="!entries.length" class="text-soft">{{ say.noEntryYet }}</p>
    <ol v-else ref="list" class="rounded-md border border-line" :aria-label="say.entriesOfTheMenu">
      <MenuEntryRow
        v-for="line in lines"
        :key="line.entry.id"
        :line="line"
        :words="words(line.entry)"
        :path="pathOf(line.entry)"
        :left-out="leftOut.get(line.entry.id) ?? null"
        :locked="locked"
        :within="within(line.entry)"
        @change="changing = line.entry"
        @step="step(line.entry.id, $event)"
        @out="takeOut(line.entry.id)"
        @walk="walk(line.entry.id, $event)"
        @drop="(dragged, how) => drop(dragged, line.entry.id, how)"
      />
    </ol>
    <NotLoaded v-if="problem" :what="say.leadsTo" :problem="problem" @again="again" />
    <div v-if="!locked" class="mt-3 flex flex-wrap gap-2">
      <button type="button" class="button" @click="linking = true"><Link class="size-4" aria-hidden="true" />{{ say.addALink }}</button>
      <button type="button" class="button" @click="add({ is: 'heading' }, { label: say.newHeading })">
        <Heading class="size-4" aria-hidden="true" />{{ say.addAHeading }}
      </button>
      <button type="button" class="button" @click="add({ is: 'pages', below: 0 })">
        <ListTree class="size-4" aria-hidden="true" />{{ say.addTheTopPages }}
      </button>
    </div>
    <p v-if="!locked && entries.length" class="hint mt-2 max-md:hidden">{{ say.keysOfEntries }}</p>
    <LinkDialog v-if="linking" href="" :new-window="false" @close="linking = false" @link="link" />
    <MenuEntryDialog v-if="changing" :entry="changing" :words="words(changing)" @close="changing = null" @save="changed" />
  </div>
</template>
