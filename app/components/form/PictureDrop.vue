<script setup lang="ts">
import { Crop, ImagePlus, Images, Trash2 } from 'lucide-vue-next'
import type { RemotePicture } from '~~/core/content/paste'
import type { PictureValue } from '~~/core/content/fields'
import { fitOf, picturePath, SLOTS, widthsOf, type MediaView, type Slot } from '~~/core/render/picture'
import type { Refs } from '~~/core/render/text'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { lazily } from '~/composables/lazily'
import * as say from '~~/core/words/office/pictures'

const CropDialog = lazily(() => import('./CropDialog.vue'))
const MediaDialog = lazily(() => import('./MediaDialog.vue'))

/** A picture: dropped, pasted, picked or chosen, cut to its place, with its alternative text or the word that it only decorates. */
const props = defineProps<{
  value: PictureValue | null
  refs: Refs
  locked: boolean
  label: string
  slotName: Slot
  compact?: boolean
  /** A picture elsewhere that it can be fetched from. */
  remote?: RemotePicture | undefined
}>()
const emit = defineEmits<{ change: [value: PictureValue | null]; media: [media: MediaView] }>()
const notices = useNotices()
const over = ref(false)
const busy = ref(false)
const cropping = ref(false)
const choosing = ref(false)
const id = useId()
const media = computed(() => (props.value ? props.refs.media.get(props.value.media) : undefined))
const source = computed(() => {
  if (!media.value) return ''
  const widths = widthsOf(media.value.width)
  return picturePath(media.value.id, widths.find((width) => width >= 960) ?? widths.at(-1)!, 'webp')
})
/** What the place needs, beside what the picture has. */
const fit = computed(() => media.value && fitOf(media.value, props.slotName))
const fitWords = computed(() => {
  if (!fit.value) return ''
  const size = say.widthHeightPixels(media.value!.width, media.value!.height)
  const place = say.showsUpTo(SLOTS[props.slotName].words, SLOTS[props.slotName].width)
  const verdict = {
    sharp: say.sharpOnEveryScreen,
    plain: say.enoughButSoftOnTheSharpestScreens,
    small: say.tooSmallItWillLookSoft,
  }
  return `${size}; ${place}: ${verdict[fit.value.fit]}.`
})

/** Puts another picture in; what it shows must be said anew, and where to look is its own. */
function put(added: MediaView) {
  emit('media', added)
  emit('change', { media: added.id, alt: props.value?.alt ?? props.remote?.alt ?? '', decorative: false })
}
async function add(run: () => Promise<MediaView>) {
  busy.value = true
  try {
    put(await run())
  } catch (error) {
    notices.trouble(error)
  } finally {
    busy.value = false
  }
}
function cropped(part: MediaView, focus: PictureValue['focus']) {
  cropping.value = false
  if (!props.value) return
  emit('media', part)
  const { focus: _, ...value } = props.value
  emit('change', { ...value, media: part.id, ...(focus ? { focus } : {}) })
}
const address = ref(props.remote?.address ?? '')
const fromAddress = () => address.value.trim() && add(() => api('POST', '/media/from-address', { body: { url: address.value.trim() } }))

async function take(files: FileList | null | undefined) {
  const file = files?.[0]
  over.value = false
  if (!file || props.locked) return
  if (file.size > 5 * 1024 * 1024) return notices.say('trouble', say.pictureIsTooLarge(file.name, (file.size / 1024 / 1024).toFixed(1)))
  const form = new FormData()
  form.append('file', file)
  await add(() => api('POST', '/media', { form }))
}
</script>

