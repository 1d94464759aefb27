<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Plus, Search, TriangleAlert } from 'lucide-vue-next'
import { shortIn } from '~~/core/time/words'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import AddressTrial from '~/components/site/AddressTrial.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { whyNot } from '~/composables/commands'
import { lazyDialog } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/addresses'

const RedirectDialog = lazyDialog(() => import('~/components/site/RedirectDialog.vue'))

type Redirect = Got<'/redirects'>['redirects'][number]
const site = useSite()
const words = ref('')
/** So many are shown; more are asked for at the end of the list. */
const limit = ref(50)
const MOST = 200
const {
  value: page,
  problem,
  loading,
  load,
} = useLoad(() => `/redirects?${new URLSearchParams({ words: words.value, limit: String(limit.value) })}` as '/redirects')
await load()
useHead({ title: say.addressesYieldgate })
watch(
  [words, limit, () => site.news],
  useDebounceFn(() => load(), 250),
)
const why = computed(() => whyNot(site.site?.may['item.put-live']))
const editing = shallowRef<{ redirect: Redirect | null } | null>(null)
function done() {
  editing.value = null
  void load()
}
const { act } = useAct(load)
const end = ({ id, from, to, code, note }: Redirect) =>
  act(
    () => api('DELETE', `/redirects/${id}`),
    say.redirectEnded(from),
    () => api('POST', '/redirects', { body: { from, to, code, note } }),
  )
const target = ({ to, item }: Redirect) =>
  to === null ? say.itIsGone : item === undefined ? to : item ? item.title : say.whatItLedToIsNotOnTheSite
</script>

<template>
  <div>
    <PlaceStrip :name="say.addresses">
      <NuxtLink class="button-quiet" to="/office/site">{{ say.site }}</NuxtLink>
      <label class="relative flex min-w-0 flex-1 items-center max-sm:order-1 max-sm:basis-full sm:max-w-sm">
        <Search class="pointer-events-none absolute left-2.5 size-4 text-soft" aria-hidden="true" />
        <input
          v-model="words"
          type="search"
          class="input w-full pl-8"
          maxlength="200"
          :aria-label="say.wordsInRedirects"
          :placeholder="say.wordsInRedirects"
        />
      </label>
      <span v-if="page" class="text-soft" role="status">{{ say.countedRedirects(page.total) }}</span>
      <template #action
        ><button class="button-main" :disabled="Boolean(why)" :title="why" @click="editing = { redirect: null }">
          <Plus class="size-4" aria-hidden="true" />{{ say.redirectAnAddress }}
        </button></template
      >
    </PlaceStrip>
    <div class="grid gap-x-8 gap-y-6 px-5 py-5 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div class="min-w-0">
        <LoadState v-if="!page" :problem="problem" :loading="loading" @retry="load" />
        <p v-else-if="!page.redirects.length" class="text-soft">{{ words ? say.noneWithTheseWords : say.noRedirectYet }}</p>
        <ul v-else class="divide-y divide-line rounded-md border border-line bg-sheet" :aria-label="say.redirectsByHand">
          <li
            v-for="redirect in page.redirects"
            :key="redirect.id"
            class="grid gap-x-4 gap-y-0.5 px-4 py-2.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,2fr)_auto]"
          >
            <span class="font-mono font-medium break-all">{{ redirect.from }}</span>
            <span class="min-w-0">
              <span class="block break-words" :class="redirect.to === null ? 'text-soft' : redirect.item === null ? 'text-rust' : ''"
                ><span class="text-soft" aria-hidden="true">→ </span
                ><NuxtLink v-if="redirect.item" class="link" :to="`/office/items/${redirect.to!.slice(5)}`">{{ target(redirect) }}</NuxtLink
                ><span v-else :class="redirect.to !== null && redirect.item === undefined && 'font-mono'">{{
                  target(redirect)
                }}</span></span
              >
              <span class="block text-body text-soft"
                >{{ say.codeInWords(say.codeWords[redirect.code], redirect.code)
                }}<template v-if="redirect.note"> · {{ redirect.note }}</template> · {{ redirect.by }},
                {{ shortIn(redirect.madeAt, site.zone, site.now) }}</span
              >
              <span v-if="redirect.live" class="flex items-center gap-1 text-body text-lamp"
                ><TriangleAlert class="size-3.5 shrink-0" aria-hidden="true" />{{ say.isLiveThereAndWins(redirect.live) }}</span
              >
            </span>
            <span v-if="!why" class="flex items-start gap-3"
              ><button class="link" :aria-label="say.changeRedirectFrom(redirect.from)" @click="editing = { redirect }">
                {{ common.change }}</button
              ><button class="link" :aria-label="say.endRedirectFrom(redirect.from)" @click="end(redirect)">{{ say.endIt }}</button></span
            >
          </li>
        </ul>
        <button v-if="page?.next && limit < MOST" class="button mt-3" @click="limit = MOST">{{ say.more }}</button>
        <p v-else-if="page?.next" class="mt-3 text-soft">{{ say.theFirstAreShown(MOST) }}</p>
      </div>
      <AddressTrial />
    </div>
    <RedirectDialog
      v-if="editing"
      :redirect="editing.redirect"
      :start="words.startsWith('/') ? words : ''"
      @close="editing = null"
      @done="done"
    />
  </div>
</template>
