<script setup lang="ts">
import { readTime } from '~~/core/time/reading'
import { useValueInWords } from '~/composables/valueInWords'
import * as say from '~~/core/words/office/choosing'

/** A time of day on a clock of 24 hours (HH:MM, empty for none): written as people write times, moved by a quarter of an hour by the arrow keys. */
defineOptions({ inheritAttrs: false })
const model = defineModel<string>({ required: true })
defineProps<{ disabled?: boolean; required?: boolean; label?: string }>()
const emit = defineEmits<{ take: [time: string] }>()
const { typed, wrong, take, write, leave } = useValueInWords(model, {
  read: (words) => (words ? readTime(words) : ''),
  hint: say.writeATimeAs,
  taken: (time) => emit('take', time),
})
const QUARTER = 15
const DAY = 24 * 60
const two = (n: number) => String(n).padStart(2, '0')
/** Goes to the quarter of an hour after the time that is set, or before it. */
function step(by: 1 | -1) {
  const time = leave()
  if (time === null) return
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  const now = hour * 60 + minute
  const next = (by > 0 ? Math.floor(now / QUARTER) + 1 : Math.ceil(now / QUARTER) - 1) * QUARTER
  const minutes = (next + DAY) % DAY
  take(`${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`)
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
    @change="leave"
    @keydown.up.prevent="step(1)"
    @keydown.down.prevent="step(-1)"
  />
</template>
