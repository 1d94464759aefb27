<script setup lang="ts">
import { Cropper } from 'vue-advanced-cropper'
import 'vue-advanced-cropper/dist/style.css'
import type { Focus } from '~~/core/content/focus'
import { picturePath, SLOTS, widthsOf, type MediaView, type Slot } from '~~/core/render/picture'
import type { MediaFile } from '~~/server/services/media/media'
import PlainDialog from './PlainDialog.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/pictures'

/** Cuts a picture to size and says which point stays in sight. The whole picture is kept, so that another part can be taken later. */
const props = defineProps<{ media: string; focus: Focus | undefined; slotName: Slot }>()
const emit = defineEmits<{ close: []; done: [part: MediaView, focus: Focus | undefined] }>()
const notices = useNotices()
const cropper = ref<InstanceType<typeof Cropper>>()
const whole = shallowRef<MediaFile | null>(null)
/** The part, in pixels of the whole picture. */
const part = reactive({ left: 0, top: 0, width: 0, height: 0 })
const focus = reactive<Focus>({ ...(props.focus ?? { x: 50, y: 50 }) })
const busy = ref(false)
/** Until the picture is there the tool has nothing to cut, and would answer with nothing. */
const ready = ref(false)

onMounted(async () => {
  try {
    const asked = await api('GET', `/media/${props.media}`)
    whole.value = asked.part ? await api('GET', `/media/${asked.part.of}`) : asked
    Object.assign(part, asked.part?.crop ?? { left: 0, top: 0, width: asked.width, height: asked.height })
  } catch (error) {
    notices.trouble(error)
    emit('close')
  }
})
/** The picture is shown smaller than it is: so many of its pixels are one of those shown. */
const shownWidth = computed(() => widthsOf(whole.value!.width).findLast((width) => width <= 1600) ?? widthsOf(whole.value!.width)[0]!)
const scale = computed(() => whole.value!.width / shownWidth.value)
const source = computed(() => picturePath(whole.value!.id, shownWidth.value, 'webp'))
const startAt = () => ({
  left: part.left / scale.value,
  top: part.top / scale.value,
  width: part.width / scale.value,
  height: part.height / scale.value,
})

const SHAPES = [
  [say.anyShape, null],
  [say.wide2To1, 2],
  [say.n16To9, 16 / 9],
  [say.n3To2, 3 / 2],
  [say.n4To3, 4 / 3],
  [say.square, 1],
  [say.n3To4Upright, 3 / 4],
] as const
const shape = ref<number | null>(null)

function took({ coordinates }: { coordinates: { left: number; top: number; width: number; height: number } }) {
  if (!ready.value) return
  const { width, height } = whole.value!
  part.left = Math.max(0, Math.round(coordinates.left * scale.value))
  part.top = Math.max(0, Math.round(coordinates.top * scale.value))
  part.width = Math.min(width - part.left, Math.round(coordinates.width * scale.value))
  part.height = Math.min(height - part.top, Math.round(coordinates.height * scale.value))
}
/** The same by number, for the keyboard. */
function set(name: keyof typeof part, event: Event) {
  const next = { ...part, [name]: Math.max(0, Math.trunc(Number((event.target as HTMLInputElement).value)) || 0) }
  const at = (value: number) => value / scale.value
  cropper.value?.setCoordinates({ left: at(next.left), top: at(next.top), width: at(next.width), height: at(next.height) })
}
const PARTS = [
  ['left', say.fromTheLeft],
  ['top', say.fromTheTop],
  ['width', say.width],
  ['height', say.height],
] as const
/** The places that show only a part of it, as they will. */
const places = computed(() =>
  (props.slotName === 'text' ? [] : props.slotName === 'cover' ? (['cover', 'teaser'] as const) : [props.slotName]).map(
    (name) => SLOTS[name],
  ),
)
/** The cut part as a background of a box of the place's shape. */
function look(ratio: number) {
  const { width, height } = whole.value!
  const tall = part.width / part.height < ratio
  // As object-fit: cover does it: the part fills the box, and the point at focus.x hundredths of it stands there.
  const boxWidth = 128
  const boxHeight = boxWidth / ratio
  const zoom = tall ? boxWidth / part.width : boxHeight / part.height
  const x = (boxWidth - part.width * zoom) * (focus.x / 100) - part.left * zoom
  const y = (boxHeight - part.height * zoom) * (focus.y / 100) - part.top * zoom
  return {
    width: `${boxWidth}px`,
    height: `${boxHeight}px`,
    backgroundImage: `url(${source.value})`,
    backgroundSize: `${width * zoom}px ${height * zoom}px`,
    backgroundPosition: `${x}px ${y}px`,
  }
}
async function save() {
  busy.value = true
  try {
    const cut = await api('POST', `/media/${whole.value!.id}/crop`, { body: { ...part } })
    emit('done', cut, focus.x === 50 && focus.y === 50 ? undefined : { ...focus })
  } catch (error) {
    notices.trouble(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="say.cutToSize" wide @close="emit('close')">
    <div v-if="whole" class="space-y-3">
      <Cropper
        ref="cropper"
        class="h-56 overflow-hidden rounded-md !bg-deep"
        :src="source"
        :canvas="false"
        :check-orientation="false"
        :default-position="startAt"
        :default-size="startAt"
        :stencil-props="shape ? { aspectRatio: shape } : {}"
        @ready="ready = true"
        @change="took"
      />
      <div class="flex flex-wrap items-end gap-2.5">
        <label
          ><span class="label">{{ say.shape }}</span
          ><select v-model="shape" class="input !w-40" :disabled="!ready">
            <option v-for="[name, ratio] in SHAPES" :key="name" :value="ratio">{{ name }}</option>
          </select></label
        >
        <label v-for="[name, word] in PARTS" :key="name"
          ><span class="label">{{ word }}</span
          ><input class="input !w-20" type="number" min="0" :disabled="!ready" :value="part[name]" @change="set(name, $event)"
        /></label>
      </div>
      <div v-if="places.length" class="flex flex-wrap items-start gap-5 border-t border-line pt-3">
        <div class="min-w-44 flex-1 space-y-2">
          <p class="font-medium">{{ say.whereToLook }}</p>
          <p class="hint">{{ say.whereAPlaceShowsOnlyAPart }}</p>
          <label class="flex items-center gap-2"
            ><span class="w-20 text-soft">{{ say.leftToRight }}</span
            ><input v-model.number="focus.x" class="flex-1" type="range" min="0" max="100" step="10"
          /></label>
          <label class="flex items-center gap-2"
            ><span class="w-20 text-soft">{{ say.topToFoot }}</span
            ><input v-model.number="focus.y" class="flex-1" type="range" min="0" max="100" step="10"
          /></label>
        </div>
        <figure v-for="place in places" :key="place.words">
          <div class="overflow-hidden rounded-md border border-line bg-no-repeat" :style="look(place.ratio ?? 1)" />
          <figcaption class="mt-1 text-soft">{{ place.words[0]!.toUpperCase() + place.words.slice(1) }}</figcaption>
        </figure>
      </div>
    </div>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :disabled="busy || !ready" @click="save">{{ busy ? say.cutting : say.useThisPart }}</button></template
    >
  </PlainDialog>
</template>
