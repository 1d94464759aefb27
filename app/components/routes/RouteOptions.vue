<script setup lang="ts">
import type { Role } from '~~/core/access/verbs'
import { ANYONE, type FastLane, type OtherChange, type Route } from '~~/core/flow/route'
import GuardPicker from './GuardPicker.vue'
import HoursOf from './HoursOf.vue'
import type { Calendar, Group, Person } from '~/components/people/types'
import * as say from '~~/core/words/office/routes'

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
const WORDS: Record<OtherChange, string> = { withdrawal: say.takingOffTheSite, move: say.movingToAnotherSection }
const turn = (name: OtherChange, on: boolean) => {
  const rest = (model.value.gated ?? []).filter((entry) => entry !== name)
  model.value = { ...model.value, gated: on ? [...rest, name] : rest }
}
</script>

<template>
  <div class="grid gap-x-8 gap-y-3 border-t border-line pt-3 md:grid-cols-2">
    <fieldset>
      <legend class="font-semibold">{{ say.fastLane }}</legend>
      <label class="mt-1 flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="!!model.fast"
          :disabled="!calendars.length"
          @change="turnFast(($event.target as HTMLInputElement).checked)"
        />{{ say.thoseWithTheRightMayPutLive }}</label
      >
      <div v-if="model.fast" class="mt-1.5 space-y-1.5 pl-6">
        <HoursOf
          :hours="model.fast.hours"
          :calendar="model.fast.calendar"
          word="within"
          :what="say.clearingItAfterwards"
          :calendars="calendars"
          @update:hours="setFast({ hours: $event })"
          @update:calendar="setFast({ calendar: $event })"
        />
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            :checked="model.fast.takesBack"
            @change="setFast({ takesBack: ($event.target as HTMLInputElement).checked })"
          />{{ say.takeItBackFromTheSite }}</label
        >
        <GuardPicker
          :model-value="model.fast.escalate"
          :label="say.whenItIsOverTellAlso"
          :none="say.nobodyMore"
          :add="say.nameSomeone"
          :people="people"
          :groups="groups"
          :roles="roles"
          @update:model-value="setFast({ escalate: $event })"
        />
      </div>
    </fieldset>
    <fieldset>
      <legend class="font-semibold">{{ say.changesOfWhatIsLive }}</legend>
      <p class="hint">{{ say.whatIsNotTickedIsARight }}</p>
      <label v-for="(word, name) in WORDS" :key="name" class="mt-1 flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="model.gated?.includes(name)"
          @change="turn(name, ($event.target as HTMLInputElement).checked)"
        />{{ say.goesThroughTheGates(word) }}</label
      >
    </fieldset>
  </div>
</template>
