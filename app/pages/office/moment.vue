<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import { shortIn, fullIn } from '~~/core/time/words'
import { wallTimeOf, instantOf } from '~~/core/time/zone'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import StepList, { type GoingBackStep } from '~/components/time/StepList.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { whyNot } from '~/composables/commands'
import { lazily } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/time'

/** The whole site as readers had it or will have it at a moment, or as an edition or a draft will make it, and what is other than now. */
const ShareDialog = lazily(() => import('~/components/time/ShareDialog.vue'))
type Differences = Got<'/moments/differences'>
const site = useSite()
const route = useRoute()
const router = useRouter()
const zone = computed(() => site.zone)
const sight = computed(() =>
  route.query.edition
    ? ({ shows: 'edition', edition: String(route.query.edition) } as const)
    : route.query.draft
      ? ({ shows: 'draft', draft: String(route.query.draft) } as const)
      : ({ shows: 'moment', at: at.value } as const),
)
const at = computed(() => {
  const asked = new Date(String(route.query.at ?? ''))
  return Number.isNaN(asked.getTime()) ? site.now.toISOString() : asked.toISOString()
})
const name = computed(() =>
  sight.value.shows === 'moment'
    ? at.value
    : sight.value.shows === 'edition'
      ? `edition:${sight.value.edition}`
      : `draft:${sight.value.draft}`,
)
const { value: edition, load: loadEdition } = useLoad(() => `/editions/${String(route.query.edition)}`)
if (route.query.edition) void loadEdition()
const start = String(route.query.path ?? '/')
const source = computed(() => `/moment/${encodeURIComponent(name.value)}${start}`)
const frame = useTemplateRef<HTMLIFrameElement>('frame')
const path = ref(start)
function arrived() {
  const inside = frame.value?.contentWindow?.location
  if (inside) path.value = decodeURI(inside.pathname).replace(/^\/moment\/[^/]+/, '') || '/'
}
const past = computed(() => sight.value.shows === 'moment' && at.value < site.now.toISOString())
const wall = computed(() => wallTimeOf(at.value, zone.value))
const to = (date: string, time: string) => date && time && router.replace({ query: { at: instantOf({ date, time, zone: zone.value }) } })
const panel = ref<'site' | 'differences'>('site')
const other = ref('now')
const { value: between, load } = useLoad(() => {
  const then = other.value === 'now' ? site.now.toISOString() : new Date(other.value).toISOString()
  return past.value ? `/moments/differences?from=${at.value}&to=${then}` : `/moments/differences?from=${then}&to=${at.value}`
})
watch([at, panel], () => panel.value === 'differences' && sight.value.shows === 'moment' && load())
const WORDS = { added: say.added, gone: say.gone, changed: say.changed, moved: say.moved } as const
const MARKS = { added: 'text-tide', gone: 'text-rust', changed: 'text-ink', moved: 'text-lamp' } as const
const compare = ({ item, from, to: then }: Differences['differences'][number]) =>
  from && then
    ? { path: `/office/items/${item}`, query: { view: 'compare', from: from.version, to: then.version } }
    : { path: `/office/items/${item}`, query: { view: 'history' } }

const sharing = ref(false)
const back = shallowRef<GoingBackStep[] | null>(null)
const section = ref('')
const whyNotBack = computed(() => whyNot(site.site?.may['item.roll-back']))
const loadBack = async () =>
  (back.value = await api('GET', `/site-back?moment=${at.value}${section.value ? `&section=${section.value}` : ''}`))
const { act, busy } = useAct(() => undefined)
const goBack = () =>
  act(
    async () => {
      const made = await api('POST', '/site-back', { body: { moment: at.value, section: section.value || null } })
      await navigateTo(`/office/editions/${made.edition}`)
    },
    say.theSiteIsWhatItWas(shortIn(at.value, zone.value, site.now)),
  )
</script>

