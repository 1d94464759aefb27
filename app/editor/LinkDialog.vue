<script setup lang="ts">
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { FileUp } from 'lucide-vue-next'
import { makeSegment } from '~~/core/address/segment'
import { isSafeHref, mayOpenWindow, plain } from '~~/core/content/inline'
import { can, type Kind, KINDS } from '~~/core/kinds/kinds'
import { fileWords } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api, ApiProblem } from '~/composables/api'
import { useKnown } from '~/composables/known'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/styles'

/** Asks where a link leads: an item of ours, held by its id so that a rename never breaks it, or any other address. */
const props = defineProps<{ href: string; newWindow: boolean }>()
const emit = defineEmits<{ close: []; link: [href: string, title: string, newWindow: boolean] }>()
const notices = useNotices()
const known = useKnown()
const beside = ref(props.newWindow)
const headings = inject<Ref<{ id: string; text: string }[]> | undefined>('headings', undefined)
interface Option {
  id: string
  kind: Kind
  title: string
  onSite: string
}
interface File extends MediaView {
  name: string
}
const text = ref(/^(item|media):/.test(props.href) ? '' : props.href)
const options = ref<Option[]>([])
const address = computed(() => {
  const typed = text.value.trim()
  return isSafeHref(typed)
    ? typed
    : /^[\w-]+(\.[\w-]+)+(\/\S*)?$/.test(typed)
      ? `https://${typed}`
      : /^[^\s@]+@[^\s@]+\.\w+$/.test(typed)
        ? `mailto:${typed}`
        : /^\+?[0-9][0-9 ().-]{4,}$/.test(typed)
          ? `tel:${typed}`
          : null
})
const leadsOut = computed(() => mayOpenWindow(address.value ?? ''))
/** Headings of this page that have the words typed, or all while nothing is. */
const here = computed(() => {
  const words = text.value.trim().replace(/^#/, '').toLowerCase()
  return headings?.value.filter((heading) => heading.text.toLowerCase().includes(words)).slice(0, 6) ?? []
})
/** An address of our own site is a link to the item that has it. */
const own = shallowRef<{ item: string; title: string } | null>(null)
watch(
  address,
  async (asked) => {
    own.value = null
    const path = asked?.startsWith('/') ? asked : asked?.startsWith(`${location.origin}/`) ? asked.slice(location.origin.length) : null
    if (!path || path.startsWith('/media/')) return
    try {
      const found = await api('GET', `/addresses?path=${encodeURIComponent(path.split(/[?#]/)[0]!)}`)
      if (address.value === asked) own.value = found
    } catch (error) {
      // An address that nothing has is linked as it was typed.
      if (!(error instanceof ApiProblem && error.status === 404)) notices.trouble(error)
    }
  },
  { immediate: true },
)
function go() {
  if (own.value) emit('link', `item:${own.value.item}`, own.value.title, false)
  else if (address.value) emit('link', address.value, address.value, leadsOut.value && beside.value)
}
const files = ref<File[]>([])
const {
  run: find,
  problem,
  again,
} = useAttempt(async (words: string) => {
  const asked = words.trim()
  const short = asked.length < 2
  const [items, media] = await Promise.all([
    short ? { items: [] } : api('GET', `/items?limit=8&count=no&text=${encodeURIComponent(asked)}`),
    short ? { media: [] } : api('GET', `/media?sort=document&limit=4&text=${encodeURIComponent(asked)}`),
  ])
  if (asked !== text.value.trim()) return
  options.value = items.items.filter((item) => !can(item.kind, 'single'))
  files.value = media.media
})
watch(text, find, { immediate: true })
async function goItem(option: Option, fragment?: { id: string; text: string }) {
  // The page shows the link as readers will get it before the server has heard of it.
  try {
    const live = option.onSite === 'live' ? (await api('GET', `/items/${option.id}`)).live : null
    if (live?.path) known.item(option.id, { path: live.path, title: option.title })
  } catch (error) {
    // The link is made all the same; the page shows it once it is saved.
    notices.trouble(error)
  }
  emit('link', `item:${option.id}${fragment ? `#${fragment.id}` : ''}`, fragment?.text ?? option.title, false)
}
function goFile(file: File) {
  known.media(file)
  emit('link', `media:${file.id}`, file.name.replace(/\.[^.]*$/, ''), beside.value)
}
/** The headings of another page, for leading right to one of them; loaded when they are asked for. */
const headingsOf = ref<Record<string, { id: string; text: string }[]>>({})
async function showHeadings(option: Option) {
  try {
    const { live, draft } = await api('GET', `/items/${option.id}`)
    const version = live?.version ?? draft?.head
    const content = version ? (await api('GET', `/versions/${version}`)).content : { fields: {}, body: [] }
    headingsOf.value = {
      ...headingsOf.value,
      [option.id]: content.body.flatMap((block) =>
        block.kind === 'heading' && block.text.length ? { id: makeSegment(plain(block.text)) || block.id, text: plain(block.text) } : [],
      ),
    }
  } catch (error) {
    notices.trouble(error)
  }
}
const uploading = ref(false)
async function upload(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  const form = new FormData()
  form.append('file', file)
  uploading.value = true
  try {
    goFile(await api('POST', '/media', { form }))
  } catch (error) {
    notices.trouble(error)
  } finally {
    uploading.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="say.whereDoesItLead" @close="emit('close')">
    <form data-style-bar @submit.prevent="go">
      <label class="label" for="target">{{ say.wordsOfATitle }}</label>
      <input id="target" v-model="text" class="input" autocomplete="off" />
    </form>
    <ul class="mt-3 border-t border-line">
      <li v-if="own" class="border-b border-line">
        <button type="button" class="flex w-full gap-3 px-1 py-2 text-left hover:bg-deep" @click="go">
          <span class="w-20 shrink-0 text-soft">{{ say.onThisSite }}</span><span class="truncate font-medium">{{ own.title }}</span>
        </button>
      </li>
      <li v-else-if="address" class="border-b border-line">
        <button type="button" class="flex w-full gap-3 px-1 py-2 text-left hover:bg-deep" @click="go">
          <span class="w-20 shrink-0 text-soft">{{ common.address }}</span><span class="truncate font-mono text-[0.93em]">{{
            address
          }}</span>
        </button>
      </li>
      <li v-for="heading in here" :key="heading.id" class="border-b border-line">
        <button
          type="button"
          class="flex w-full gap-3 px-1 py-2 text-left hover:bg-deep"
          @click="emit('link', `#${heading.id}`, heading.text, false)"
        >
          <span class="w-20 shrink-0 text-soft">{{ say.onThisPage }}</span><span class="truncate">{{ heading.text }}</span>
        </button>
      </li>
      <li v-if="problem"><NotLoaded :what="common.itemsWithTheseWords" :problem="problem" @again="again" /></li>
      <li v-for="option in options" :key="option.id" class="border-b border-line">
        <span class="flex items-center gap-2">
          <button type="button" class="flex min-w-0 flex-1 gap-3 px-1 py-2 text-left hover:bg-deep" @click="goItem(option)">
            <span class="w-20 shrink-0 text-soft">{{ KINDS[option.kind].one }}</span><span class="truncate font-medium">{{
              option.title
            }}</span
            ><span v-if="option.onSite !== 'live'" class="ml-auto shrink-0 text-lamp">{{ say.notLiveYet }}</span>
          </button>
          <button
            v-if="can(option.kind, 'body') && !headingsOf[option.id]"
            type="button"
            class="link shrink-0"
            :aria-label="say.headingsInTitle(option.title)"
            @click="showHeadings(option)"
          >
            {{ say.headings }}
          </button>
        </span>
        <p v-if="headingsOf[option.id]?.length === 0" class="hint pb-2 pl-24">{{ say.itHasNoHeadings }}</p>
        <button
          v-for="heading in headingsOf[option.id]"
          :key="heading.id"
          type="button"
          class="block w-full truncate py-1.5 pl-24 text-left hover:bg-deep"
          @click="goItem(option, heading)"
        >
          {{ heading.text }}
        </button>
      </li>
      <li v-for="file in files" :key="file.id" class="border-b border-line">
        <button type="button" class="flex w-full gap-3 px-1 py-2 text-left hover:bg-deep" @click="goFile(file)">
          <span class="w-20 shrink-0 text-soft">{{ say.document }}</span><span class="truncate font-medium">{{ file.name }}</span
          ><span v-if="file.file" class="ml-auto shrink-0 text-soft">{{ fileWords(file.file) }}</span>
        </button>
      </li>
    </ul>
    <div class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
      <label class="button cursor-pointer has-focus-visible:outline-2"
        ><FileUp class="size-4" aria-hidden="true" />{{ uploading ? say.uploading : say.addADocumentAndLinkToIt
        }}<input
          type="file"
          class="sr-only"
          :aria-label="say.addADocument"
          accept=".pdf,.docx,.xlsx,.pptx,.odt,.ods,.odp,.epub,.csv,.txt"
          @change="upload"
      /></label>
      <label class="flex items-center gap-2"><input v-model="beside" type="checkbox" />{{ say.openDocumentsAndOtherSites }}</label>
    </div>
    <template #actions
      ><button type="button" class="button" @click="emit('close')">{{ common.cancel }}</button></template
    >
  </PlainDialog>
</template>
