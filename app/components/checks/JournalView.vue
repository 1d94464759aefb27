<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import PersonChoice from '~/components/form/PersonChoice.vue'
import { numberWords } from '~~/core/words/number'
import { Download, ShieldCheck, X } from 'lucide-vue-next'
import { ACTION_GROUPS, describedAction } from '~~/core/journal/actions'
import { fullIn, shortIn } from '~~/core/time/words'
import LoadState from '~/components/frame/LoadState.vue'
import { lazily } from '~/composables/lazily'
import { api, ApiProblem } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/checks'

const BatchListDialog = lazily(() => import('./BatchListDialog.vue'))

/** The journal: who did what, narrowed as the address says, as files to keep, and verified. */
const site = useSite()
const notices = useNotices()
const route = useRoute()
const router = useRouter()
/** What is narrowed to, as it stands in the address. */
const NAMES = ['person', 'group', 'item', 'from', 'to'] as const
const inAddress = () =>
  Object.fromEntries(NAMES.map((name) => [name, typeof route.query[name] === 'string' ? (route.query[name] as string) : '']))
// Beside the address, which follows a moment later: two choices in a row both count.
const asked = ref(inAddress())
const narrow = (change: Record<string, string>) => {
  asked.value = { ...asked.value, ...change }
  return router.replace({ query: { view: 'journal', ...Object.fromEntries(Object.entries(asked.value).filter(([, value]) => value)) } })
}
const filter = computed(() => new URLSearchParams(Object.entries(asked.value).filter(([, value]) => value)).toString())
const {
  value: journal,
  problem,
  loading,
  load,
} = useLoad(() => `/journal?limit=100&${filter.value}${route.query.before ? `&before=${route.query.before}` : ''}`)
const people = ref<{ id: string; name: string }[]>([])
await Promise.all([
  load(),
  api('GET', '/people').then(
    (all) => (people.value = all),
    () => undefined,
  ),
])
watch(
  () => route.query,
  () => {
    asked.value = inAddress()
    void load()
  },
)
const itemTitle = computed(() => journal.value?.rows.find((row) => row.item === asked.value.item)?.title ?? say.oneItem)
const file = (format: string) => `/api/v1/journal/file?format=${format}${filter.value ? `&${filter.value}` : ''}`
const verdict = ref<{ intact: boolean; rows?: number; head?: string; brokenAt?: number } | null>(null)
const checking = ref(false)
/** Reads the whole chain of hashes anew. */
async function check() {
  checking.value = true
  try {
    verdict.value = await api('GET', '/journal/check')
  } catch (error) {
    if (error instanceof ApiProblem) notices.trouble(error)
    else throw error
  } finally {
    checking.value = false
  }
}
/** The batch that a row tells of, whose items can be shown. */
const batchOf = ({ action, data }: { action: string; data: Record<string, unknown> | null }) =>
  action === 'batch.done' && typeof data?.batch === 'string' ? data.batch : null
const shown = shallowRef<NonNullable<typeof journal.value>['rows'][number] | null>(null)
</script>

