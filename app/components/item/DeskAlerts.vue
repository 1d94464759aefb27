<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { shortIn } from '~~/core/time/words'
import type { DraftAtHand } from '~/composables/draft'
import { useSite } from '~/stores/site'

/** What has to be known before one writes on: that the draft is behind, that words are unsaved and why, that the item is in the bin. */
defineProps<{ page: ItemPage; at: DraftAtHand | null; choosing: boolean; whyNotWrite: string | undefined }>()
const emit = defineEmits<{ compare: []; bringUpToDate: []; unbin: []; choose: [] }>()
const site = useSite()
const route = useRoute()
</script>

<template>
  <div>
    <p
      v-if="page.draft?.behind && !choosing && !page.binnedAt"
      class="flex flex-wrap items-center gap-x-3 border-b border-line bg-lamp-wash px-5 py-1.5"
    >
      <span><b class="font-semibold">Behind the site.</b> Version {{ page.live?.number }} went live after this draft began.</span>
      <button class="link" @click="emit('compare')">Compare with it</button>
      <button class="button ml-auto" :disabled="!!whyNotWrite" :title="whyNotWrite" @click="emit('bringUpToDate')">Bring up to date</button>
    </p>
    <p v-if="at?.offers.value[0]" role="alert" class="flex flex-wrap items-center gap-3 border-b border-line bg-tide-wash px-5 py-1.5">
      <span>What you wrote here {{ shortIn(at.offers.value[0].kept.at, site.zone, site.now) }} was not saved; this computer kept it.</span>
      <button class="button ml-auto" @click="at.takeLeft(true)">Take it in</button>
      <button class="button-quiet" @click="at.takeLeft(false)">Drop it</button>
    </p>
    <p
      v-if="at?.state.value === 'signed-out'"
      role="alert"
      class="flex flex-wrap items-center gap-3 border-b border-lamp bg-lamp-wash px-5 py-1.5"
    >
      <span><b class="font-semibold">You are signed out.</b> Your text is kept.</span>
      <NuxtLink class="button ml-auto" :to="{ path: '/office/sign-in', query: { to: route.fullPath } }">Sign in</NuxtLink>
    </p>
    <p
      v-if="at?.conflict.value && !at.asking.value"
      role="alert"
      class="flex flex-wrap items-center gap-3 border-b border-rust bg-rust-wash px-5 py-1.5"
    >
      <span><b class="font-semibold">Not saved.</b> Someone else changed the same words. Your text is kept on this computer.</span>
      <button class="button ml-auto" @click="emit('choose')">Choose what holds</button>
    </p>
    <p v-if="page.binnedAt" class="border-b border-line bg-lamp-wash px-5 py-2">
      This item is in the bin. <button class="link" @click="emit('unbin')">Take it out</button>
    </p>
    <div v-if="at?.problem.value.length" role="alert" class="border-b border-rust bg-rust-wash px-5 py-2 text-rust">
      Not saved: {{ at.problem.value.join('. ') }}. What you wrote is still here; change it and it is saved.
    </div>
  </div>
</template>
