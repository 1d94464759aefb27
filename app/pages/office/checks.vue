<script setup lang="ts">
import { ShieldCheck } from 'lucide-vue-next'
import { fullIn, shortIn } from '~~/core/time/words'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import LoadState from '~/components/frame/LoadState.vue'
import { api, ApiProblem } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { actionWords } from '~/composables/words'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'

interface JournalAnswer {
  rows: {
    seq: number
    at: string
    name: string | null
    title: string | null
    item: string | null
    action: string
    hash: string
    data: Record<string, unknown> | null
  }[]
  next: number | null
}
const site = useSite()
const notices = useNotices()
const route = useRoute()
const {
  value: journal,
  problem,
  loading,
  load,
} = useLoad<JournalAnswer>(() => `/journal?limit=100${route.query.before ? `&before=${route.query.before}` : ''}`)
await load()
watch(() => route.query.before, load)
const verdict = ref<{ intact: boolean; rows?: number; head?: string; brokenAt?: number } | null>(null)
const checking = ref(false)
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
const detail = (data: Record<string, unknown> | null) => {
  if (!data) return ''
  const parts = [
    data.number && `version ${data.number}`,
    data.path,
    data.cause === 'exception' && `without clearance: ${data.reason}`,
    data.note,
    data.lapsed && 'its clearance lapsed',
  ]
  return parts.filter(Boolean).join(' · ')
}
</script>

<template>
  <div>
    <PlaceStrip name="Checks">
      <span class="text-soft">The journal: who did what, each row bound to all before it</span>
      <template #action
        ><button class="button-main" :disabled="checking" @click="check">
          <ShieldCheck class="size-4" aria-hidden="true" />{{ checking ? 'Verifying …' : 'Verify the journal' }}
        </button></template
      >
    </PlaceStrip>
    <p
      v-if="verdict"
      role="status"
      class="mx-5 mt-4 rounded-md border px-4 py-2.5"
      :class="verdict.intact ? 'border-kelp bg-kelp-wash' : 'border-rust bg-rust-wash'"
    >
      <template v-if="verdict.intact"
        ><b>Intact.</b> {{ verdict.rows?.toLocaleString('en-GB') }} rows; the last hash is
        <span class="font-mono text-[0.93em] break-all">{{ verdict.head }}</span></template
      >
      <template v-else
        ><b>Broken at row {{ verdict.brokenAt }}.</b> It was changed, left out or put in. Compare with a copy of the file.</template
      >
    </p>
    <LoadState v-if="!journal" :problem="problem" :loading="loading" @retry="load" />
    <table v-else class="mt-2 w-full border-collapse">
      <thead>
        <tr class="border-b border-line text-left text-[0.93rem] text-soft">
          <th scope="col" class="py-2 pl-5 font-semibold">Row</th>
          <th scope="col" class="px-3 font-semibold">When</th>
          <th scope="col" class="px-3 font-semibold">What</th>
          <th scope="col" class="px-3 font-semibold">Facts</th>
          <th scope="col" class="px-3 pr-5 font-semibold">Hash</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in journal.rows" :key="row.seq" class="border-b border-line bg-sheet">
          <td class="py-1.5 pl-5 text-soft tabular-nums">{{ row.seq }}</td>
          <td class="px-3 whitespace-nowrap tabular-nums" :title="fullIn(row.at, site.site?.zone ?? 'UTC')">
            {{ shortIn(row.at, site.site?.zone ?? 'UTC', site.now) }}
          </td>
          <td class="px-3">
            <b class="font-semibold">{{ row.name ?? 'The scheduler' }}</b> {{ actionWords[row.action] ?? row.action }}
            <NuxtLink
              v-if="row.item"
              :to="`/office/items/${row.item}`"
              class="underline decoration-line underline-offset-2 hover:decoration-ink"
              >{{ row.title }}</NuxtLink
            >
          </td>
          <td class="max-w-md truncate px-3 text-soft">{{ detail(row.data) }}</td>
          <td class="px-3 pr-5 font-mono text-[0.8rem] text-soft">{{ row.hash.slice(0, 10) }}</td>
        </tr>
      </tbody>
    </table>
    <nav v-if="journal?.next" class="px-5 py-4" aria-label="Pages">
      <NuxtLink class="button" :to="{ query: { before: journal.next } }">Earlier</NuxtLink>
    </nav>
  </div>
</template>
