<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { shortIn } from '~~/core/time/words'
import type { DraftAtHand } from '~/composables/draft'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/item'

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
      <span
        ><b class="font-semibold">{{ say.behindTheSite }}</b> {{ say.versionWentLiveAfterThisDraftBegan(page.live?.number ?? '') }}</span
      >
      <button class="link" @click="emit('compare')">{{ say.compareWithIt }}</button>
      <button class="button ml-auto" :disabled="!!whyNotWrite" :title="whyNotWrite" @click="emit('bringUpToDate')">
        {{ say.bringUpToDate }}
      </button>
    </p>
    <p v-if="at?.offers.value[0]" role="alert" class="flex flex-wrap items-center gap-3 border-b border-line bg-tide-wash px-5 py-1.5">
      <span>{{ say.whatYouWroteHereWasNotSaved(shortIn(at.offers.value[0].kept.at, site.zone, site.now)) }}</span>
      <button class="button ml-auto" @click="at.takeLeft(true)">{{ say.restoreIt }}</button>
      <button class="button-quiet" @click="at.takeLeft(false)">{{ say.throwItAway }}</button>
    </p>
    <p
      v-if="at?.state.value === 'signed-out'"
      role="alert"
      class="flex flex-wrap items-center gap-3 border-b border-lamp bg-lamp-wash px-5 py-1.5"
    >
      <span
        ><b class="font-semibold">{{ say.youAreSignedOut }}</b> {{ say.yourTextIsKept }}</span
      >
      <NuxtLink class="button ml-auto" :to="{ path: '/office/sign-in', query: { to: route.fullPath } }">{{ common.signIn }}</NuxtLink>
    </p>
    <p
      v-if="at?.conflict.value && !at.asking.value"
      role="alert"
      class="flex flex-wrap items-center gap-3 border-b border-rust bg-rust-wash px-5 py-1.5"
    >
      <span
        ><b class="font-semibold">{{ say.notSavedYet }}</b> {{ say.someoneElseChangedTheSameWords }}</span
      >
      <button class="button ml-auto" @click="emit('choose')">{{ say.chooseWhichTextShouldStay }}</button>
    </p>
    <p v-if="page.binnedAt" class="border-b border-line bg-lamp-wash px-5 py-2">
      {{ say.thisItemIsInTheBin }} <button class="link" @click="emit('unbin')">{{ say.restore }}</button>
    </p>
    <div v-if="at?.problem.value.length" role="alert" class="border-b border-rust bg-rust-wash px-5 py-2 text-rust">
      {{ say.notSavedWhatYouWroteIs(at.problem.value.join('. ')) }}
    </div>
  </div>
</template>
