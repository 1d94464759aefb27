<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { fullIn, shortIn } from '~~/core/time/words'
import LoadState from '~/components/frame/LoadState.vue'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/checks'

/** The mails that the stand-in of a mail server took, as their readers would have got them. */
const site = useSite()
const zone = computed(() => site.zone)
const { value: mails, problem, loading, load } = useLoad(() => '/mail')
await load()
// A mail goes out a moment after what it tells of, and is no news by itself.
useIntervalFn(load, 3_000)
const chosen = ref('')
const shown = computed(() => mails.value?.find((mail) => mail.id === chosen.value) ?? mails.value?.[0])
/** The text with its links to this office as links. */
const parts = computed(() => (shown.value?.text ?? '').split(/(https?:\/\/[^\s]+)/))
</script>

<template>
  <LoadState v-if="!mails" :problem="problem" :loading="loading" @retry="load" />
  <p v-else-if="!mails.length" class="max-w-2xl px-5 py-8 text-soft">
    {{ say.noMailYet }}
  </p>
  <div v-else class="grid md:grid-cols-[24rem_1fr]">
    <ul class="border-r border-line" :aria-label="say.mails">
      <li v-for="mail in mails" :key="mail.id">
        <button
          class="block w-full border-b border-line px-5 py-2 text-left hover:bg-deep"
          :class="shown?.id === mail.id && 'bg-sheet'"
          :aria-pressed="shown?.id === mail.id"
          @click="chosen = mail.id"
        >
          <span class="flex gap-3"
            ><b class="min-w-0 flex-1 truncate font-semibold">{{ mail.subject }}</b
            ><span class="shrink-0 text-soft">{{ shortIn(mail.at, zone, site.now) }}</span></span
          >
          <span class="block truncate text-soft">{{ mail.to }}</span>
        </button>
      </li>
    </ul>
    <article v-if="shown" class="px-6 py-5" :aria-label="say.theMail">
      <h2 class="font-serif text-head font-semibold">{{ shown.subject }}</h2>
      <p class="mt-1 text-soft">{{ say.toToAt(shown.to, fullIn(shown.at, zone)) }}</p>
      <div class="mt-4 max-w-2xl whitespace-pre-line">
        <template v-for="(part, index) in parts" :key="index"
          ><a v-if="index % 2" class="link break-all" :href="part">{{ part }}</a
          ><template v-else>{{ part }}</template></template
        >
      </div>
    </article>
  </div>
</template>