<template>
  <div>
    <p
      v-if="verdict"
      role="status"
      class="mx-5 mt-4 rounded-md border px-4 py-2.5"
      :class="verdict.intact ? 'border-kelp bg-kelp-wash' : 'border-rust bg-rust-wash'"
    >
      <template v-if="verdict.intact"
        ><b>{{ say.intact }}</b> {{ say.rowsTheLastHashIs(numberWords(verdict.rows ?? 0)) }}
        <span class="font-mono text-[0.93em] break-all">{{ verdict.head }}</span></template
      >
      <template v-else
        ><b>{{ say.brokenAtRow(verdict.brokenAt ?? 0) }}</b> {{ say.itWasChanged }}</template
      >
    </p>
    <form class="flex flex-wrap items-end gap-3 px-5 pt-4" :aria-label="say.whatOfTheJournal" @submit.prevent>
      <PersonChoice
        class="w-56"
        :label="say.who"
        :none="say.everyone"
        :people="people"
        :model-value="asked.person ?? ''"
        @update:model-value="narrow({ person: $event })"
      />
      <label
        ><span class="label">{{ common.what }}</span
        ><select class="input !w-48" :value="asked.group" @change="narrow({ group: ($event.target as HTMLSelectElement).value })">
          <option value="">{{ common.everything }}</option>
          <option v-for="(words, group) in ACTION_GROUPS" :key="group" :value="group">{{ words }}</option>
        </select></label
      >
      <label
        v-for="[name, word] in [
          ['from', say.from],
          ['to', say.upTo],
        ] as const"
        :key="name"
        ><span class="label">{{ word }}</span
        ><DateField :model-value="asked[name] ?? ''" sense="back" @take="$event !== asked[name] && narrow({ [name]: $event })"
      /></label>
      <button v-if="asked.item" type="button" class="button" @click="narrow({ item: '' })">
        {{ say.onlyItemTitle(itemTitle) }}<X class="size-4" aria-hidden="true" /><span class="sr-only">{{ say.andShowAllItems }}</span>
      </button>
      <span class="ml-auto flex gap-2">
        <button type="button" class="button" :disabled="checking" @click="check">
          <ShieldCheck class="size-4" aria-hidden="true" />{{ checking ? say.verifying : say.verifyTheJournal }}
        </button>
        <a
          v-for="[format, word] in [
            ['csv', 'CSV'],
            ['jsonl', 'JSON lines'],
          ] as const"
          :key="format"
          class="button"
          :href="file(format)"
          download
          ><Download class="size-4" aria-hidden="true" />{{ word }}</a
        >
      </span>
    </form>
    <LoadState v-if="!journal" :problem="problem" :loading="loading" @retry="load" />
    <table v-else class="mt-2 w-full border-collapse">
      <thead>
        <tr class="border-b border-line text-left text-body text-soft">
          <th scope="col" class="py-2 pl-5 font-semibold">{{ say.row }}</th>
          <th scope="col" class="px-3 font-semibold">{{ say.when }}</th>
          <th scope="col" class="px-3 font-semibold">{{ common.what }}</th>
          <th scope="col" class="px-3 font-semibold">{{ say.facts }}</th>
          <th scope="col" class="px-3 pr-5 font-semibold">{{ say.hash }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="!journal.rows.length">
          <td colspan="5" class="px-5 py-8 text-center text-soft">{{ say.nothingInTheJournalIsThat }}</td>
        </tr>
        <tr v-for="row in journal.rows" :key="row.seq" class="border-b border-line bg-sheet">
          <td class="py-1.5 pl-5 text-soft tabular-nums">{{ row.seq }}</td>
          <td class="px-3 whitespace-nowrap tabular-nums" :title="fullIn(row.at, site.zone)">
            {{ shortIn(row.at, site.zone, site.now) }}
          </td>
          <td class="px-3">
            <b class="font-semibold">{{ row.name ?? say.theScheduler }}</b> {{ describedAction(row.action).words }}
            <NuxtLink
              v-if="row.item"
              :to="`/office/items/${row.item}`"
              class="underline decoration-line underline-offset-2 hover:decoration-ink"
              >{{ row.title }}</NuxtLink
            >
          </td>
          <td class="max-w-md px-3 text-soft">
            <span class="line-clamp-2" :title="row.facts">{{ row.facts }}</span>
            <button v-if="batchOf(row)" class="link" :aria-label="say.itsItems(row.facts)" @click="shown = row">
              {{ say.showItsItems }}
            </button>
          </td>
          <td class="px-3 pr-5 font-mono text-tiny text-soft">{{ row.hash.slice(0, 10) }}</td>
        </tr>
      </tbody>
    </table>
    <Suspense v-if="shown"><BatchListDialog :batch="batchOf(shown)!" :words="shown.facts" @close="shown = null" /></Suspense>
    <nav v-if="journal?.next" class="px-5 py-4" :aria-label="say.pages">
      <NuxtLink class="button" :to="{ query: { ...route.query, before: journal.next } }">{{ say.earlier }}</NuxtLink>
    </nav>
  </div>
</template>
