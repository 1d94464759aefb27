<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { ArrowLeft, ArrowRight, GripVertical, Plus } from 'lucide-vue-next'
import { VueDraggable } from 'vue-draggable-plus'
import { MOST_BANNERS } from '~~/core/render/banners'
import { shortIn } from '~~/core/time/words'
import type { BannerFacts } from '~~/server/services/site/banners'
import BannerLook from '~/components/banner/BannerLook.vue'
import StartDialog from '~/components/content/StartDialog.vue'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import StateMark from '~/components/mark/StateMark.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/banners'

const site = useSite()
const notices = useNotices()
const { value: banners, problem, loading, load } = useLoad(() => '/banners')
await Promise.all([load(), site.loadSections()])
watch(() => site.news, useDebounceFn(load, 500))
const starting = ref(false)
const shown = ref<BannerFacts[]>([])
watch(banners, (now) => (shown.value = [...(now ?? [])]), { immediate: true })
const on = computed(() => shown.value.filter(({ onSite }) => onSite === 'live'))
const places = computed(() => new Map(on.value.map(({ item }, index) => [item, index + 1])))
const name = (banner: BannerFacts) => banner.internalName || banner.fields.title || say.withoutAName
const heading = computed(() => {
  const count = on.value.length
  const more = count - MOST_BANNERS
  return count === 0
    ? say.noneTurnsOnTheFrontPageNow
    : more > 0
      ? say.theFirstTurnOnTheFrontPage(MOST_BANNERS, more)
      : count === 1
        ? say.oneStandsOnTheFrontPage
        : say.turnOnTheFrontPage(count)
})

/** Puts a banner before another; what is shown follows at once, and goes back when it is refused. */
async function place(item: string, before: string | null) {
  try {
    const { drafts } = await api('POST', `/banners/${item}/move`, { body: { before } })
    if (drafts.length)
      notices.done(say.theNewOrderIsAChange(drafts.length === 1 ? `“${drafts[0]!.title}”` : say.countBanners(drafts.length)))
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
const dropped = ({ newIndex }: { newIndex?: number | undefined }) => {
  const banner = shown.value[newIndex ?? 0]
  if (banner) void place(banner.item, shown.value[(newIndex ?? 0) + 1]?.item ?? null)
}
async function step(index: number, by: -1 | 1) {
  const { item } = shown.value[index]!
  await place(item, (by < 0 ? shown.value[index - 1] : shown.value[index + 2])?.item ?? null)
  await nextTick()
  document.querySelector<HTMLElement>(`[data-banner="${item}"] [data-${by < 0 ? 'earlier' : 'later'}]`)?.focus()
}
</script>

<template>
  <div>
    <PlaceStrip :name="say.banners">
      <NuxtLink class="button-quiet" to="/office/site">{{ say.site }}</NuxtLink>
      <span class="text-soft" role="status">{{ heading }}</span>
      <template #action
        ><button class="button-main" @click="starting = true">
          <Plus class="size-4" aria-hidden="true" />{{ say.startABanner }}
        </button></template
      >
    </PlaceStrip>
    <LoadState v-if="!banners" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!shown.length" class="p-5 text-soft">
      {{ say.noBannerIsMadeYet }}
    </p>
    <VueDraggable
      v-else
      v-model="shown"
      tag="ol"
      handle="[data-grip]"
      :animation="120"
      class="mx-auto grid max-w-7xl grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-6 px-5 py-6"
      @end="dropped"
    >
      <li v-for="(banner, index) in shown" :key="banner.item" :data-banner="banner.item">
        <div class="mb-1.5 flex items-center gap-1.5">
          <button
            v-if="banner.mayWrite"
            class="icon-button -ml-2 cursor-grab"
            data-grip
            :aria-label="say.dragToAnotherPlace(name(banner))"
            tabindex="-1"
          >
            <GripVertical class="size-4" />
          </button>
          <span v-if="places.has(banner.item)" class="font-semibold text-soft tabular-nums">{{ places.get(banner.item) }}</span>
          <NuxtLink :to="`/office/items/${banner.item}`" class="truncate font-semibold hover:underline" :title="name(banner)">{{
            name(banner)
          }}</NuxtLink>
          <span v-if="banner.mayWrite" class="ml-auto flex">
            <button
              class="icon-button"
              data-earlier
              :disabled="index === 0"
              :aria-label="say.moveBannerEarlier(name(banner))"
              @click="step(index, -1)"
            >
              <ArrowLeft class="size-4" />
            </button>
            <button
              class="icon-button"
              data-later
              :disabled="index === shown.length - 1"
              :aria-label="say.moveBannerLater(name(banner))"
              @click="step(index, 1)"
            >
              <ArrowRight class="size-4" />
            </button>
          </span>
        </div>
        <BannerLook
          :fields="banner.fields"
          :picture="banner.picture"
          :class="banner.onSite !== 'live' && '[&_img]:opacity-60 [&_img]:grayscale'"
        />
        <p class="mt-1.5 flex flex-wrap gap-x-3">
          <StateMark :state="banner.onSite" />
          <StateMark v-if="banner.draftState" :state="banner.draftState" />
          <span v-if="banner.next" class="text-soft tabular-nums">{{
            (banner.next === banner.leavesAt ? say.leavesAt : say.nextChangeAt)(shortIn(banner.next, site.zone, site.now))
          }}</span>
        </p>
        <p class="truncate text-soft">
          {{
            banner.fields.target
              ? say.leadsToTarget(banner.target ?? banner.fields.target.replace(/^item:.*/, say.somethingNotOnTheSite))
              : say.leadsNowhereYet
          }}
        </p>
      </li>
    </VueDraggable>
    <StartDialog v-if="starting" kind="banner" title="" @close="starting = false" />
  </div>
</template>
