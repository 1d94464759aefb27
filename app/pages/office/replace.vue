<script setup lang="ts">
import type { Rewrite } from '~~/core/content/rewrite'
import FoundPlaces from '~/components/content/FoundPlaces.vue'
import QueryLine from '~/components/content/QueryLine.vue'
import RewriteForm from '~/components/content/RewriteForm.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { api } from '~/composables/api'
import { useHits } from '~/composables/hits'
import { lazily } from '~/composables/lazily'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

const BatchDialog = lazily(() => import('~/components/content/BatchDialog.vue'))
const site = useSite()
const notices = useNotices()
const route = useRoute()
const router = useRouter()
useHead({ title: say.findAndReplaceYieldgate })
const q = computed(() => (typeof route.query.q === 'string' ? route.query.q : ''))
/** The address whose links one came to change. */
const linksTo = computed(() => (route.query.what === 'link' && typeof route.query.from === 'string' ? route.query.from : ''))
const { found, next, busy, asked, chosen, look, lookFurther, stop, clear, isChosen, wordsAt, choose, write } = useHits()
const mayGather = computed(() => site.site?.may['item.plan'] === null && site.site.may['item.put-live'] === null)
const edition = ref('')
const gathers = ref(true)
const labelNames = shallowRef<ReadonlyMap<string, string> | null>(null)
/** Where links are to lead, in words; empty while one did not choose it, `null` for what is no link. */
const leadsTo = ref<string | null>(null)
async function begin(rewrite: Rewrite, name: string, leads: string) {
  edition.value = name
  leadsTo.value = rewrite.what === 'link' ? leads : null
  try {
    labelNames.value = rewrite.what === 'label' ? new Map((await api('GET', '/labels')).labels.map(({ id, title }) => [id, title])) : null
  } catch (error) {
    return notices.trouble(error)
  }
  await look(q.value, rewrite)
}
watch(q, clear)
onBeforeUnmount(stop)
const places = computed(() => found.value.reduce((sum, { hits }) => sum + hits.length, 0))
const chosenPlaces = computed(() => chosen.value.reduce((sum, { hits }) => sum + hits.length, 0))
const progress = computed(() => {
  if (!asked.value) return ''
  const where = say.placesInItems(common.countedPlaces(places.value), common.countedItems(found.value.length))
  return busy.value ? say.whereSoFar(where) : where
})
const trying = ref(false)
const batch = shallowRef<{ id: string; count: number } | null>(null)
async function tryIt() {
  trying.value = true
  try {
    const name = mayGather.value && gathers.value ? edition.value.trim() || null : null
    const body = { rewrite: asked.value!.rewrite, chosen: chosen.value.slice(0, MOST), edition: name }
    const { batch: id, total } = await api('POST', '/rewrites', { body })
    batch.value = { id, count: total }
  } catch (error) {
    notices.trouble(error)
  }
  trying.value = false
}
/** So many items are changed at once. */
const MOST = 2_000
</script>

<template>
  <div class="flex h-full flex-col">
    <PlaceStrip :name="say.findAndReplace">
      <QueryLine :model-value="q" :facets="null" @update:model-value="router.replace({ query: $event ? { q: $event } : {} })" />
      <span class="text-soft tabular-nums" role="status">{{ progress }}</span>
      <button v-if="busy" class="button-quiet" @click="stop">{{ say.stop }}</button>
      <template #action
        ><NuxtLink to="/office/content" class="button">{{ say.backToContent }}</NuxtLink></template
      >
    </PlaceStrip>
    <div class="flex min-h-0 flex-1">
      <aside class="w-72 shrink-0 overflow-y-auto border-r border-line bg-deep p-5" :aria-label="say.whatToReplace">
        <RewriteForm :busy="busy" :links-to="linksTo" @look="begin" @changed="clear" />
      </aside>
      <div class="flex min-w-0 flex-1 flex-col bg-sheet">
        <div v-if="found.length" class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" :aria-label="common.places">
          <FoundPlaces
            v-for="item in found"
            :key="item.version"
            :item="item"
            :is-chosen="isChosen"
            :words-at="wordsAt"
            :label-names="labelNames"
            :leads-to="leadsTo"
            @choose="(keys, on) => choose(item, keys, on)"
            @write="(key, words) => write(item, key, words)"
          />
          <div v-if="next !== null && !busy" class="p-5">
            <button class="button" @click="lookFurther">{{ say.lookFurther }}</button>
          </div>
        </div>
        <div v-else class="max-w-xl flex-1 p-5 text-soft">
          <p v-if="asked && !busy">{{ say.nowhereInTheseItems }}</p>
          <template v-else-if="!asked">
            <p>
              {{ say.eachPlaceIsShownInItsSentence }}
            </p>
            <p class="mt-2">{{ say.theLineAboveSaysInWhichItems }}</p>
          </template>
        </div>
        <div
          v-if="found.length"
          role="region"
          :aria-label="say.theChosenPlaces"
          class="flex flex-wrap items-center gap-3 border-t border-line bg-sheet px-5 py-2"
        >
          <b class="font-semibold tabular-nums">{{
            say.placesInItemsChosen(common.countedPlaces(chosenPlaces), common.countedItems(chosen.length))
          }}</b>
          <template v-if="mayGather">
            <label class="ml-auto flex items-center gap-2"
              ><input v-model="gathers" type="checkbox" />{{ say.gatherTheDraftsInAnEditionNamed }}</label
            >
            <input v-model="edition" class="input !w-64" maxlength="120" :disabled="!gathers" :aria-label="say.nameOfTheEdition" />
          </template>
          <button
            class="button-main"
            :class="!mayGather && 'ml-auto'"
            :disabled="!chosen.length || trying || leadsTo === ''"
            :title="leadsTo === '' ? say.chooseWhereTheyLead : undefined"
            @click="tryIt"
          >
            {{ say.seeWhatWouldHappen }}
          </button>
        </div>
      </div>
    </div>
    <BatchDialog
      v-if="batch"
      what="rewrite"
      :targets="{ items: [] }"
      :count="batch.count"
      :begun="batch.id"
      @close="batch = null"
      @done="clear"
    />
  </div>
</template>
