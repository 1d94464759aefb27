<script setup lang="ts">
import { RefreshCw } from 'lucide-vue-next'
import { fullIn } from '~~/core/time/words'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { useLoad } from '~/composables/load'
import { accessInWords, useReadersAccess } from '~/composables/readersAccess'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as members from '~~/core/words/office/members'
import * as say from '~~/core/words/office/onSite'

/** What readers get now, asked of the live site itself. */
const props = defineProps<{ item: string; version: string | null }>()
const site = useSite()
const { value: receipt, load } = useLoad(() => `/items/${props.item}/receipt`)
await load()
const { load: loadAccess } = useReadersAccess()
watch(
  () => receipt.value?.access.who,
  (who) => who && who !== 'everyone' && loadAccess(),
  { immediate: true },
)
watch(() => props.version, load)
const { act, busy } = useAct(load)
/** Opens a draft that puts the page into the menu, for the gates to clear; one word takes it back. Where a team made the menu, it is that one's draft. */
async function putIntoMenu() {
  let done: Answer<'POST', '/acts'> | null = null
  const menu = receipt.value?.outOfSight?.menu
  const target = { item: menu?.item ?? props.item, draft: null }
  const put = () =>
    menu
      ? api('POST', `/menus/${menu.item}/entries`, { body: { item: props.item } })
      : api('POST', '/acts', { body: { target, action: { do: 'field', name: 'inMenus', to: true } } })
  const made = await act(
    async () => (done = await put()),
    say.aDraftPutsItIntoTheMenu,
    async () => done?.undo && api('POST', '/acts', { body: { target, action: done.undo } }),
  )
  if (made) await navigateTo({ path: `/office/items/${target.item}`, query: { draft: done!.draft } })
}
const STATUS: Record<number, string> = {
  200: say.thePage,
  301: say.aRedirect,
  304: say.unchanged,
  404: say.nothingHere,
  410: say.withdrawn,
}
</script>

<template>
  <section v-if="receipt?.answer" :aria-label="say.receipt" class="rounded-md border border-line bg-paper p-3 text-body">
    <h2 class="flex items-center font-semibold">
      {{ say.receipt }}
      <button class="icon-button ml-auto" :aria-label="say.askTheLiveSiteAgain" :title="say.askTheLiveSiteAgain" @click="load">
        <RefreshCw class="size-3.5" />
      </button>
    </h2>
    <dl class="mt-1 space-y-1">
      <div>
        <dt class="text-soft">{{ common.address }}</dt>
        <dd>
          <a class="link font-mono break-all" :href="receipt.answer.path" target="_blank">{{ receipt.answer.path }}</a> {{ say.answers }}
          <b>{{ receipt.answer.status }}</b>, {{ STATUS[receipt.answer.status] }}
        </dd>
      </div>
      <div v-for="old in receipt.earlier" :key="old.path">
        <dt class="text-soft">{{ say.earlierAddress }}</dt>
        <dd>
          <span class="font-mono break-all">{{ old.path }}</span> {{ say.answers }} <b>{{ old.status }}</b><template v-if="old.location">
            {{ say.toLocation(old.location) }}</template
          >
        </dd>
      </div>
      <div v-if="receipt.version">
        <dt class="text-soft">{{ receipt.until ? say.was : say.since }}</dt>
        <dd>
          {{ say.versionNumberSince(receipt.version.number, receipt.since ? fullIn(receipt.since, site.zone) : '')
          }}<template v-if="receipt.until"> {{ say.toUntil(fullIn(receipt.until, site.zone)) }}</template
          ><template v-if="receipt.by">, {{ receipt.by }}</template>
        </dd>
      </div>
      <div v-if="receipt.version">
        <dt class="text-soft">{{ say.fingerprint }}</dt>
        <dd class="font-mono text-[0.9em] break-all">{{ receipt.version.fingerprint.slice(0, 24) }}</dd>
      </div>
      <div v-if="receipt.access.who !== 'everyone'">
        <dt class="text-soft">{{ members.readBy }}</dt>
        <dd>{{ accessInWords(receipt.access) }}</dd>
      </div>
      <div v-if="receipt.reached.length">
        <dt class="text-soft">{{ say.readersReachItFrom }}</dt>
        <dd>{{ receipt.reached.map((place) => place.place).join(', ') }}</dd>
      </div>
      <div v-if="receipt.outOfSight" class="rounded-md bg-lamp-wash px-2 py-1.5">
        <dd class="text-lamp">{{ say.nothingLeadsHere }}</dd>
        <dd v-if="receipt.outOfSight.above">
          <NuxtLink class="link" :to="`/office/items/${receipt.outOfSight.above.item}`">{{
            say.aboveIsInNoMenu(receipt.outOfSight.above.title)
          }}</NuxtLink>
        </dd>
        <dd v-else-if="receipt.outOfSight.mayPut">
          <button class="link" :disabled="busy" @click="putIntoMenu">
            {{ receipt.outOfSight.menu ? say.putItInto(receipt.outOfSight.menu.title) : say.putItIntoTheMenu }}
          </button>
        </dd>
      </div>
      <div v-else-if="!receipt.reached.length && receipt.onSite === 'live'">
        <dt class="text-soft">{{ say.readersReachItFrom }}</dt>
        <dd class="text-lamp">{{ say.onlyByItsAddress }}</dd>
      </div>
    </dl>
  </section>
</template>
