<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import PlainDialog from '~/components/form/PlainDialog.vue'
import NoteDialog from './NoteDialog.vue'
import type { useItemActions } from './itemActions'
import type { Pin } from '~/composables/itemNotes'
import { lazyDialog } from '~/composables/lazily'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemDialogs'

// Choosing a time brings the calendar arithmetic of zones along; it is loaded when it is asked for.
const WhenDialog = lazyDialog(() => import('./WhenDialog.vue'))
const EditionDialog = lazyDialog(() => import('~/components/time/EditionDialog.vue'))
const SendDialog = lazyDialog(() => import('./SendDialog.vue'))
const HandDialog = lazyDialog(() => import('./HandDialog.vue'))
const RemindDialog = lazyDialog(() => import('~/components/mend/RemindDialog.vue'))
const FastDialog = lazyDialog(() => import('./FastDialog.vue'))
const RollBackDialog = lazyDialog(() => import('./RollBackDialog.vue'))

/** What an item's actions ask before they are done. */
const props = defineProps<{
  page: ItemPage
  actions: ReturnType<typeof useItemActions>
  /** A reviewer's notes at their places, to go out with a return. */
  pins: Pin[]
  shownDate: string | null | undefined
  beginBeside: (name: string) => unknown
  save: (note: string) => unknown
}>()
const emit = defineEmits<{ bringUpToDate: [] }>()
const { dialog } = props.actions
</script>

