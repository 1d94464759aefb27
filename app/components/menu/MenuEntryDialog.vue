<script setup lang="ts">
import { blockWindowWords } from '~~/core/content/blockWindow'
import { mayOpenWindow, isSafeHref } from '~~/core/content/inline'
import { itemOfHref, type EntryAudience, type MenuEntry } from '~~/core/menu/entries'
import { MENU_ICON_NAMES } from '~~/core/menu/icons'
import { renderMenuIcon } from '~~/core/render/menuIcons'
import BlockTimesDialog from '~/components/item/BlockTimesDialog.vue'
import GroupChoices from '~/components/members/GroupChoices.vue'
import LinkTarget from '~/components/form/LinkTarget.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import RenderedHtml from '~/editor/RenderedHtml.vue'
import * as common from '~~/core/words/office/common'
import * as members from '~~/core/words/office/members'
import * as say from '~~/core/words/office/menus'

/** All that is said of one entry. */
const props = defineProps<{ entry: MenuEntry; words: string }>()
const emit = defineEmits<{ close: []; save: [change: Partial<MenuEntry>] }>()
const { target } = props.entry
const href = ref(target.is === 'link' ? target.href : '')
const below = ref(target.is === 'heading' ? 0 : target.below)
const label = ref(props.entry.label)
const note = ref(props.entry.note)
const icon = ref(props.entry.icon)
const newWindow = ref(props.entry.newWindow)
const times = ref(props.entry.window)
const timing = ref(false)
const { audience } = props.entry
const sees = ref<EntryAudience['who'] | 'everyone'>(audience?.who ?? 'everyone')
const groups = ref(audience?.who === 'groups' ? [...audience.groups] : [])
const SEES: [typeof sees.value, string][] = [
  ['everyone', members.everyone],
  ['strangers', members.whoHasNotSignedIn],
  ['members', members.members],
  ['groups', members.membersOfGroups],
]
const follows = computed(() => target.is === 'pages' || (target.is === 'link' && itemOfHref(href.value) !== null))
const whole = computed(
  () =>
    (sees.value !== 'groups' || groups.value.length > 0) &&
    (target.is === 'link' ? isSafeHref(href.value) : target.is === 'pages' || label.value.trim() !== ''),
)
function save() {
  if (!whole.value) return
  const followed = follows.value ? below.value : 0
  emit('save', {
    target:
      target.is === 'link'
        ? { is: 'link', href: href.value, below: followed }
        : target.is === 'pages'
          ? { is: 'pages', below: followed }
          : target,
    label: label.value.trim(),
    note: note.value.trim(),
    icon: icon.value,
    newWindow: newWindow.value && mayOpenWindow(href.value),
    window: times.value,
    audience:
      sees.value === 'everyone' ? undefined : sees.value === 'groups' ? { who: 'groups', groups: groups.value } : { who: sees.value },
  })
}
</script>

<template>
  <PlainDialog :open="true" :title="words" @close="emit('close')">
    <form id="menu-entry" class="space-y-3" @submit.prevent="save">
      <LinkTarget v-if="target.is === 'link'" v-model="href" :label="say.leadsTo" :placeholder="say.anItemOrAnAddress" />
      <template v-if="target.is !== 'pages'">
        <div>
          <label class="label" for="entry-label">{{ say.wordsOfTheEntry }}</label>
          <input id="entry-label" v-model="label" class="input w-full" maxlength="80" :required="target.is === 'heading'" />
          <p v-if="target.is === 'link'" class="hint mt-1">{{ say.emptyTakesTheTitle }}</p>
        </div>
        <div>
          <label class="label" for="entry-note">{{ say.aNote }}</label>
          <input id="entry-note" v-model="note" class="input w-full" maxlength="160" />
        </div>
        <div>
          <label class="label" for="entry-icon">{{ say.icon }}</label>
          <div class="flex items-center gap-3">
            <select id="entry-icon" v-model="icon" class="input flex-1">
              <option :value="null">{{ say.noIcon }}</option>
              <option v-for="name in MENU_ICON_NAMES" :key="name" :value="name">{{ say.icons[name] }}</option>
            </select>
            <RenderedHtml v-if="icon" tag="span" class="size-5" :html="renderMenuIcon(icon)" />
          </div>
        </div>
      </template>
      <div v-if="follows">
        <label class="label" for="entry-below">{{ say.pagesBelow }}</label>
        <select id="entry-below" v-model.number="below" class="input w-full">
          <option v-for="(levels, count) in say.levelsThatFollow" :key="count" :value="count">{{ levels }}</option>
        </select>
      </div>
      <label v-if="mayOpenWindow(href)" class="flex items-center gap-2"
        ><input v-model="newWindow" type="checkbox" />{{ say.inANewWindow }}</label
      >
      <div>
        <label class="label" for="entry-sees">{{ members.whoSeesIt }}</label>
        <select id="entry-sees" v-model="sees" class="input w-full">
          <option v-for="[who, word] in SEES" :key="who" :value="who">{{ word }}</option>
        </select>
        <GroupChoices v-if="sees === 'groups'" v-model="groups" class="mt-1" />
      </div>
      <div>
        <p class="label">{{ say.times }}</p>
        <p class="flex flex-wrap items-baseline gap-x-3">
          <span>{{ times ? blockWindowWords(times) : say.always }}</span>
          <button type="button" class="link" @click="timing = true">{{ times ? common.change : say.setTimes }}</button>
          <button v-if="times" type="button" class="link" @click="times = null">{{ say.seenAlways }}</button>
        </p>
      </div>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="menu-entry" :disabled="!whole">{{ common.save }}</button></template
    >
    <BlockTimesDialog
      v-if="timing"
      of="entry"
      :times="times ?? undefined"
      @close="timing = false"
      @set="((times = $event ?? null), (timing = false))"
    />
  </PlainDialog>
</template>
