<script setup lang="ts">
import { CHECK_NAMES, CHECKS, type CheckName } from '~~/core/checks/checks'
import type { Role } from '~~/core/access/verbs'
import { ALWAYS, ANYONE, type Deadline, type Gate, type When } from '~~/core/flow/route'
import ItemsPicker from '~/components/form/ItemsPicker.vue'
import GuardPicker from './GuardPicker.vue'
import HoursOf from './HoursOf.vue'
import type { Calendar, Group, Person } from '~/components/people/types'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/routes'

/** What more a gate can ask: where it applies, which checks must pass, and by when it should be cleared. */
const model = defineModel<Gate>({ required: true })
const props = defineProps<{ people: Person[]; groups: Group[]; roles: Role[]; calendars: Calendar[] }>()
const site = useSite()
const set = (change: Partial<Gate>) => (model.value = { ...model.value, ...change })
const turnWhen = (on: boolean) => set({ when: on ? { ...ALWAYS, words: 50 } : undefined })
const turnDeadline = (on: boolean) =>
  set({ deadline: on ? { hours: 8, calendar: props.calendars[0]!.id, remind: 2, escalate: ANYONE } : undefined })
const setWhen = (change: Partial<When>) => set({ when: { ...ALWAYS, ...model.value.when, ...change } })
const setDeadline = (change: Partial<Deadline>) => model.value.deadline && set({ deadline: { ...model.value.deadline, ...change } })
const number = (event: Event, least: number) => Math.max(least, Number((event.target as HTMLInputElement).value) || 0)
const stateOf = (name: CheckName) => {
  const check = model.value.checks?.find((entry) => entry.name === name)
  return check ? (check.must ? 'must' : 'advice') : 'off'
}
function setCheck(name: CheckName, state: string) {
  const rest = (model.value.checks ?? []).filter((entry) => entry.name !== name)
  set({ checks: state === 'off' ? rest : [...rest, { name, must: state === 'must' }] })
}
const limits = computed(() => {
  const when = model.value.when
  return when ? [...when.sections.map((id) => site.sections.find((entry) => entry.id === id)?.name ?? say.aSection)] : []
})
</script>

<template>
  <div class="space-y-2 border-t border-line pt-2">
    <fieldset>
      <legend class="sr-only">{{ say.whereNameApplies(model.name) }}</legend>
      <label class="flex items-center gap-2"
        ><input type="checkbox" :checked="!!model.when" @change="turnWhen(($event.target as HTMLInputElement).checked)" />{{
          say.onlyForSomeItemsOrLargeChanges
        }}</label
      >
      <div v-if="model.when" class="mt-1.5 space-y-1.5 pl-6">
        <label class="flex items-center gap-2"
          >{{ say.changesOfAtLeast }}
          <input
            class="input !w-20"
            type="number"
            min="0"
            max="100000"
            :value="model.when.words"
            @input="setWhen({ words: number($event, 0) })"
          />{{ say.words }}</label
        >
        <details>
          <summary class="cursor-pointer text-soft">{{ say.sectionsLimits(limits.join(', ') || say.any) }}</summary>
          <label v-for="section in site.sections" :key="section.id" class="flex items-center gap-2"
            ><input
              type="checkbox"
              :checked="model.when.sections.includes(section.id)"
              @change="
                setWhen({
                  sections: ($event.target as HTMLInputElement).checked
                    ? [...model.when!.sections, section.id]
                    : model.when!.sections.filter((id) => id !== section.id),
                })
              "
            />{{ section.name }}</label
          >
        </details>
        <ItemsPicker
          :model-value="model.when.labels"
          :label="say.withOneOfTheseLabels"
          kind="label"
          :disabled="false"
          @update:model-value="setWhen({ labels: $event })"
        />
      </div>
    </fieldset>
    <details>
      <summary class="cursor-pointer">
        {{ say.checksChecks(model.checks?.map(({ name }) => CHECKS[name].words).join(', ') || common.none) }}
      </summary>
      <label v-for="name in CHECK_NAMES" :key="name" class="mt-1 flex items-center gap-2"
        ><select class="input !w-28" :value="stateOf(name)" @change="setCheck(name, ($event.target as HTMLSelectElement).value)">
          <option value="off">{{ say.notAsked }}</option>
          <option value="advice">{{ say.advises }}</option>
          <option value="must">{{ say.mustPass }}</option></select
        >{{ CHECKS[name].words }}</label
      >
    </details>
    <fieldset>
      <legend class="sr-only">{{ say.deadlineOfName(model.name) }}</legend>
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="!!model.deadline"
          :disabled="!calendars.length"
          @change="turnDeadline(($event.target as HTMLInputElement).checked)"
        />{{ say.hasADeadline }}</label
      >
      <div v-if="model.deadline" class="mt-1.5 space-y-1.5 pl-6">
        <HoursOf
          :hours="model.deadline.hours"
          :calendar="model.deadline.calendar"
          word="in"
          :what="say.theDeadlineOf(model.name)"
          :calendars="calendars"
          @update:hours="setDeadline({ hours: $event })"
          @update:calendar="setDeadline({ calendar: $event })"
        />
        <label class="flex items-center gap-2"
          >{{ say.reminder }}
          <input
            class="input !w-20"
            type="number"
            min="0"
            step="0.25"
            :value="model.deadline.remind"
            :aria-label="say.hoursBeforeItsGuardsAreReminded"
            @input="setDeadline({ remind: number($event, 0) })"
          />
          {{ say.hoursBefore }}</label
        >
        <GuardPicker
          :model-value="model.deadline.escalate"
          :label="say.whenItIsOverTell"
          :none="say.itsGuardsAlone"
          :add="say.nameSomeone"
          :people="people"
          :groups="groups"
          :roles="roles"
          @update:model-value="setDeadline({ escalate: $event })"
        />
      </div>
    </fieldset>
  </div>
</template>
