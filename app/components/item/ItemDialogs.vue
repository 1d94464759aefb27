<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { counted } from '~/composables/words'
import PlainDialog from '~/components/form/PlainDialog.vue'
import NoteDialog from './NoteDialog.vue'
import type { useItemActions } from './itemActions'
import type { Pin } from '~/composables/itemNotes'
import { lazyDialog } from '~/composables/lazily'

// Choosing a time brings the calendar arithmetic of zones along; it is loaded when it is asked for.
const WhenDialog = lazyDialog(() => import('./WhenDialog.vue'))
const EditionDialog = lazyDialog(() => import('~/components/time/EditionDialog.vue'))
const HandDialog = lazyDialog(() => import('./HandDialog.vue'))
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
      title="Begin another draft beside"
      label="What is it for?"
      action="Begin the draft"
      hint="It begins from what is live. The other drafts stay as they are."
      needed
      :run="beginBeside"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'rename'"
      title="Rename this draft"
      label="What is it for?"
      action="Rename"
      needed
      :start="page.draft?.name"
      :run="actions.rename"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'save'"
      title="Save a named version"
      label="What changed, and why?"
      action="Save"
      :run="save"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'send'"
      title="Send to review"
      label="A word to the reviewer"
      action="Send"
      :hint="`It waits at: ${page.draft?.gates.map((gate) => gate.name).join(', ') || 'no gate'}.`"
      :run="actions.send"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'clear'"
      title="Clear this version"
      label="A word with it, if you like"
      action="Clear"
      :hint="`Your clearance holds for version ${page.draft?.number} exactly; a later change voids it.`"
      :run="actions.clear"
      @close="dialog = null"
    >
      <p v-if="pins.length" class="mb-3 rounded-md bg-lamp-wash px-2.5 py-1.5">
        {{ counted(pins.length, 'note', 'notes') }} that you wrote while reading {{ pins.length === 1 ? 'goes' : 'go' }} to the writer with
        it.
      </p>
    </NoteDialog>
    <NoteDialog
      v-if="dialog === 'return'"
      title="Return to its writer"
      label="What should change?"
      action="Return"
      danger
      :needed="!pins.length"
      :run="actions.giveBack"
      @close="dialog = null"
    >
      <ul v-if="pins.length" class="mb-3 space-y-1">
        <li v-for="pin in pins" :key="pin.id" class="rounded-md bg-lamp-wash px-2.5 py-1.5">
          <template v-if="pin.quote"
            >On <q class="italic">{{ pin.quote.exact }}</q></template
          ><template v-else>{{ pin.place.startsWith('field:') ? 'On a field' : 'On a block' }}</template
          >: {{ pin.text }}<template v-if="pin.suggestion !== undefined"> Suggested: {{ pin.suggestion || 'leave it out' }}</template>
        </li>
      </ul>
    </NoteDialog>
    <NoteDialog
      v-if="dialog === 'exception'"
      title="Put live without clearance"
      label="Why can it not wait?"
      action="Put live without clearance"
      danger
      needed
      hint="Your reason stands in the journal, and reviewers are asked to look at it afterwards."
      :run="actions.putLiveAnyway"
      @close="dialog = null"
    />
    <FastDialog v-if="dialog === 'fast'" :fast="page.draft!.route.fast!" :run="actions.putLiveFast" @close="dialog = null" />
    <HandDialog
      v-if="dialog === 'hand'"
      :draft="page.draft!.id"
      :gate="actions.gateInHand.value"
      :run="actions.hand"
      @close="dialog = null"
    />
    <WhenDialog
      v-if="dialog === 'plan'"
      title="Set when it goes live"
      action="Set the time"
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
      title="Set when it leaves the site"
      action="Set the time"
      :at="page.withdrawEvent?.at"
      :run="actions.planWithdraw"
      @close="dialog = null"
    />
    <WhenDialog
      v-if="dialog === 'window-end'"
      title="Move the end of its window"
      action="Move it"
      :at="page.window?.until"
      :run="actions.moveWindowEnd"
      @close="dialog = null"
    />
    <WhenDialog
      v-if="dialog === 'embargo'"
      title="Nobody may put it live before"
      action="Set the embargo"
      :run="actions.embargo"
      @close="dialog = null"
    />
    <EditionDialog v-if="dialog === 'edition'" :run="actions.intoEdition" @close="dialog = null" />
    <NoteDialog
      v-if="dialog === 'ask-withdraw'"
      title="Ask to take it off the site"
      label="Why should it go?"
      action="Ask the gates"
      hint="It stays until its gates have cleared that it goes, for exactly what is live now."
      needed
      :run="actions.askWithdraw"
      @close="dialog = null"
    />
    <NoteDialog
      v-if="dialog === 'withdraw-past'"
      title="Withdraw without clearance"
      label="Why can it not wait?"
      action="Withdraw"
      danger
      needed
      hint="Your reason stands in the journal, and reviewers are asked to look at it afterwards."
      :run="actions.withdrawPast"
      @close="dialog = null"
    />
    <PlainDialog :open="dialog === 'withdraw'" title="Withdraw from the site?" @close="dialog = null">
      <p>
        From now on <span class="font-mono text-[0.93em]">{{ page.live?.path }}</span> answers 410, and it leaves every menu, listing, feed
        and the sitemap. Its versions stay; it can come back with one step.
      </p>
      <template #actions
        ><button class="button" @click="dialog = null">Keep it</button
        ><button class="button-main !border-rust-fill !bg-rust-fill" @click="actions.withdraw">Withdraw</button></template
      >
    </PlainDialog>
    <RollBackDialog
      v-if="dialog === 'roll-back' && actions.rollTarget.value"
      :version="actions.rollTarget.value.version"
      :number="actions.rollTarget.value.number"
      :live-number="page.live?.number ?? null"
      :run="actions.rollBack"
      @close="dialog = null"
    />
    <PlainDialog :open="dialog === 'shown-date'" title="Keep the shown date?" @close="dialog = null">
      <p>It shows {{ shownDate }}, more than a month ago. Readers see that date in listings and the feed.</p>
      <template #actions
        ><button class="button" @click="actions.putLive({ shownDate: 'keep' })">Keep {{ shownDate }}</button
        ><button class="button-main" @click="actions.putLiveToday">Show today’s date</button></template
      >
    </PlainDialog>
    <PlainDialog :open="dialog === 'behind'" title="The live version changed meanwhile" @close="dialog = null">
      <p>
        Version {{ page.live?.number }} went live after this draft was begun on another. Bringing the draft up to date keeps what both
        changed; replacing takes off the site what that version changed.
      </p>
      <template #actions
        ><button class="button" @click="actions.putLive({ replacing: page.live?.version })">Replace it</button
        ><button class="button-main" @click="((dialog = null), emit('bringUpToDate'))">Bring up to date first</button></template
      >
    </PlainDialog>
  </div>
</template>
