<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import { FIELDS, labelOf, type FieldName, type Fields, type PictureValue } from '~~/core/content/fields'
import { NoteThread, PinnedNotes } from './noteParts'
import type { Access } from '~~/core/members/access'
import type { MenuEntry } from '~~/core/menu/entries'
import { can, type Kind } from '~~/core/kinds/kinds'
import { LABEL_TYPES } from '~~/core/kinds/label'
import { checkSegment, makeSegment } from '~~/core/address/segment'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import LateInput from '~/components/form/LateInput.vue'
import LengthAdvice from '~/components/form/LengthAdvice.vue'
import PagePicker from '~/components/form/PagePicker.vue'
import ItemsPicker from '~/components/form/ItemsPicker.vue'
import PictureDrop from '~/components/form/PictureDrop.vue'
import { lazily } from '~/composables/lazily'
import { useItemNotes } from '~/composables/itemNotes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/fields'

// The list of languages, where a banner leads, and the entries of a menu are loaded where they are chosen.
const LinkInput = lazily(() => import('./blocks/LinkInput.vue'))
const MenuEntries = lazily(() => import('~/components/menu/MenuEntries.vue'))
const AccessInput = lazily(() => import('~/components/members/AccessInput.vue'))
const LanguageChoice = lazily(() => import('~/components/form/LanguageChoice.vue'))

/** The input of one field, as the registry says. */
const props = defineProps<{
  name: FieldName
  fields: Fields
  item: string
  kind: Kind
  /** Where a label made here belongs. */
  section: string
  locked: boolean
  mayAddMedia: boolean
  refs: Refs
  problem?: string | undefined
}>()
const emit = defineEmits<{ change: [value: Fields[FieldName] | null]; media: [media: MediaView] }>()
const rule = computed(() => FIELDS[props.name])
const label = computed(() => labelOf(props.name, props.kind))
const value = computed(() => props.fields[props.name])
const text = computed(() =>
  typeof value.value === 'string' || typeof value.value === 'number'
    ? String(value.value)
    : Array.isArray(value.value)
      ? value.value.join('\n')
      : '',
)
const id = useId()
const notes = useItemNotes()
const place = computed(() => `field:${props.name}`)
const CHOICES: Partial<Record<FieldName, [string, string][]>> = {
  labelType: LABEL_TYPES.map((type) => [type, { category: common.category, tag: common.tag, series: common.series }[type]]),
  bar: [
    ['none', say.nowhere],
    ['site', say.onEveryPage],
    ['section', say.onThePagesOfItsSection],
  ],
  lifetime: [
    ['lasting', say.untilSomeoneTakesItOff],
    ['temporary', say.forATime],
  ],
  joining: [
    ['closed', say.nobodyJoins],
    ['invited', say.theInvitedJoin],
    ['open', say.anyoneJoins],
  ],
  menuPlace: [
    ['top', say.atTheTop],
    ['foot', say.inTheFoot],
    ['none', say.nowhereYet],
  ],
  noticeLevel: [
    ['information', say.forInformation],
    ['warning', say.warning],
    ['urgent', say.urgent],
  ],
}
/** What holds where a choice was never made. */
const UNSAID: Partial<Record<FieldName, string>> = { bar: 'none', joining: 'closed' }
const advice = computed(() =>
  props.name === 'segment' && text.value ? checkSegment(text.value, !props.fields.parent)[0]?.detail : undefined,
)
const set = (event: Event) => emit('change', (event.target as HTMLInputElement).value)
</script>

