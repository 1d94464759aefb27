<script setup lang="ts">
import { api, ApiProblem } from '~/composables/api'
import * as say from '~~/core/words/office/itemPanels'

/** The page through the live site's own renderer, as it will be served. */
const props = defineProps<{ version: string }>()
const html = ref('')
const problem = ref('')
const WIDTHS = [
  [say.phone, 390],
  [say.tablet, 820],
  [say.wide, 0],
] as const
const width = ref(0)
watch(
  () => props.version,
  async (version) => {
    try {
      const answer = await api('GET', `/versions/${version}/preview`)
      // A late answer may be of a version that is shown no more.
      if (version !== props.version) return
      html.value = answer.html
      problem.value = ''
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.message
    }
  },
  { immediate: true },
)
</script>

<template>
  <div class="flex h-full flex-col p-4">
    <div class="mb-3 flex items-center gap-2" role="group" :aria-label="say.widthOfThePreview">
      <button
        v-for="[name, pixels] in WIDTHS"
        :key="name"
        class="button"
        :class="width === pixels && '!border-kelp !bg-kelp-wash'"
        :aria-pressed="width === pixels"
        @click="width = pixels"
      >
        {{ name }}
      </button>
      <span class="hint ml-2">{{ say.madeByTheLiveSitesRenderer }}</span>
    </div>
    <p v-if="problem" role="alert" class="text-rust">{{ problem }}</p>
    <iframe
      v-else
      :srcdoc="html"
      sandbox="allow-same-origin"
      :title="say.previewOfThePage"
      class="mx-auto min-h-0 w-full flex-1 rounded-md border border-line"
      :style="width ? { maxWidth: `${width}px` } : {}"
    />
  </div>
</template>
