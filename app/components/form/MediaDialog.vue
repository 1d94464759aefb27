<script setup lang="ts">
import { FileText } from 'lucide-vue-next'
import { useDebounceFn } from '@vueuse/core'
import { fileWords } from '~~/core/render/text'
import { picturePath, widthsOf, type MediaView } from '~~/core/render/picture'
import type { MediaFile } from '~~/server/services/media/media'
import PlainDialog from './PlainDialog.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/pictures'

/** Chooses a media file that is here already, by the words of its name; newest first. */
const props = defineProps<{ sort: 'picture' | 'document' | 'any'; title: string }>()
const emit = defineEmits<{ close: []; choose: [media: MediaView] }>()
const notices = useNotices()
const files = shallowRef<MediaFile[] | null>(null)
const text = ref('')
async function find() {
  try {
    files.value = (await api('GET', `/media?sort=${props.sort}&text=${encodeURIComponent(text.value)}`)).media
  } catch (error) {
    notices.trouble(error)
  }
}
watch(text, useDebounceFn(find, 150))
onMounted(find)
const small = (media: MediaFile) => picturePath(media.id, widthsOf(media.width)[0]!, 'webp')
</script>

<template>
  <PlainDialog :open="true" :title="title" wide @close="emit('close')">
    <label class="label" for="media-words">{{ say.wordsOfItsName }}</label>
    <input id="media-words" v-model="text" class="input" autocomplete="off" />
    <p v-if="files && !files.length" class="hint mt-3">{{ say.nothingHereIsCalledThat }}</p>
    <ul class="mt-3 grid max-h-80 grid-cols-3 gap-3 overflow-y-auto" :aria-label="say.files">
      <li v-for="media in files" :key="media.id">
        <button
          type="button"
          class="block w-full rounded-md border border-line p-1.5 text-left hover:border-kelp"
          @click="emit('choose', media)"
        >
          <img v-if="!media.file" :src="small(media)" alt="" class="h-24 w-full rounded object-cover" loading="lazy" />
          <span v-else class="flex h-24 flex-col items-center justify-center gap-1 rounded bg-deep text-soft"
            ><FileText class="size-6" aria-hidden="true" />{{ fileWords(media.file) }}</span
          >
          <span class="mt-1 block truncate">{{ media.name }}</span>
        </button>
      </li>
    </ul>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button></template
    >
  </PlainDialog>
</template>
