<script setup lang="ts">
import { isSafeHref } from '~~/core/content/inline'
import type { Rewrite } from '~~/core/content/rewrite'
import type { LabelView } from '~~/server/services/listing/labels'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/** What is looked for and what takes its place: words, links, alternative texts, search descriptions or labels. */
const emit = defineEmits<{ look: [rewrite: Rewrite, name: string]; changed: [] }>()
defineProps<{ busy: boolean }>()
const KINDS: Record<Rewrite['what'], string> = {
  text: common.words,
  link: say.links,
  alt: say.alternativeTexts,
  description: say.searchDescriptions,
  label: common.labels,
}
const notices = useNotices()
const what = ref<Rewrite['what']>('text')
const words = ref('')
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
const rewrite = computed<Rewrite | null>(() => {
  const how = { exactCase: exactCase.value, wholeWords: wholeWords.value }
  const sought = fills.value ? '' : words.value
  switch (what.value) {
    case 'text':
      return sought.trim() ? { what: 'text', words: sought, to: to.value, ...how } : null
    case 'link':
      return sought.trim() && isSafeHref(to.value.trim()) ? { what: 'link', from: [sought.trim()], to: to.value.trim() } : null
    case 'alt':
    case 'description':
      return sought.trim() || fills.value ? { what: what.value, words: sought, to: to.value, ...how } : null
    case 'label':
      return (sought || fills.value) && (to.value || !fills.value) ? { what: 'label', from: sought || null, to: to.value || null } : null
  }
  return null
})
const name = computed(() => {
  const [from, then] = what.value === 'label' ? [titleOf(words.value), titleOf(to.value)] : [words.value.trim(), to.value.trim()]
  const short = (text: string) => (text.length > 40 ? `${text.slice(0, 39)}…` : text)
  if (fills.value) return say.whatFilledIn(KINDS[what.value])
  return then ? `${short(from)} → ${short(then)}` : say.withoutFrom(short(from))
})
</script>

<template>
  <form class="space-y-4" @submit.prevent="rewrite && emit('look', rewrite, name)">
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
    <template v-else>
      <label v-if="!fills" class="block"
        ><span class="label">{{ what === 'link' ? say.linksThatLeadTo : say.find }}</span
        ><input
          v-model="words"
          class="input"
          :maxlength="what === 'link' ? 2048 : 200"
          :placeholder="what === 'link' ? say.anAddressOrHttps : ''"
      /></label>
      <label v-if="!fills" class="block"
        ><span class="label">{{ what === 'link' ? say.leadToInstead : say.replaceWith }}</span
        ><input v-model="to" class="input" :maxlength="what === 'link' ? 2048 : 500"
      /></label>
      <p v-if="fills" class="hint">
        {{ what === 'alt' ? say.writeWhatEachPictureShows : say.eachGetsItsSummaryToBegin }}
      </p>
      <div v-if="what !== 'link' && !fills" class="space-y-1">
        <label class="flex items-center gap-2"><input v-model="exactCase" type="checkbox" />{{ say.capitalsAsTyped }}</label>
        <label class="flex items-center gap-2"><input v-model="wholeWords" type="checkbox" />{{ say.wholeWords }}</label>
      </div>
    </template>
    <button class="button-main" :disabled="!rewrite || busy">{{ say.findEveryPlace }}</button>
  </form>
</template>
