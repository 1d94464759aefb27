<script setup lang="ts">
import type { Role } from '~~/core/access/verbs'
import { ANYONE, type FastLane, type OtherChange, type Route } from '~~/core/flow/route'
import GuardPicker from './GuardPicker.vue'
import HoursOf from './HoursOf.vue'
import type { Calendar, Group, Person } from './types'

/** What a route lets through before its gates, and what beside the content has to pass them. */
type Options = Pick<Route, 'fast' | 'gated'>
const model = defineModel<Options>({ required: true })
const props = defineProps<{ people: Person[]; groups: Group[]; roles: Role[]; calendars: Calendar[] }>()
const setFast = (change: Partial<FastLane>) =>
  model.value.fast && (model.value = { ...model.value, fast: { ...model.value.fast, ...change } })
function turnFast(on: boolean) {
  const { fast: _, ...rest } = model.value
  model.value = on ? { ...rest, fast: { hours: 4, calendar: props.calendars[0]!.id, escalate: ANYONE, takesBack: false } } : rest
}
const WORDS: Record<OtherChange, string> = { withdrawal: 'Taking off the site', move: 'Moving to another section, becoming another kind' }
const turn = (name: OtherChange, on: boolean) => {
  const rest = (model.value.gated ?? []).filter((entry) => entry !== name)
  model.value = { ...model.value, gated: on ? [...rest, name] : rest }
}
</script>

<template>
  <div class="grid gap-x-8 gap-y-3 border-t border-line pt-3 md:grid-cols-2">
    <fieldset>
      <legend class="font-semibold">Fast lane</legend>
      <label class="mt-1 flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="!!model.fast"
          :disabled="!calendars.length"
          @change="turnFast(($event.target as HTMLInputElement).checked)"
        />Those with the right may put live at once; its gates clear it afterwards</label
      >
      <div v-if="model.fast" class="mt-1.5 space-y-1.5 pl-6">
        <HoursOf
          :hours="model.fast.hours"
          :calendar="model.fast.calendar"
          word="within"
          what="clearing it afterwards"
          :calendars="calendars"
          @update:hours="setFast({ hours: $event })"
          @update:calendar="setFast({ calendar: $event })"
        />
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            :checked="model.fast.takesBack"
            @change="setFast({ takesBack: ($event.target as HTMLInputElement).checked })"
          />take it back from the site if they do not</label
        >
        <GuardPicker
          :model-value="model.fast.escalate"
          label="When it is over, tell also"
          none="nobody more"
          add="Name someone"
          :people="people"
          :groups="groups"
          :roles="roles"
          @update:model-value="setFast({ escalate: $event })"
        />
      </div>
    </fieldset>
    <fieldset>
      <legend class="font-semibold">Changes of what is live</legend>
      <p class="hint">What is not ticked is a right, and happens at once.</p>
      <label v-for="(word, name) in WORDS" :key="name" class="mt-1 flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="model.gated?.includes(name)"
          @change="turn(name, ($event.target as HTMLInputElement).checked)"
        />{{ word }} goes through the gates</label
      >
    </fieldset>
  </div>
</template>