<template>
  <div class="flex h-full flex-col">
    <PlaceStrip
      :name="
        sight.shows === 'moment'
          ? past
            ? say.theSiteAsItWas
            : say.theSiteAsPlanned
          : sight.shows === 'edition'
            ? say.theSiteWithTheEdition
            : say.theSiteWithTheDraft
      "
    >
      <form v-if="sight.shows === 'moment'" class="flex items-center gap-2" :aria-label="say.theMoment">
        <DateField :label="say.date" :model-value="wall.date" @take="$event && to($event, wall.time)" />
        <TimeField :label="common.time" :model-value="wall.time" @take="$event && to(wall.date, $event)" />
      </form>
      <ChoiceButtons
        v-if="sight.shows === 'moment'"
        v-model="panel"
        :label="say.whatToSee"
        :choices="[
          { value: 'site', word: say.theSite },
          { value: 'differences', word: say.differencesToNow },
        ]"
      />
      <NuxtLink v-if="edition" class="link" :to="`/office/editions/${edition.id}`">{{ edition.name }}</NuxtLink>
      <span class="truncate font-mono text-body text-soft">{{ panel === 'site' ? path : '' }}</span>
      <template #action>
        <button v-if="past" class="button" :disabled="!!whyNotBack" :title="whyNotBack" @click="loadBack">{{ say.rollBackToThen }}</button>
        <button class="button" @click="sharing = true">{{ say.shareALink }}</button>
        <NuxtLink class="button" to="/office/calendar">{{ say.calendar }}</NuxtLink>
      </template>
    </PlaceStrip>
    <p class="border-b px-5 py-1.5" :class="past ? 'border-line bg-tide-wash' : 'border-line bg-lamp-wash'" role="status">
      <template v-if="sight.shows === 'moment' && past">{{ say.readersHadThis(fullIn(at, zone)) }}</template>
      <template v-else-if="sight.shows === 'moment'">{{ say.readersWillHaveThisIfAllGoes(fullIn(at, zone)) }}</template>
      <template v-else>{{ say.asItWillBe }}</template>
    </p>
    <iframe
      v-if="panel === 'site' || sight.shows !== 'moment'"
      ref="frame"
      :key="source"
      :src="source"
      class="min-h-0 w-full flex-1"
      sandbox="allow-same-origin allow-forms"
      :title="say.theSiteThen"
      @load="arrived"
    />
    <div v-else class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
      <template v-if="between">
        <p class="mb-3">
          <template v-if="!between.differences.length">{{ say.theSiteIsTheSameThen }}</template>
          <template v-else
            >{{
              say.fromAddedChangedMovedGone(
                past ? say.thenToNow : say.nowToThen,
                common.countedItems(between.counts.added),
                between.counts.changed,
                between.counts.moved,
                between.counts.gone,
              )
            }}<template v-if="between.counts.menus">{{ say.andTheMenusChangeIn(common.countedPlaces(between.counts.menus)) }}</template
            >.</template
          >
        </p>
        <ul class="divide-y divide-line rounded-md border border-line bg-sheet">
          <li v-for="one in between.differences" :key="one.item" class="flex min-h-9 flex-wrap items-baseline gap-x-3 px-3 py-1.5">
            <b class="w-18 shrink-0 font-semibold" :class="MARKS[one.change]">{{ WORDS[one.change] }}</b>
            <NuxtLink :to="compare(one)" class="font-medium underline decoration-line underline-offset-2 hover:decoration-ink">{{
              one.title
            }}</NuxtLink>
            <span v-if="one.from?.path !== one.to?.path && one.from && one.to" class="font-mono text-body text-soft"
              >{{ one.from.path }} → {{ one.to.path }}</span
            >
            <span v-else class="font-mono text-body text-soft">{{ (one.to ?? one.from)?.path }}</span>
            <span class="ml-auto text-soft">{{ one.menus ? say.inTheMenus : '' }}{{ one.section }}</span>
          </li>
        </ul>
      </template>
    </div>
    <ShareDialog v-if="sharing" :sight="sight" @close="sharing = false" />
    <PlainDialog :open="back !== null" wide :title="say.rollTheSiteBackTo(fullIn(at, zone))" @close="back = null">
      <label class="label" for="back-section">{{ say.whichPart }}</label>
      <select id="back-section" v-model="section" class="input mb-3 !w-64" @change="loadBack">
        <option value="">{{ say.theWholeSite }}</option>
        <option v-for="one in site.sections" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <StepList v-if="back" :steps="back" :none="say.nothingDiffers" />
      <p class="hint mt-2">{{ say.itHappensAtOnceAndAllTogether }}</p>
      <template #actions
        ><button class="button" @click="back = null">{{ common.cancel }}</button
        ><button class="button-main" :disabled="busy || !back?.length" @click="goBack">
          {{ say.rollBackItems(common.countedItems(back?.length ?? 0)) }}
        </button></template
      >
    </PlainDialog>
  </div>
</template>
