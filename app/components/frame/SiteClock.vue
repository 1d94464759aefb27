<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { TriangleAlert } from 'lucide-vue-next'
import { shortIn, timeIn, fullIn } from '~~/core/time/words'
import { useLoad } from '~/composables/load'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import { cityOf } from '~/composables/zones'
import * as say from '~~/core/words/office/frame'

const site = useSite()
const session = useSession()
const route = useRoute()
const zone = computed(() => site.zone)
const city = computed(() => cityOf(zone.value))
/** Where the viewer says they are, when another time holds there. */
const own = computed(() => {
  const mine = session.person?.zone
  return mine && timeIn(site.now, mine) !== timeIn(site.now, zone.value) ? say.nowWithYou(timeIn(site.now, mine)) : ''
})
/** What of the next moment would be held back. To foresee it may take a while: it is not waited for. */
const { value: foreseen, load: foresee } = useLoad(() => '/forecast/next')
onMounted(foresee)
watchDebounced([() => site.site?.next?.at, () => site.news], foresee, { debounce: 1_000 })
const held = computed(() => (foreseen.value?.at === site.site?.next?.at ? (foreseen.value?.held ?? 0) : 0))
const next = computed(() => {
  const event = site.site?.next
  if (!event) return say.nothingPlanned
  if (held.value) return say.heldAtClock(held.value, shortIn(event.at, zone.value, site.now))
  const does = event.live === event.count ? 'live' : event.live === 0 ? 'leave' : 'both'
  return say.nextAtClock(event.count, does, shortIn(event.at, zone.value, site.now))
})
</script>

<template>
  <div
    v-if="site.site"
    class="w-38 shrink-0 text-small leading-tight short:max-lg:w-26 short:max-lg:min-w-0 short:max-lg:overflow-hidden short:max-lg:shrink"
    :title="fullIn(site.now.toISOString(), zone)"
  >
    <p>
      <span class="font-bold tabular-nums">{{ timeIn(site.now, zone) }}</span> {{ city
      }}<span v-if="own" class="text-soft">, {{ own }}</span>
    </p>
    <p v-if="site.line === 'signed-out'" role="status">
      <NuxtLink
        class="flex items-center gap-1 font-semibold text-rust hover:underline"
        :to="{ path: '/office/sign-in', query: { to: route.fullPath } }"
      >
        <TriangleAlert class="size-3.5" aria-hidden="true" /> {{ say.signedOutSignIn }}
      </NuxtLink>
    </p>
    <p v-else-if="site.line === 'lost'" class="flex items-center gap-1 font-semibold text-rust" role="status">
      <TriangleAlert class="size-3.5" aria-hidden="true" /> {{ say.noConnectionWithin }}
    </p>
    <p v-else-if="site.site.silent" class="flex items-center gap-1 font-semibold text-lamp" role="status">
      <TriangleAlert class="size-3.5" aria-hidden="true" /> {{ say.schedulerIsSilent }}
    </p>
    <p v-else class="truncate" :class="held ? 'font-semibold text-rust' : 'text-soft'">{{ next }}</p>
  </div>
</template>
