<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Download, Plus, Upload } from 'lucide-vue-next'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import SearchField from '~/components/form/SearchField.vue'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import AddressRow from '~/components/site/AddressRow.vue'
import AddressTrial from '~/components/site/AddressTrial.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { whyNot } from '~/composables/commands'
import { lazyDialog } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import type { RedirectOfRow } from '~/components/site/addressTypes'
import * as say from '~~/core/words/office/addresses'

/** Everything that answers at an address of the site, and what of it leads elsewhere. */
const RedirectDialog = lazyDialog(() => import('~/components/site/RedirectDialog.vue'))
const RedirectFileDialog = lazyDialog(() => import('~/components/site/RedirectFileDialog.vue'))

type Page = Got<`/addresses/list?${string}`>
const site = useSite()
const notices = useNotices()
const words = ref('')
const is = ref<keyof typeof say.sorts>('by-hand')
const SORTS = Object.entries(say.sorts).map(([value, word]) => ({ value: value as keyof typeof say.sorts, word }))
const asked = (after = '') => `/addresses/list?${new URLSearchParams({ words: words.value, is: is.value, after })}` as const
const { value: page, problem, loading, load } = useLoad(() => asked())
await load()
useHead({ title: say.addressesYieldgate })
/** The pages after the first, as they were asked for. */
const further = shallowRef<Page[]>([])
const rows = computed(() => [...(page.value?.addresses ?? []), ...further.value.flatMap(({ addresses }) => addresses)])
const next = computed(() => (further.value.at(-1) ?? page.value)?.next ?? null)
async function loadAll() {
  await load()
  further.value = []
}
watch([words, is, () => site.news], useDebounceFn(loadAll, 250))
async function more() {
  try {
    const answer = await api('GET', asked(next.value!))
    further.value = [...further.value, answer]
  } catch (error) {
    notices.trouble(error)
  }
}
const why = computed(() => whyNot(site.site?.may['item.put-live']))
const editing = shallowRef<{ redirect: RedirectOfRow | null } | null>(null)
const bringing = ref(false)
function done() {
  editing.value = null
  bringing.value = false
  void loadAll()
}
const { act } = useAct(loadAll)
const end = ({ id, from, to, code, note, until }: RedirectOfRow) =>
  act(
    () => api('DELETE', `/redirects/${id}`),
    say.redirectEnded(from),
    () => api('POST', '/redirects', { body: { from, to, code, note, until } }),
  )
</script>

<template>
  <div>
    <PlaceStrip :name="say.addresses">
      <NuxtLink class="button-quiet" to="/office/site">{{ say.site }}</NuxtLink>
      <SearchField v-model="words" :label="say.wordsInAddresses" />
      <span v-if="page" class="text-soft" role="status">{{ say.countedRedirects(page.redirects) }}</span>
      <template #action
        ><a class="button" href="/api/v1/redirects/file" download><Download class="size-4" aria-hidden="true" />{{ say.asAFile }}</a
        ><button class="button" :disabled="Boolean(why)" :title="why" @click="bringing = true">
          <Upload class="size-4" aria-hidden="true" />{{ say.fromAFile }}</button
        ><button class="button-main" :disabled="Boolean(why)" :title="why" @click="editing = { redirect: null }">
          <Plus class="size-4" aria-hidden="true" />{{ say.redirectAnAddress }}
        </button></template
      >
    </PlaceStrip>
    <div class="grid gap-x-8 gap-y-6 px-5 py-5 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div class="min-w-0">
        <ChoiceButtons v-model="is" class="mb-3" :label="say.whatStandsThere" :choices="SORTS" />
        <LoadState v-if="!page" :problem="problem" :loading="loading" @retry="load" />
        <p v-else-if="!rows.length" class="text-soft">{{ words || is !== 'by-hand' ? say.noneOfThese : say.noRedirectYet }}</p>
        <ul v-else class="divide-y divide-line rounded-md border border-line bg-sheet" :aria-label="say.addresses">
          <AddressRow
            v-for="row in rows"
            :key="`${row.address} ${row.is}`"
            :row="row"
            :may-change="!why"
            @change="editing = { redirect: $event }"
            @end="end"
          />
        </ul>
        <button v-if="next" class="button mt-3" @click="more">{{ say.more }}</button>
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
    <RedirectFileDialog v-if="bringing" @close="bringing = false" @done="done" />
  </div>
</template>
