<script setup lang="ts">
import { readTime } from '~~/core/time/reading'
import * as say from '~~/core/words/office/choosing'

/** A time of day on a clock of 24 hours (HH:MM, empty for none): written as people write times, moved by a quarter of an hour by the arrow keys. */
defineOptions({ inheritAttrs: false })
const model = defineModel<string>({ required: true })
defineProps<{ disabled?: boolean; required?: boolean; label?: string }>()
const emit = defineEmits<{ take: [time: string] }>()
const field = useTemplateRef<HTMLInputElement>('field')
/** What is being written; `null` where the field shows the time that is set. */
const typed = ref<string | null>(null)
const wrong = ref(false)

/** Takes what is written, as far as it means a time; `left` says that nothing more comes. Returns the time that is set then. */
function read(left: boolean): string {
  if (typed.value === null) return model.value
  const words = typed.value.trim()
  const time = words ? readTime(words) : ''
  wrong.value = left && time === null
  field.value?.setCustomValidity(wrong.value ? say.writeATimeAs : '')
  if (time === null) return model.value
  model.value = time
  if (left) take(time)
  return time
}
function take(time: string) {
  typed.value = null
  emit('take', time)
}
function write(event: Event) {
  typed.value = (event.target as HTMLInputElement).value
  field.value?.setCustomValidity('')
  read(false)
}
const QUARTER = 15
const DAY = 24 * 60
/** Goes to the quarter of an hour after the time that is set, or before it. */
function step(by: 1 | -1) {
  const time = read(true)
  if (wrong.value) return
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  const now = hour * 60 + minute
  const next = (by > 0 ? Math.floor(now / QUARTER) + 1 : Math.ceil(now / QUARTER) - 1) * QUARTER
  const minutes = (next + DAY) % DAY
  const after = `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
  model.value = after
  take(after)
}
</script>

<template>
  <input
    v-bind="$attrs"
    ref="field"
    class="input !w-20 tabular-nums"
    autocomplete="off"
    spellcheck="false"
    :value="typed ?? model"
    :disabled="disabled"
    :required="required"
    :aria-label="label"
    :aria-invalid="wrong || undefined"
    :placeholder="say.timeExample"
    @input="write"
    @change="read(true)"
    @keydown.up.prevent="step(1)"
    @keydown.down.prevent="step(-1)"
  />
</template>