<template>
  <div>
    <NoteDialog
      v-if="dialog === 'beside'"
      :title="say.beginAnotherDraftBeside"
      :label="common.whatIsItFor"
      :action="say.beginTheDraft"
      :hint="say.itBeginsFromWhatIsLive"
      needed
      :run="beginBeside"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'rename'"
      :title="say.renameThisDraft"
      :label="common.whatIsItFor"
      :action="common.rename"
      needed
      :start="page.draft?.name"
      :run="actions.rename"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'save'"
      :title="say.saveANamedVersion"
      :label="say.whatChangedAndWhy"
      :action="common.save"
      :run="save"
      @close="dialog = null"
    />
    <SendDialog
      v-if="dialog === 'send' && page.draft"
      :page="page"
      :may-put-live-anyway="actions.more.value.some(({ id, why }) => id === 'exception' && !why)"
      :run="actions.send"
      @close="dialog = null"
      @put-live-anyway="dialog = 'exception'"
    />
    <NoteDialog
      v-if="dialog === 'clear'"
      :title="say.clearThisVersion"
      :label="say.aWordWithIt"
      :action="say.clear"
      :hint="say.yourClearanceHoldsForVersionExactly(actions.seen.value.number ?? '')"
      :run="actions.clear"
      @close="dialog = null"
    >
      <p v-if="pins.length" class="mb-3 rounded-md bg-lamp-wash px-2.5 py-1.5">
        {{ say.thatYouWroteWhileReading(say.countedNotes(pins.length), pins.length === 1 ? say.goes : say.go) }}
      </p>
    </NoteDialog>
    <NoteDialog
      v-if="dialog === 'return'"
      :title="say.returnToItsWriter"
      :label="say.whatShouldChange"
      :action="say.returnWord"
      danger
      :needed="!pins.length"
      :run="actions.giveBack"
      @close="dialog = null"
    >
      <ul v-if="pins.length" class="mb-3 space-y-1">
        <li v-for="pin in pins" :key="pin.id" class="rounded-md bg-lamp-wash px-2.5 py-1.5">
          <template v-if="pin.quote"
            >{{ say.on }} <q class="italic">{{ pin.quote.exact }}</q></template
          ><template v-else>{{ pin.place.startsWith('field:') ? say.onAField : say.onABlock }}</template
          >: {{ pin.text
          }}<template v-if="pin.suggestion !== undefined"> {{ say.suggestedSuggestion(pin.suggestion || say.leaveItOut) }}</template>
        </li>
      </ul>
    </NoteDialog>
    <NoteDialog
      v-if="dialog === 'exception'"
      :title="say.putLiveWithoutClearance"
      :label="say.whyCanItNotWait"
      :action="say.putLiveWithoutClearance"
      danger
      needed
      :hint="say.yourReasonStandsInTheJournal"
      :run="actions.putLiveAnyway"
      @close="dialog = null"
    />
    <FastDialog
      v-if="dialog === 'fast' && page.draft?.route.fast"
      :fast="page.draft.route.fast"
      :run="actions.putLiveFast"
      @close="dialog = null"
    />
    <HandDialog
      v-if="dialog === 'hand' && page.draft"
      :draft="page.draft.id"
      :gate="actions.gateInHand.value"
      :run="actions.hand"
      @close="dialog = null"
    />
    <RemindDialog v-if="dialog === 'remind' && page.draft" :draft="page.draft.id" @done="actions.askedAgain" @close="dialog = null" />
    <WhenDialog
      v-if="dialog === 'plan'"
      :title="say.setWhenItGoesLive"
      :action="say.setTheTime"
      :at="page.draft?.event?.at"
      :until="page.draft?.event?.until"
      :rule="page.draft?.event?.rule"
      lasting
      :trial="page.draft?.event ? { event: page.draft.event.id } : null"
      :run="actions.planLive"
      @close="dialog = null"
    />
    <WhenDialog
      v-if="dialog === 'plan-withdraw'"
      :title="say.setWhenItLeavesTheSite"
      :action="say.setTheTime"
      :at="page.withdrawEvent?.at"
      :run="actions.planWithdraw"
      @close="dialog = null"
    />
    <WhenDialog
      v-if="dialog === 'window-end'"
      :title="say.moveTheEndOfItsWindow"
      :action="common.moveIt"
      :at="page.window?.until"
      :run="actions.moveWindowEnd"
      @close="dialog = null"
    />
    <WhenDialog
      v-if="dialog === 'embargo'"
      :title="say.nobodyMayPutItLiveBefore"
      :action="say.setTheEmbargo"
      :run="actions.embargo"
      @close="dialog = null"
    />
    <EditionDialog v-if="dialog === 'edition'" :run="actions.intoEdition" @close="dialog = null" />
    <NoteDialog
      v-if="dialog === 'ask-withdraw'"
      :title="say.askToTakeItOffTheSite"
      :label="say.whyShouldItGo"
      :action="say.askTheGates"
      :hint="say.itStaysUntilItsGatesHaveCleared"
      needed
      :run="actions.askWithdraw"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'withdraw-past'"
      :title="say.withdrawWithoutClearance"
      :label="say.whyCanItNotWait"
      :action="say.withdraw"
      danger
      needed
      :hint="say.yourReasonStandsInTheJournal"
      :run="actions.withdrawPast"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'withdraw'"
      :title="say.withdrawFromTheSite"
      :label="say.whyIfYouLike"
      :action="say.withdraw"
      :hint="say.itStandsInTheJournal"
      danger
      :run="actions.withdraw"
      @close="dialog = null"
    >
      <p class="mb-3">
        {{ say.fromNowOn }} <span class="font-mono text-[0.93em]">{{ page.live?.path }}</span> {{ say.answers410 }}
      </p>
    </NoteDialog>
    <RollBackDialog
      v-if="dialog === 'roll-back' && actions.rollTarget.value"
      :version="actions.rollTarget.value.version"
      :number="actions.rollTarget.value.number"
      :live-number="page.live?.number ?? null"
      :run="actions.rollBack"
      @close="dialog = null"
    />
    <PlainDialog :open="dialog === 'shown-date'" :title="say.keepTheShownDate" @close="dialog = null">
      <p>{{ say.itShowsAnOldDate(shownDate ?? '') }}</p>
      <template #actions
        ><button class="button" @click="actions.putLive({ shownDate: 'keep' })">{{ say.keepShownDate(shownDate ?? '') }}</button
        ><button class="button-main" @click="actions.putLiveToday">{{ say.showTodaysDate }}</button></template
      >
    </PlainDialog>
    <PlainDialog :open="dialog === 'behind'" :title="say.theLiveVersionChangedMeanwhile" @close="dialog = null">
      <p>
        {{ say.versionWentLiveAfterThisDraft(page.live?.number ?? '') }}
      </p>
      <template #actions
        ><button class="button" @click="actions.putLive({ replacing: actions.seen.value.live ?? undefined })">{{ say.replaceIt }}</button
        ><button class="button-main" @click="((dialog = null), emit('bringUpToDate'))">{{ say.bringUpToDateFirst }}</button></template
      >
    </PlainDialog>
  </div>
</template>
