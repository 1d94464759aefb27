<script setup lang="ts">
import { fullIn, shortIn } from '~~/core/time/words'
import { KINDS, type Kind } from '~~/core/kinds/kinds'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { whyNot } from '~/composables/commands'
import { useLoad } from '~/composables/load'
import { counted } from '~/composables/words'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import type { Binned } from '~~/server/services/writing/bin'

const site = useSite()
const notices = useNotices()
const zone = computed(() => site.zone)
const { value: rows, problem, loading, load } = useLoad(() => '/bin')
await load()
useHead({ title: 'Bin · Yieldgate' })

const chosen = ref(new Set<string>())
const asking = ref(false)
const mayEmpty = computed(() => site.site?.may['bin.empty'] === null)
const picked = computed(() => rows.value?.filter((row) => chosen.value.has(row.id)) ?? [])
function pick(id: string) {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
const days = (until: string) => Math.max(0, Math.ceil((Date.parse(until) - site.now.getTime()) / 86_400_000))

async function restore(row: Binned) {
  if (row.whyNot) return notices.say('trouble', whyNot(row.whyNot)!)
  try {
    await api('POST', row.what === 'item' ? `/items/${row.item}/unbin` : `/drafts/${row.id}/reopen`)
    notices.done(row.what === 'item' ? `“${row.title}” is out of the bin` : `“${row.name}” of “${row.title}” is open again`)
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
async function empty() {
  asking.value = false
  try {
    const body = {
      items: picked.value.filter((row) => row.what === 'item').map((row) => row.id),
      drafts: picked.value.filter((row) => row.what === 'draft').map((row) => row.id),
    }
    const { ended } = await api('POST', '/bin/empty', { body })
    notices.done(`${counted(ended, 'thing')} ended for good`)
    chosen.value = new Set()
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
</script>

<template>
  <div>
    <PlaceStrip name="Bin">
      <p class="text-soft">Discarded items and drafts wait here for 90 days, with their versions, addresses and links.</p>
      <template #action>
        <button v-if="mayEmpty" class="button" :disabled="!picked.length" @click="asking = true">
          End {{ picked.length || '' }} for good
        </button>
      </template>
    </PlaceStrip>
    <LoadState v-if="!rows" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!rows.length" class="p-10 text-center text-soft">The bin is empty. What is discarded comes here first.</p>
    <table v-else class="w-full">
      <caption class="sr-only">
        What is in the bin
      </caption>
      <thead>
        <tr class="border-b border-line text-left text-body text-soft">
          <th v-if="mayEmpty" scope="col" class="w-10 pl-5"><span class="sr-only">Choose</span></th>
          <th scope="col" class="px-5 py-2 font-medium">What</th>
          <th scope="col" class="px-3 font-medium">Section</th>
          <th scope="col" class="px-3 font-medium">Discarded</th>
          <th scope="col" class="px-3 font-medium">Kept for</th>
          <th scope="col" class="px-5"><span class="sr-only">Restore</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id" class="h-9 border-b border-line hover:bg-deep">
          <td v-if="mayEmpty" class="pl-5">
            <input type="checkbox" :checked="chosen.has(row.id)" :aria-label="`Choose ${row.title}`" @change="pick(row.id)" />
          </td>
          <th scope="row" class="px-5 text-left font-medium">
            {{ row.title || 'Without a title' }}
            <span class="ml-2 font-normal text-soft"
              >{{ row.what === 'item' ? KINDS[row.kind as Kind].one : `draft “${row.name}”` }}, {{ counted(row.versions, 'version') }}</span
            >
          </th>
          <td class="px-3 text-soft">{{ row.section }}</td>
          <td class="px-3" :title="fullIn(row.at, zone)">
            {{ shortIn(row.at, zone, site.now) }}<template v-if="row.by">, {{ row.by }}</template>
          </td>
          <td class="px-3">{{ counted(days(row.until), 'day') }}</td>
          <td class="px-5 text-right">
            <!-- One that is off can be reached, and says why. -->
            <button class="link" :aria-disabled="row.whyNot !== null" :title="whyNot(row.whyNot)" @click="restore(row)">Restore</button>
          </td>
        </tr>
      </tbody>
    </table>
    <PlainDialog :open="asking" title="End these for good?" @close="asking = false">
      <p>
        {{ picked.length === 1 ? 'This' : 'These' }} can be restored no more:
        {{
          picked
            .map((row) => (row.what === 'item' ? `“${row.title}”` : `draft “${row.name}” of “${row.title}”`))
            .slice(0, 8)
            .join(', ')
        }}{{ picked.length > 8 ? ` and ${picked.length - 8} more` : '' }}.
        {{
          counted(
            picked.reduce((sum, row) => sum + row.versions, 0),
            'version',
          )
        }}
        can be opened no more. The journal keeps that they were.
      </p>
      <template #actions
        ><button class="button" @click="asking = false">Keep {{ picked.length === 1 ? 'it' : 'them' }}</button
        ><button class="button-main !border-rust-fill !bg-rust-fill" @click="empty">End for good</button></template
      >
    </PlainDialog>
  </div>
</template>
