<script setup lang="ts">
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import FlowView from '~/components/checks/FlowView.vue'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import JournalView from '~/components/checks/JournalView.vue'
import MailView from '~/components/checks/MailView.vue'
import { whyNot } from '~/composables/commands'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/checks'

const site = useSite()
const route = useRoute()
const router = useRouter()
const VIEWS = [
  ['flow', say.flow, say.whatWaitsAtWhichGate],
  ['journal', say.journal, say.whoDidWhat],
  ['mail', say.mail, say.whatTheOfficeWouldHaveSent],
] as const
const whyNotJournal = computed(() => whyNot(site.site?.may['journal.read']))
/** Only while mails are kept here, for who may change people: they hold the links of invitations. */
const mailShown = computed(() => site.site?.mailIsCaught === true && site.site.may['people.change'] === null)
const choices = computed(() =>
  VIEWS.filter(([name]) => name !== 'mail' || mailShown.value).map(([value, word]) => ({
    value,
    word,
    why: value === 'journal' ? whyNotJournal.value : undefined,
  })),
)
const view = computed(() => {
  const asked = choices.value.find(({ value, why }) => value === route.query.view && !why)
  return VIEWS.find(([name]) => name === asked?.value) ?? VIEWS[0]
})
const PARTS = { flow: FlowView, journal: JournalView, mail: MailView }
</script>

<template>
  <div>
    <PlaceStrip :name="say.checks">
      <ChoiceButtons
        :model-value="view[0]"
        :label="common.views"
        :choices="choices"
        @update:model-value="router.replace({ query: { view: $event } })"
      />
      <span class="text-soft max-lg:hidden">{{ view[2] }}</span>
    </PlaceStrip>
    <Suspense><component :is="PARTS[view[0]]" :key="view[0]" /></Suspense>
  </div>
</template>
