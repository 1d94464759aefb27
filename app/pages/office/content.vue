<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Plus } from 'lucide-vue-next'
import type { Kind } from '~~/core/content/kinds'
import { parseQuery } from '~~/core/query/parse'
import { shortIn } from '~~/core/time/words'
import { dateIn } from '~~/core/time/zone'
import { KIND_WORDS } from '~~/core/content/kinds'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import StateMark from '~/components/mark/StateMark.vue'
import StartDialog from '~/components/content/StartDialog.vue'
import type { MarkName } from '~/components/mark/marks'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'

interface Listed {
  id: string
  kind: Kind
  title: string
  internalName: string
  section: { id: string; name: string }
  onSite: 'none' | 'live' | 'withdrawn'
  draftState: Exclude<MarkName, 'live' | 'none' | 'withdrawn'> | null
  next: string | null
  author: string
  changedAt: string
}
interface ListAnswer {
  total: number
  next: string | null
  items: Listed[]
}

const site = useSite()
const route = useRoute()
const router = useRouter()
const STATES: [string, string][] = [
  ['draft', 'Draft'],
  ['in_review', 'In review'],
  ['returned', 'Returned'],
  ['cleared', 'Cleared'],
  ['scheduled', 'Scheduled'],
  ['held', 'Held'],
  ['live', 'Live'],
  ['none', 'Not on site'],
  ['withdrawn', 'Withdrawn'],
  ['binned', 'In the bin'],
]
const filter = computed(() => {
  const pick = (name: string) => (typeof route.query[name] === 'string' ? (route.query[name] as string) : '')
  return { q: pick('q'), state: pick('state'), kind: pick('kind'), section: pick('section'), cursor: pick('cursor') }
})
const text = ref(filter.value.q)
const wrong = computed(() => {
  const parsed = parseQuery(text.value, dateIn(site.now.toISOString(), site.site?.zone ?? 'UTC'))
  return parsed.ok ? null : parsed.problem
})
const asking = ref(false)
const query = (extra: Record<string, string> = {}) =>
  Object.fromEntries(Object.entries({ ...filter.value, ...extra }).filter(([, value]) => value))
function set(change: Record<string, string>) {
  return router.replace({ query: query({ cursor: '', ...change }) })
}
// What cannot be read is not asked; the list stays as it was.
const setText = useDebounceFn(() => wrong.value || set({ q: text.value }), 200)
const { value: page, problem, loading, load } = useLoad<ListAnswer>(() => `/items?${new URLSearchParams({ ...query(), limit: '50' })}`)
await load()
watch(filter, (now, then) => {
  if (JSON.stringify(now) !== JSON.stringify(then)) void load()
  if (now.q !== text.value && !document.activeElement?.matches('#words')) text.value = now.q
})
watch(() => site.news, useDebounceFn(load, 600))
const filtered = computed(() => Boolean(filter.value.q || filter.value.state || filter.value.kind || filter.value.section))
const starting = computed(() => (typeof route.query.start === 'string' ? (route.query.start as Kind) : null))
const closeStart = () => router.replace({ query: query() })
const sectionNames = computed(() => {
  const depth = (id: string | null, seen = 0): number => {
    const section = site.sections.find((entry) => entry.id === id)
    return section && seen < 20 ? 1 + depth(section.parent, seen + 1) : 0
  }
  return site.sections.map((section) => ({ id: section.id, name: `${'– '.repeat(depth(section.parent))}${section.name}` }))
})
</script>