<template>
  <div
    @dragover.prevent="over = !locked"
    @dragleave="over = false"
    @drop.prevent="take($event.dataTransfer?.files)"
    @paste="take($event.clipboardData?.files)"
  >
    <img
      v-if="value && media"
      :src="source"
      :width="media.width"
      :height="media.height"
      :alt="value.alt"
      class="h-auto w-full rounded-md object-cover"
      :class="over && 'opacity-50'"
      :style="{ aspectRatio: SLOTS[slotName].ratio ?? undefined, objectPosition: `${value.focus?.x ?? 50}% ${value.focus?.y ?? 50}%` }"
    />
    <label
      v-else-if="!locked"
      class="flex cursor-pointer flex-col items-center justify-center gap-1 rounded-md border border-dashed text-soft has-focus-visible:outline-2"
      :class="[compact ? 'h-20' : 'h-36', over ? 'border-kelp bg-kelp-wash' : 'border-edge']"
    >
      <ImagePlus v-if="!compact" class="size-6" aria-hidden="true" />
      <span class="font-medium text-ink">{{ busy ? say.uploading : say.dropItHere(label) }}</span>
      <span v-if="!compact">{{ say.pictureFormats }}</span>
      <input
        type="file"
        class="sr-only"
        accept="image/jpeg,image/png,image/webp,image/gif,image/avif"
        :aria-label="say.pickAFile(label)"
        @change="take(($event.target as HTMLInputElement).files)"
      />
    </label>
    <p v-else class="rounded-md border border-dashed border-line p-3 text-soft">{{ say.noPicture }}</p>
    <form v-if="!value && !locked" class="mt-2 flex gap-2" @submit.prevent="fromAddress">
      <input
        v-model="address"
        class="input font-mono"
        type="url"
        :placeholder="say.orFromAWebAddressHttps"
        :aria-label="say.webAddressOf(label.toLowerCase())"
        maxlength="2048"
      />
      <button class="button" :disabled="busy || !address.trim()">{{ say.fetchFromThisAddress }}</button>
      <button type="button" class="button shrink-0" @click="choosing = true">
        <Images class="size-4" aria-hidden="true" />{{ say.chooseFromOurPictures }}
      </button>
    </form>
    <p v-if="remote && !value && !locked" class="mt-1 text-lamp" role="status">{{ say.itWasPastedFetchIt }}</p>
    <MediaDialog
      v-if="choosing"
      sort="picture"
      :title="say.whichPicture"
      @close="choosing = false"
      @choose="((choosing = false), put($event))"
    />
    <CropDialog
      v-if="cropping && value"
      :media="value.media"
      :focus="value.focus"
      :slot-name="slotName"
      @close="cropping = false"
      @done="cropped"
    />
    <div v-if="value && !locked" class="mt-2 flex items-center gap-2">
      <input
        :id="id"
        class="input"
        :value="value.alt"
        :disabled="value.decorative"
        :placeholder="value.decorative ? say.decorativeNothingIsReadOut : say.alternativeTextWhatDoesItShow"
        :aria-label="say.alternativeTextOf(label.toLowerCase())"
        maxlength="500"
        @input="emit('change', { ...value, alt: ($event.target as HTMLInputElement).value })"
      />
      <label class="flex shrink-0 items-center gap-1.5"
        ><input
          type="checkbox"
          :checked="value.decorative"
          @change="emit('change', { ...value, decorative: ($event.target as HTMLInputElement).checked })"
        />{{ say.decorative }}</label
      >
      <button
        type="button"
        class="icon-button shrink-0"
        :aria-label="say.cutLabelToSize(label.toLowerCase())"
        :title="say.cutToSizeAndSayWhere"
        @click="cropping = true"
      >
        <Crop class="size-4" />
      </button>
      <button type="button" class="icon-button shrink-0" :aria-label="say.takeLabelAway(label.toLowerCase())" @click="emit('change', null)">
        <Trash2 class="size-4" />
      </button>
    </div>
    <p v-if="fit && !locked" class="mt-1 text-body" :class="fit.fit === 'small' ? 'text-lamp' : 'text-soft'">{{ fitWords }}</p>
    <p v-if="value && !locked && !value.alt && !value.decorative" class="mt-1 text-lamp">
      {{ say.sayWhatItShows }}
    </p>
  </div>
</template>
