<script setup lang="ts">
import { fullIn, shortIn } from '~~/core/time/words'
import { KINDS, type Kind } from '~~/core/kinds/kinds'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { whyNot } from '~/composables/commands'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import type { Binned } from '~~/server/services/writing/bin'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

const site = useSite()
const notices = useNotices()
const zone = computed(() => site.zone)
const { value: rows, problem, loading, load } = useLoad(() => '/bin')
await load()
useHead({ title: say.binYieldgate })

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
    notices.done(row.what === 'item' ? say.isOutOfTheBin(row.title) : say.ofIsOpenAgain(row.name ?? '', row.title))
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
    notices.done(say.endedForGood(say.countedThings(ended)))
    chosen.value = new Set()
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
</script>

<template>
  <div>
    <PlaceStrip :name="say.bin">
      <p class="text-soft">{{ say.discardedItemsAndDraftsWaitHere }}</p>
      <template #action>
        <button v-if="mayEmpty" class="button" :disabled="!picked.length" @click="asking = true">
          {{ say.endSoManyForGood(picked.length || '') }}
        </button>
      </template>
    </PlaceStrip>
    <LoadState v-if="!rows" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!rows.length" class="p-10 text-center text-soft">{{ say.theBinIsEmpty }}</p>
    <table v-else class="w-full">
      <caption class="sr-only">
        {{
          say.whatIsInTheBin
        }}
      </caption>
      <thead>
        <tr class="border-b border-line text-left text-body text-soft">
          <th v-if="mayEmpty" scope="col" class="w-10 pl-5">
            <span class="sr-only">{{ say.choose }}</span>
          </th>
          <th scope="col" class="px-5 py-2 font-medium">{{ common.what }}</th>
          <th scope="col" class="px-3 font-medium">{{ common.section }}</th>
          <th scope="col" class="px-3 font-medium">{{ say.discarded }}</th>
          <th scope="col" class="px-3 font-medium">{{ say.keptFor }}</th>
          <th scope="col" class="px-5">
            <span class="sr-only">{{ say.restore }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id" class="h-9 border-b border-line hover:bg-deep">
          <td v-if="mayEmpty" class="pl-5">
            <input type="checkbox" :checked="chosen.has(row.id)" :aria-label="say.chooseTitle(row.title)" @change="pick(row.id)" />
          </td>
          <th scope="row" class="px-5 text-left font-medium">
            {{ row.title || common.withoutATitle }}
            <span class="ml-2 font-normal text-soft"
              >{{ row.what === 'item' ? KINDS[row.kind as Kind].one : say.draftName(row.name ?? '') }},
              {{ say.countedVersions(row.versions) }}</span
            >
          </th>
          <td class="px-3 text-soft">{{ row.section }}</td>
          <td class="px-3" :title="fullIn(row.at, zone)">
            {{ shortIn(row.at, zone, site.now) }}<template v-if="row.by">, {{ row.by }}</template>
          </td>
          <td class="px-3">{{ say.countedDays(days(row.until)) }}</td>
          <td class="px-5 text-right">
            <!-- One that is off can be reached, and says why. -->
            <button class="link" :aria-disabled="row.whyNot !== null" :title="whyNot(row.whyNot)" @click="restore(row)">
              {{ say.restore }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <PlainDialog :open="asking" :title="say.endTheseForGood" @close="asking = false">
      <p>
        {{
          say.canBeRestoredNoMore(
            picked.length === 1 ? say.thisOne : say.these,
            picked
              .map((row) => (row.what === 'item' ? `“${row.title}”` : say.draftNameOfTitle(row.name ?? '', row.title)))
              .slice(0, 8)
              .join(', '),
            picked.length > 8 ? say.andCountMore(picked.length - 8) : '',
            say.countedVersions(picked.reduce((sum, row) => sum + row.versions, 0)),
          )
        }}
      </p>
      <template #actions
        ><button class="button" @click="asking = false">{{ say.keepTheseThings(picked.length === 1 ? say.it : say.them) }}</button
        ><button class="button-main !border-rust-fill !bg-rust-fill" @click="empty">{{ say.endForGood }}</button></template
      >
    </PlainDialog>
  </div>
</template>
