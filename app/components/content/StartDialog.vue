<script setup lang="ts">
import { labelOf } from '~~/core/content/fields'
import { can, type Kind, KINDS, KINDS_TO_START } from '~~/core/kinds/kinds'
import { makeSegment } from '~~/core/address/segment'
import PlainDialog from '~/components/form/PlainDialog.vue'
import PagePicker from '~/components/form/PagePicker.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/** Starts an item by kind, place and title. */
const props = withDefaults(
  defineProps<{
    kind: Kind
    title: string
    /** The page that it is to stand below, and the section that is chosen first. */ parent?: string | null
    section?: string
  }>(),
  { parent: null, section: '' },
)
const emit = defineEmits<{ close: [] }>()
const site = useSite()
const notices = useNotices()
const kind = ref<Kind>(props.kind)
const title = ref(props.title)
const writable = computed(() => site.sections.filter((section) => section.may.write))
/** Where there are several to write in, one is chosen: nothing lands in a section that nobody meant. */
const section = ref(
  writable.value.some(({ id }) => id === props.section) ? props.section : writable.value.length === 1 ? writable.value[0]!.id : '',
)
const parent = ref<string | null>(props.parent)
const busy = ref(false)

async function start() {
  busy.value = true
  try {
    const made = await api('POST', '/items', {
      body: { kind: kind.value, section: section.value, title: title.value, ...(can(kind.value, 'tree') ? { parent: parent.value } : {}) },
    })
    await navigateTo(`/office/items/${made.item}`)
  } catch (error) {
    notices.trouble(error)
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="say.startAnItem" @close="emit('close')">
    <form id="start" class="space-y-4" @submit.prevent="start">
      <fieldset>
        <legend class="label">{{ say.whatWillItBe }}</legend>
        <div class="flex flex-wrap gap-2">
          <label
            v-for="entry in KINDS_TO_START"
            :key="entry"
            class="button cursor-pointer has-checked:border-kelp has-checked:bg-kelp-wash has-focus-visible:outline-2"
            ><input v-model="kind" type="radio" name="kind" :value="entry" class="sr-only" />{{ KINDS[entry].one }}</label
          >
        </div>
        <p class="hint mt-1.5">
          {{
            {
              page: say.aPageStays,
              post: say.aPostHasItsDate,
              notice: say.aNoticeTellsReadersWhatIsDifferent,
              banner: say.aBannerTurnsOnTheFrontPage,
              label: say.aCategoryTagOrSeries,
              menu: say.aMenuStandsOnEveryPage,
              author: say.whoWritesAsReadersSeeThem,
              settings: '',
            }[kind]
          }}
        </p>
      </fieldset>
      <div>
        <label class="label" for="title">{{ labelOf('title', kind) }}</label>
        <input id="title" v-model="title" class="input" required maxlength="200" />
        <p v-if="KINDS[kind].address !== null" class="hint mt-1">
          {{ say.itsAddressEndsIn }} <span class="font-mono text-[0.93em]">{{ makeSegment(title) || '…' }}</span>
        </p>
      </div>
      <div>
        <label class="label" for="section">{{ common.section }}</label><select id="section" v-model="section" class="input" required>
          <option v-if="writable.length > 1" value="" disabled>{{ say.chooseASection }}</option>
          <option v-for="entry in writable" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
        </select>
        <p v-if="!writable.length" class="mt-1 text-rust">
          {{ say.youHaveNoRoleThatLets }}
        </p>
      </div>
      <PagePicker v-if="can(kind, 'tree')" v-model="parent" :label="say.parentPage" :none="say.atTheTopOfTheTree" />
    </form>
    <template #actions>
      <button class="button" type="button" @click="emit('close')">{{ common.cancel }}</button>
      <button class="button-main" type="submit" form="start" :disabled="busy || !title.trim() || !section">{{ say.start }}</button>
    </template>
  </PlainDialog>
</template>
