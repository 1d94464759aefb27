<script setup lang="ts">
import { can } from '~~/core/kinds/kinds'
import { useIntersectionObserver } from '@vueuse/core'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import type { Content } from '~~/core/content/content'
import type { FieldName, Fields } from '~~/core/content/fields'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import FieldInput from './FieldInput.vue'
import SearchResultLook from './SearchResultLook.vue'
import { groupsOf } from './fieldGroups'
import { useSite } from '~/stores/site'
import { lazily } from '~/composables/lazily'
import * as say from '~~/core/words/office/fields'

// Far below what is written, with the colleagues' names to choose from: it comes when one is near it.
const BannerLook = lazily(() => import('~/components/banner/BannerLook.vue'))
const MenuLook = lazily(() => import('~/components/menu/MenuLook.vue'))
const AddressRedirect = lazily(() => import('./AddressRedirect.vue'))
const OfficeFacts = lazily(() => import('./OfficeFacts.vue'))

/** The fields below the page, in groups by what they are about; last the facts for the office alone. */
defineProps<{
  page: ItemPage
  /** The version that is shown, as it was saved last. */
  version: string | null
  content: Content
  locked: boolean
  refs: Refs
  problems: Record<string, string>
}>()
const emit = defineEmits<{ change: [name: FieldName, value: Fields[FieldName] | null]; media: [media: MediaView]; reload: [] }>()
const site = useSite()
/** Whether the draft may have another address than the one that readers know. */
const movesFrom = ({ live, draft }: ItemPage, { fields }: Content) =>
  live?.path != null &&
  (!live.path.endsWith(`/${fields.segment}`) || draft?.path !== live.path || draft.content.fields.parent !== fields.parent)
const atFoot = ref<HTMLElement>()
const near = ref(false)
const { stop } = useIntersectionObserver(
  atFoot,
  ([entry]) => {
    if (!entry?.isIntersecting) return
    near.value = true
    stop()
  },
  { rootMargin: '150px' },
)
</script>

<template>
  <div>
    <section
      v-for="group in groupsOf(page.kind)"
      :id="group.id"
      :key="group.id"
      class="mt-5 scroll-mt-6 rounded-md border border-line bg-sheet p-5"
      :aria-label="group.name"
    >
      <h2 class="mb-3 font-semibold">{{ group.name }}</h2>
      <div class="grid grid-cols-1 gap-4">
        <FieldInput
          v-for="name in group.fields"
          :key="name"
          :name="name"
          :fields="content.fields"
          :item="page.id"
          :kind="page.kind"
          :section="page.section.id"
          :locked="locked"
          :may-add-media="page.may['media.add'] === null"
          :refs="refs"
          :problem="problems[name]"
          @change="emit('change', name, $event)"
          @media="emit('media', $event)"
        />
        <AddressRedirect
          v-if="group.id === 'about-address' && movesFrom(page, content)"
          :page="page"
          :fields="content.fields"
          :refs="refs"
        />
        <BannerLook
          v-if="can(page.kind, 'turning') && group.id === 'about-summary'"
          class="max-w-sm"
          :fields="content.fields"
          :picture="(content.fields.cover && refs.media.get(content.fields.cover.media)) ?? null"
        />
        <MenuLook v-if="can(page.kind, 'leading') && version" :version="version" :place="content.fields.menuPlace ?? 'none'" />
        <SearchResultLook
          v-if="group.id === 'about-search'"
          :content="content"
          :path="page.draft?.path ?? page.live?.path ?? null"
          :site-name="site.site?.name ?? ''"
        />
      </div>
    </section>
    <section
      id="about-office"
      ref="atFoot"
      class="mt-5 min-h-80 scroll-mt-6 rounded-md border border-line bg-sheet p-5"
      :aria-label="say.forTheOfficeAlone"
    >
      <h2 class="mb-3 font-semibold">
        {{ say.forTheOfficeAlone }} <span class="ml-1 font-normal text-soft">{{ say.readersNeverSeeIt }}</span>
      </h2>
      <OfficeFacts v-if="near" :page="page" @changed="emit('reload')" />
    </section>
  </div>
</template>
