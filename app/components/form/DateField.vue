<script setup lang="ts">
import { CalendarDays } from 'lucide-vue-next'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { dateIn } from '~~/core/time/date'
import { daysOn, monthsOn, readDayAndTime, type Sense } from '~~/core/time/reading'
import { dayWords } from '~~/core/time/words'
import { lazily } from '~/composables/lazily'
import { useValueInWords } from '~/composables/valueInWords'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/choosing'

// The month that one picks from is loaded when it is asked for.
const DayGrid = lazily(() => import('./DayGrid.vue'))

/**
 * A day (YYYY-MM-DD, empty for none): written as people write days, moved by the arrow keys, or picked from a month. It is set
 * as soon as what is written means one, and taken when one leaves the field. A time written after it is told beside it.
 */
defineOptions({ inheritAttrs: false })
const model = defineModel<string>({ required: true })
const props = withDefaults(defineProps<{ disabled?: boolean; required?: boolean; sense?: Sense; label?: string }>(), {
  disabled: false,
  required: false,
  sense: 'ahead',
  label: undefined,
})
const emit = defineEmits<{ time: [time: string]; take: [date: string] }>()
const site = useSite()
const today = computed(() => dateIn(site.now.toISOString(), site.zone))
const meant = (words: string) => readDayAndTime(words, today.value, props.sense)
const { typed, wrong, take, write, leave } = useValueInWords(model, {
  read: (words) => (words ? (meant(words)?.date ?? null) : ''),
  hint: say.writeADayAs,
  taken(date, words) {
    const time = meant(words)?.time
    if (time) emit('time', time)
    emit('take', date)
  },
})
const shown = computed(() => typed.value ?? (model.value ? dayWords(model.value) : ''))
const STEPS: Record<string, (date: string) => string> = {
  ArrowUp: (date) => daysOn(date, 1),
  ArrowDown: (date) => daysOn(date, -1),
  PageUp: (date) => monthsOn(date, 1),
  PageDown: (date) => monthsOn(date, -1),
}
function key(event: KeyboardEvent) {
  const step = STEPS[event.key]
  if (!step || event.altKey || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  const date = leave()
  if (date !== null) take(step(date || today.value))
}
</script>

<template>
  <Popover class="menu-place inline-flex min-w-0" as="span">
    <span class="menu-button relative inline-flex w-44 max-w-full">
      <input
        v-bind="$attrs"
        ref="field"
        class="input !pr-8"
        autocomplete="off"
        spellcheck="false"
        :value="shown"
        :disabled="disabled"
        :required="required"
        :aria-label="label"
        :aria-invalid="wrong || undefined"
        :placeholder="say.dayExample"
        @input="write"
        @change="leave"
        @keydown="key"
      /><PopoverButton
        v-if="!disabled"
        class="absolute inset-y-0 right-0 px-2 text-soft hover:text-ink"
        :aria-label="say.pickADay"
        :title="say.pickADay"
        ><CalendarDays class="size-4" aria-hidden="true"
      /></PopoverButton>
    </span>
    <PopoverPanel v-slot="{ close }" class="menu p-2 text-plain" focus
      ><DayGrid :chosen="model" :today="today" @pick="(take($event), close())"
    /></PopoverPanel>
    <span v-if="wrong" class="sr-only" role="alert">{{ say.writeADayAs }}</span>
  </Popover>
</template>
