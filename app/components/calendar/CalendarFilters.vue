<script setup lang="ts">
import { ENTRY_KINDS, type CalendarFilter } from './entries'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/calendar'

/** Which entries of the calendar are shown: of a section, of a kind, of a person; `''` is all. */
defineProps<{ filter: CalendarFilter; sections: readonly { id: string; name: string }[]; people: readonly string[] }>()
const emit = defineEmits<{ change: [filter: Partial<CalendarFilter>] }>()
const KIND_WORDS = {
  'put-live': say.goingLive,
  withdraw: say.leaving,
  window: say.windows,
  block: say.partsOfPages,
  edition: say.editions,
  embargo: say.embargoes,
  'review-by': say.toLookAtAgain,
  'went-live': say.wentLive,
  left: say.leftTheSite,
  'rolled-back': say.wentBack,
}
const valueOf = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <select class="input !w-36" :aria-label="common.section" :value="filter.section" @change="emit('change', { section: valueOf($event) })">
    <option value="">{{ say.allSections }}</option>
    <option v-for="one in sections" :key="one.id" :value="one.id">{{ one.name }}</option>
  </select>
  <select class="input !w-32" :aria-label="common.what" :value="filter.kind" @change="emit('change', { kind: valueOf($event) })">
    <option value="">{{ common.everything }}</option>
    <option v-for="one in ENTRY_KINDS" :key="one" :value="one">{{ KIND_WORDS[one] }}</option>
  </select>
  <select
    v-if="people.length > 1 || filter.person"
    class="input !w-34 max-xl:hidden"
    :aria-label="say.whose"
    :value="filter.person"
    @change="emit('change', { person: valueOf($event) })"
  >
    <option value="">{{ say.everybodys }}</option>
    <option v-for="one in people" :key="one" :value="one">{{ one }}</option>
  </select>
</template>