<template>
  <div>
    <PlaceStrip name="Content">
      <div class="flex flex-wrap items-center gap-2" role="search">
        <input
          id="words"
          v-model="text"
          class="input !w-80"
          :class="wrong && '!border-rust'"
          type="search"
          maxlength="1000"
          spellcheck="false"
          placeholder="Words, or draft:returned changed:last-7-days …"
          aria-label="What to look for"
          :aria-invalid="Boolean(wrong)"
          aria-describedby="query-help"
          @input="setText"
          @focus="asking = true"
          @blur="asking = false"
        />
        <select
          class="input !w-36"
          aria-label="State"
          :value="filter.state"
          @change="set({ state: ($event.target as HTMLSelectElement).value })"
        >
          <option value="">Any state</option>
          <option v-for="[value, word] in STATES" :key="value" :value="value">{{ word }}</option>
        </select>
        <select
          class="input !w-36"
          aria-label="Kind"
          :value="filter.kind"
          @change="set({ kind: ($event.target as HTMLSelectElement).value })"
        >
          <option value="">Any kind</option>
          <option v-for="(words, kind) in KIND_WORDS" :key="kind" :value="kind">{{ words.many }}</option>
        </select>
        <select
          class="input !w-44"
          aria-label="Section"
          :value="filter.section"
          @change="set({ section: ($event.target as HTMLSelectElement).value })"
        >
          <option value="">Any section</option>
          <option v-for="section in sectionNames" :key="section.id" :value="section.id">{{ section.name }}</option>
        </select>
        <button v-if="filtered" class="button-quiet" @click="((text = ''), set({ q: '', state: '', kind: '', section: '' }))">
          Show all
        </button>
        <span v-if="page" class="text-soft tabular-nums" role="status"
          >{{ page.total.toLocaleString('en-GB') }} {{ page.total === 1 ? 'item' : 'items' }}</span
        >
      </div>
      <template #action
        ><button class="button-main" @click="router.replace({ query: { ...query(), start: 'post' } })">
          <Plus class="size-4" aria-hidden="true" />Start an item
        </button></template
      >
    </PlaceStrip>
    <p
      v-if="wrong || asking"
      id="query-help"
      class="border-b border-line px-5 py-2"
      :class="wrong ? 'text-rust' : 'text-soft'"
      :role="wrong ? 'alert' : undefined"
    >
      <template v-if="wrong"
        >{{ text.slice(0, wrong.at)
        }}<mark class="bg-rust-wash text-rust underline decoration-wavy">{{ text.slice(wrong.at, wrong.at + wrong.length) || '…' }}</mark
        >{{ text.slice(wrong.at + wrong.length) }}: expected {{ wrong.expected }}.</template
      >
      <template v-else
        >Words, “a phrase”, kind:post, site:live, draft:returned,cleared, section:Fares, author:“Wen Zhao”, owner:none, changed:last-7-days,
        review:2026-11, next:tomorrow, has:embargo, lacks:owner; with and, or, not and parentheses.</template
      >
    </p>
    <LoadState v-if="!page || problem" :problem="problem" :loading="loading" @retry="load" />
    <div v-else class="overflow-x-auto">
      <table class="w-full min-w-[60rem] border-collapse">
        <thead>
          <tr class="border-b border-line text-left text-[0.93rem] text-soft">
            <th scope="col" class="py-2 pl-5 font-semibold">Title</th>
            <th scope="col" class="px-3 font-semibold">On site</th>
            <th scope="col" class="px-3 font-semibold">Draft</th>
            <th scope="col" class="px-3 font-semibold">Next</th>
            <th scope="col" class="px-3 font-semibold">Kind</th>
            <th scope="col" class="px-3 font-semibold">Section</th>
            <th scope="col" class="px-3 font-semibold">Author</th>
            <th scope="col" class="px-3 pr-5 font-semibold">Changed</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="item in page.items" :key="item.id" class="h-9 border-b border-line bg-sheet hover:bg-kelp-wash">
            <td class="max-w-96 pl-5">
              <NuxtLink :to="`/office/items/${item.id}`" class="block truncate font-semibold hover:underline" :title="item.title">{{
                item.internalName || item.title || 'Without a title'
              }}</NuxtLink>
            </td>
            <td class="px-3"><StateMark :state="item.onSite" /></td>
            <td class="px-3">
              <StateMark v-if="item.draftState" :state="item.draftState" /><span v-else class="text-soft">no draft</span>
            </td>
            <td class="px-3 whitespace-nowrap tabular-nums">
              {{ item.next ? shortIn(item.next, site.site?.zone ?? 'UTC', site.now) : '–' }}
            </td>
            <td class="px-3 whitespace-nowrap text-soft">{{ KIND_WORDS[item.kind].one }}</td>
            <td class="max-w-40 truncate px-3 text-soft">{{ item.section.name }}</td>
            <td class="px-3 whitespace-nowrap">{{ item.author }}</td>
            <td class="px-3 pr-5 whitespace-nowrap tabular-nums">{{ shortIn(item.changedAt, site.site?.zone ?? 'UTC', site.now) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="!page.items.length" class="p-5 text-soft">
        {{ filtered ? 'No item is like this. Show all, or look for other words.' : 'Nothing is written here yet. Start the first item.' }}
      </p>
      <nav v-if="page.next || filter.cursor" class="flex gap-2 px-5 py-4" aria-label="Pages">
        <button v-if="filter.cursor" class="button" @click="set({})">First page</button>
        <button v-if="page.next" class="button" @click="router.push({ query: query({ cursor: page!.next! }) })">Older</button>
      </nav>
    </div>
    <StartDialog v-if="starting" :kind="starting" :section="filter.section || null" @close="closeStart" />
  </div>
</template>
