<script setup lang="ts">
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import FlowView from '~/components/checks/FlowView.vue'
import JournalView from '~/components/checks/JournalView.vue'
import { whyNot } from '~/composables/commands'
import { useSite } from '~/stores/site'

const site = useSite()
const route = useRoute()
const router = useRouter()
const VIEWS = [
  ['flow', 'Flow', 'What waits at which gate, and how work goes through them'],
  ['journal', 'Journal', 'Who did what, each row bound to all before it'],
] as const
const whyNotJournal = computed(() => whyNot(site.site?.may['journal.read']))
const view = computed(() => (route.query.view === 'journal' && !whyNotJournal.value ? VIEWS[1] : VIEWS[0]))
</script>

<template>
  <div>
    <PlaceStrip name="Checks">
      <div class="flex gap-1" role="group" aria-label="Views">
        <button
          v-for="[name, word] in VIEWS"
          :key="name"
          class="button-quiet"
          :class="view[0] === name && '!bg-sheet !text-ink border border-line font-semibold'"
          :aria-pressed="view[0] === name"
          :disabled="name === 'journal' && !!whyNotJournal"
          :title="name === 'journal' ? whyNotJournal : undefined"
          @click="router.replace({ query: { view: name } })"
        >
          {{ word }}
        </button>
      </div>
      <span class="text-soft max-lg:hidden">{{ view[2] }}</span>
    </PlaceStrip>
    <Suspense><component :is="view[0] === 'journal' ? JournalView : FlowView" :key="view[0]" /></Suspense>
  </div>
</template>
