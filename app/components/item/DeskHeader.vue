<script setup lang="ts">
import { Maximize2, Minimize2, Redo2, Undo2 } from 'lucide-vue-next'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { KINDS } from '~~/core/kinds/kinds'
import { shortIn, timeIn } from '~~/core/time/words'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import StateMark from '~/components/mark/StateMark.vue'
import { VIEWS, type View } from './views'
import type { DraftAtHand } from '~/composables/draft'
import { initials } from '~/composables/words'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/item'

/** What the item is, where it and its draft stand, the ways to look at it, and whether all is saved. */
const props = defineProps<{
  page: ItemPage
  title: string | undefined
  at: DraftAtHand | null
  locked: boolean
  present: { person: string; name: string }[]
}>()
const view = defineModel<View>('view', { required: true })
const CHOICES = VIEWS.map(([value, word]): { value: View; word: string } => ({ value, word }))
/** Whether the page stands alone, without what is around it. */
const whole = defineModel<boolean>('whole', { required: true })
const site = useSite()
const zone = computed(() => site.zone)
const written = computed(() => view.value === 'write' || view.value === 'side')

const saveWords = computed(() => {
  switch (props.at?.state.value) {
    case undefined:
      return ''
    case 'saved':
      return say.savedSavedAt(timeIn(props.at!.savedAt.value, zone.value))
    case 'saving':
      return say.saving
    case 'offline':
      return say.notSavedNoConnection
    case 'signed-out':
      return say.notSavedSignedOut
    case 'refused':
      return say.notSaved
    case 'conflict':
      return say.notSavedSomeoneElseChangedThis
    default:
      return say.unsaved
  }
})
const draftWord = computed(() => {
  const draft = props.page.draft
  if (!draft) return null
  if (draft.event?.state === 'held') return { state: 'held' as const, label: undefined }
  if (draft.review === 'cleared' && draft.event?.at)
    return { state: 'scheduled' as const, label: say.scheduledAt(shortIn(draft.event.at, zone.value, site.now)) }
  return { state: draft.review, label: undefined }
})
</script>

<template>
  <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-5 gap-y-2 border-b border-line px-5 py-2">
    <div class="min-w-0 max-w-[26rem]">
      <p class="truncate text-body text-soft">{{ say.oneInName(KINDS[page.kind].one, page.section.name) }}</p>
      <h1 class="truncate font-serif text-title leading-tight font-semibold" :title="title">
        {{ title || common.withoutATitle }}
      </h1>
    </div>
    <dl class="flex divide-x divide-line rounded-md border border-line bg-sheet">
      <div class="px-3 py-1">
        <dt class="text-small text-soft">{{ common.onSite }}</dt>
        <dd>
          <StateMark :state="page.onSite" :label="page.live ? say.liveSinceSince(shortIn(page.live.since, zone, site.now)) : undefined" />
        </dd>
      </div>
      <div class="px-3 py-1">
        <dt class="text-small text-soft">{{ common.draft }}</dt>
        <dd>
          <StateMark v-if="draftWord" :state="draftWord.state" :label="draftWord.label" /><span v-else class="text-soft">{{
            say.noneOpen
          }}</span>
        </dd>
      </div>
    </dl>
    <div class="ml-auto flex items-center gap-4 max-sm:w-full max-sm:flex-wrap max-sm:justify-between max-sm:gap-y-1">
      <ChoiceButtons v-model="view" :label="common.views" :choices="CHOICES" />
      <div v-if="at && !locked && written" class="flex">
        <button class="icon-button" :aria-label="common.undo" :title="say.undoCtrlZ" :disabled="!at.canUndo.value" @click="at.undo()">
          <Undo2 class="size-4" />
        </button>
        <button class="icon-button" :aria-label="say.redo" :title="say.redoCtrlShiftZ" :disabled="!at.canRedo.value" @click="at.redo()">
          <Redo2 class="size-4" />
        </button>
      </div>
      <button
        v-if="written"
        class="icon-button"
        :aria-label="whole ? say.showWhatStandsAround : say.fillTheWindow"
        :title="whole ? say.showWhatStandsAround : say.fillTheWindow"
        :aria-pressed="whole"
        @click="whole = !whole"
      >
        <component :is="whole ? Minimize2 : Maximize2" class="size-4" />
      </button>
      <ul v-if="present.length" class="flex -space-x-1.5" :aria-label="say.alsoHere">
        <li
          v-for="person in present"
          :key="person.person"
          class="flex size-7 items-center justify-center rounded-full border-2 border-paper bg-tide-wash text-tiny font-bold text-tide"
          :title="say.isHereToo(person.name)"
        >
          {{ initials(person.name) }}<span class="sr-only">{{ person.name }}</span>
        </li>
      </ul>
      <p v-if="at" class="text-small leading-tight sm:w-32 sm:text-right" role="status">
        <span
          :class="
            at.state.value === 'saved'
              ? 'text-ink'
              : ['offline', 'signed-out', 'refused', 'conflict'].includes(at.state.value)
                ? 'font-semibold text-rust'
                : 'text-lamp'
          "
          >{{ saveWords }}</span><span class="text-soft max-sm:ml-2 sm:block">{{ say.versionNumber(at.number.value) }}</span>
      </p>
    </div>
  </header>
</template>