<template>
  <div :id="`field-${name}`" class="scroll-mt-24">
    <template v-if="rule.input === 'item'"
      ><PagePicker
        :model-value="(value as string | null) ?? null"
        :label="label"
        :kind="name === 'parent' ? 'page' : 'label'"
        :none="name === 'parent' ? say.atTheTopOfTheTree : say.none"
        :disabled="locked"
        :except="item"
        @update:model-value="emit('change', $event)"
    /></template>
    <ItemsPicker
      v-else-if="rule.input === 'items'"
      :model-value="(value as string[]) ?? []"
      :label="label"
      :kind="name === 'byline' ? 'author' : 'label'"
      :section="name === 'labels' ? section : undefined"
      :disabled="locked"
      @update:model-value="emit('change', $event)"
    />
    <LanguageChoice
      v-else-if="rule.input === 'language'"
      :model-value="text"
      :label="label"
      :disabled="locked"
      @update:model-value="emit('change', $event)"
    />
    <template v-else-if="rule.input === 'picture'">
      <p class="label">{{ label }}</p>
      <PictureDrop
        :value="(value as PictureValue | null) ?? null"
        :refs="refs"
        :locked="locked || !mayAddMedia"
        :slot-name="name === 'sharingPicture' ? 'sharing' : can(kind, 'turning') ? 'banner' : 'cover'"
        :label="label"
        @change="emit('change', $event)"
        @media="emit('media', $event)"
      />
    </template>
    <MenuEntries
      v-else-if="rule.input === 'entries'"
      :entries="(value as MenuEntry[]) ?? []"
      :locked="locked"
      @change="emit('change', $event)"
    />
    <AccessInput
      v-else-if="rule.input === 'access'"
      :access="(value as Access | null) ?? null"
      :in-tree="can(kind, 'tree')"
      :label="label"
      :locked="locked"
      @change="emit('change', $event)"
    />
    <LinkInput
      v-else-if="rule.input === 'link'"
      :href="text"
      :refs="refs"
      :locked="locked"
      :label="label"
      @change="emit('change', $event || null)"
    />
    <label v-else-if="rule.input === 'switch'" class="flex items-center gap-2 py-1"
      ><input
        type="checkbox"
        :checked="Boolean(value)"
        :disabled="locked"
        @change="emit('change', ($event.target as HTMLInputElement).checked)"
      />{{ label }}</label
    >
    <template v-else>
      <div class="mb-1 flex items-baseline justify-between gap-3">
        <label class="font-medium" :for="id">{{ label }}</label><LengthAdvice
          v-if="rule.advisedLength && text"
          :text="text"
          :advised="rule.advisedLength"
        />
      </div>
      <textarea v-if="rule.input === 'text'" :id="id" class="input-area" rows="3" :value="text" :disabled="locked" @input="set" />
      <LateInput
        v-else-if="rule.input === 'lines'"
        :id="id"
        tag="textarea"
        class="input-area"
        rows="3"
        :value="text"
        :disabled="locked"
        @take="emit('change', $event.split(/\s+/).filter(Boolean))"
      />
      <select v-else-if="rule.input === 'choice'" :id="id" class="input" :value="text || UNSAID[name]" :disabled="locked" @change="set">
        <option v-for="[choice, word] in CHOICES[name]" :key="choice" :value="choice">{{ word }}</option>
      </select>
      <div v-else-if="rule.input === 'segment'" class="flex gap-2">
        <input :id="id" class="input font-mono" :value="text" :disabled="locked" spellcheck="false" @input="set" /><button
          v-if="!locked"
          type="button"
          class="button"
          @click="emit('change', makeSegment(fields.title ?? ''))"
        >
          {{ say.fromTheTitle }}
        </button>
      </div>
      <div v-else-if="rule.input === 'date'" class="flex gap-2">
        <DateField
          :id="id"
          :model-value="text"
          :disabled="locked"
          sense="back"
          @take="$event !== text && emit('change', $event || null)"
        /><span v-if="!text" class="hint self-center">{{ say.emptyTheDayItFirstGoesLive }}</span>
      </div>
      <LateInput
        v-else-if="rule.input === 'number'"
        :id="id"
        type="number"
        class="input !w-28"
        :value="text"
        :disabled="locked"
        @take="emit('change', $event === '' ? null : Math.trunc(Number($event)))"
      />
      <input v-else :id="id" class="input" :value="text" :disabled="locked" @input="set" />
    </template>
    <p v-if="problem ?? advice" class="mt-1 text-rust">{{ problem ?? advice }}</p>
    <p v-else-if="rule.help" class="hint mt-1">{{ rule.help }}</p>
    <template v-if="notes">
      <NoteThread v-for="thread in notes.threadsAt(place)" :key="thread.id" class="mt-1.5" :thread="thread" there :may-write="!locked" />
      <PinnedNotes v-if="notes.pinsAt(place)" :place="place" />
      <button v-if="notes.pinning.value" type="button" class="link mt-1" :aria-label="say.noteOnLabel(label)" @click="notes.ask(place)">
        {{ common.note }}
      </button>
    </template>
  </div>
</template>
