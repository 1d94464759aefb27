<script setup lang="ts">
import type { Rewrite } from '~~/core/content/rewrite'
import LinkTarget from '~/components/form/LinkTarget.vue'
import type { LabelView } from '~~/server/services/listing/labels'
import { api } from '~/composables/api'
import { useTitles } from '~/composables/titles'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/** What is looked for and what takes its place: words, links, alternative texts, search descriptions or labels. */
/** `leads`: where links are to lead, in words. */
const emit = defineEmits<{ look: [rewrite: Rewrite, name: string, leads: string]; changed: [] }>()
/** `linksTo`: where the links lead that one came to change; they are looked for at once. */
const props = defineProps<{ busy: boolean; linksTo: string }>()
const KINDS: Record<Rewrite['what'], string> = {
  text: common.words,
  link: say.links,
  alt: say.alternativeTexts,
  description: say.searchDescriptions,
  label: common.labels,
}
const notices = useNotices()
const what = ref<Rewrite['what']>(props.linksTo ? 'link' : 'text')
const words = ref(props.linksTo)
const to = ref('')
const exactCase = ref(false)
const wholeWords = ref(true)
const missing = ref(false)
const labels = shallowRef<LabelView[]>([])
watch(what, async (now) => {
  words.value = to.value = ''
  if (now !== 'label' || labels.value.length) return
  try {
    labels.value = (await api('GET', '/labels')).labels
  } catch (error) {
    notices.trouble(error)
  }
})
watch([what, words, to, exactCase, wholeWords, missing], () => emit('changed'))
const canFill = computed(() => what.value === 'alt' || what.value === 'description' || what.value === 'label')
const fills = computed(() => canFill.value && missing.value)
const titleOf = (id: string) => labels.value.find((label) => label.id === id)?.title ?? ''
const { titles, need } = useTitles()
const itemOf = (href: string) => (href.startsWith('item:') ? href.slice(5, 41) : null)
watch([words, to], (both) => what.value === 'link' && need(both.flatMap((href) => itemOf(href) ?? [])))
/** An address, or the title of the item that a link leads to. */
const linkName = (href: string) => titles.get(itemOf(href) ?? '') ?? href
const rewrite = computed<Rewrite | null>(() => {
  const how = { exactCase: exactCase.value, wholeWords: wholeWords.value }
  const sought = fills.value ? '' : words.value
  switch (what.value) {
    case 'text':
      return sought.trim() ? { what: 'text', words: sought, to: to.value, ...how } : null
    case 'link':
      return sought && to.value ? { what: 'link', from: [sought], to: to.value } : null
    case 'alt':
    case 'description':
      return sought.trim() || fills.value ? { what: what.value, words: sought, to: to.value, ...how } : null
    case 'label':
      return (sought || fills.value) && (to.value || !fills.value) ? { what: 'label', from: sought || null, to: to.value || null } : null
  }
  return null
})
// The links that one came to change are shown before one says where they should lead: nothing is changed by looking.
if (props.linksTo) onMounted(() => emit('look', { what: 'link', from: [props.linksTo], to: props.linksTo }, '', ''))
const name = computed(() => {
  const [from, then] =
    what.value === 'label'
      ? [titleOf(words.value), titleOf(to.value)]
      : what.value === 'link'
        ? [linkName(words.value), linkName(to.value)]
        : [words.value.trim(), to.value.trim()]
  const short = (text: string) => (text.length > 40 ? `${text.slice(0, 39)}…` : text)
  if (fills.value) return say.whatFilledIn(KINDS[what.value])
  return then ? `${short(from)} → ${short(then)}` : say.withoutFrom(short(from))
})
</script>

<template>
  <form class="space-y-4" @submit.prevent="rewrite && emit('look', rewrite, name, linkName(to))">
    <fieldset>
      <legend class="label">{{ say.whereInTheItems }}</legend>
      <label v-for="(word, key) in KINDS" :key="key" class="flex items-center gap-2 py-0.5"
        ><input v-model="what" type="radio" name="rewrite-what" :value="key" />{{ word }}</label
      >
    </fieldset>
    <label v-if="canFill" class="flex items-center gap-2"
      ><input v-model="missing" type="checkbox" />{{ say.fillInOnlyWhereThereIsNone }}</label
    >
    <template v-if="what === 'label'">
      <label v-if="!fills" class="block"
        ><span class="label">{{ say.label }}</span
        ><select v-model="words" class="input">
          <option v-for="label in labels" :key="label.id" :value="label.id">{{ label.title }} ({{ label.items }})</option>
        </select></label
      >
      <label class="block"
        ><span class="label">{{ fills ? say.labelToPutOn : say.inItsPlace }}</span
        ><select v-model="to" class="input">
          <option v-if="!fills" value="">{{ say.nothing }}</option>
          <option v-for="label in labels.filter(({ id }) => id !== words)" :key="label.id" :value="label.id">{{ label.title }}</option>
        </select></label
      >
    </template>
    <template v-else-if="what === 'link'">
      <LinkTarget v-model="words" :label="say.linksThatLeadTo" :placeholder="say.aTitleOrAnAddress" />
      <LinkTarget v-model="to" :label="say.leadToInstead" :placeholder="say.aTitleOrAnAddress" />
    </template>
    <template v-else>
      <label v-if="!fills" class="block"
        ><span class="label">{{ say.find }}</span
        ><input v-model="words" class="input" maxlength="200"
      /></label>
      <label v-if="!fills" class="block"
        ><span class="label">{{ say.replaceWith }}</span
        ><input v-model="to" class="input" maxlength="500"
      /></label>
      <p v-if="fills" class="hint">
        {{ what === 'alt' ? say.writeWhatEachPictureShows : say.eachGetsItsSummaryToBegin }}
      </p>
      <div v-if="!fills" class="space-y-1">
        <label class="flex items-center gap-2"><input v-model="exactCase" type="checkbox" />{{ say.capitalsAsTyped }}</label>
        <label class="flex items-center gap-2"><input v-model="wholeWords" type="checkbox" />{{ say.wholeWords }}</label>
      </div>
    </template>
    <button class="button-main" :disabled="!rewrite || busy">{{ say.findEveryPlace }}</button>
  </form>
</template>
