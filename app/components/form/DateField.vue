<script setup lang="ts">
import { CalendarDays } from 'lucide-vue-next'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { dateIn } from '~~/core/time/date'
import { daysOn, monthsOn, readDayAndTime, type Sense } from '~~/core/time/reading'
import { dayWords } from '~~/core/time/words'
import { lazily } from '~/composables/lazily'
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
const field = useTemplateRef<HTMLInputElement>('field')
/** What is being written; `null` where the field shows the day that is set. */
const typed = ref<string | null>(null)
const today = computed(() => dateIn(site.now.toISOString(), site.zone))
const shown = computed(() => typed.value ?? (model.value ? dayWords(model.value) : ''))
const wrong = ref(false)

/** Takes what is written, as far as it means a day; `left` says that nothing more comes. Returns the day that is set then. */
function read(left: boolean): string {
  if (typed.value === null) return model.value
  const words = typed.value.trim()
  const meant = words ? readDayAndTime(words, today.value, props.sense) : null
  wrong.value = left && words !== '' && !meant
  field.value?.setCustomValidity(wrong.value ? say.writeADayAs : '')
  if (words && !meant) return model.value
  const date = meant?.date ?? ''
  model.value = date
  if (meant?.time && left) emit('time', meant.time)
  if (left) take(date)
  return date
}
/** Shows the day that is set, and tells that it is meant. */
function take(date: string) {
  typed.value = null
  emit('take', date)
}
function write(event: Event) {
  typed.value = (event.target as HTMLInputElement).value
  field.value?.setCustomValidity('')
  read(false)
}
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
  const date = read(true)
  if (wrong.value) return
  model.value = step(date || today.value)
  take(step(date || today.value))
}
function pick(date: string, close: () => void) {
  wrong.value = false
  field.value?.setCustomValidity('')
  model.value = date
  take(date)
  close()
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
        @change="read(true)"
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
      ><DayGrid :chosen="model" :today="today" @pick="pick($event, close)"
    /></PopoverPanel>
    <span v-if="wrong" class="sr-only" role="alert">{{ say.writeADayAs }}</span>
  </Popover>
</template>
