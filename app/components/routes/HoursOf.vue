<script setup lang="ts">
import type { Calendar } from '~/components/people/types'
import * as say from '~~/core/words/office/people'

/** So many hours of working time, counted by one of the calendars. */
const hours = defineModel<number>('hours', { required: true })
const calendar = defineModel<string>('calendar', { required: true })
defineProps<{ word: string; what: string; calendars: Calendar[] }>()
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    {{ word }}
    <input
      class="input !w-20"
      type="number"
      min="0.25"
      step="0.25"
      :value="hours"
      :aria-label="say.hoursOfWorkingTime(what)"
      @input="hours = Math.max(0.25, Number(($event.target as HTMLInputElement).value) || 0)"
    />
    {{ say.hoursOf }}
    <select v-model="calendar" class="input !w-36" :aria-label="say.calendarWhat(what)">
      <option v-for="entry in calendars" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
    </select>
  </div>
</template>
