<script setup lang="ts">
import { ArrowLeft, ArrowRight, Plus, Trash2 } from 'lucide-vue-next'
import { VueDraggable } from 'vue-draggable-plus'
import type { Role } from '~~/core/access/verbs'
import { ANYONE, type Gate, type Route, type Step } from '~~/core/flow/route'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { moved, withPart, without } from '~/components/item/blocks/parts'
import GateForm from './GateForm.vue'
import RouteOptions from './RouteOptions.vue'
import type { Calendar, Group, Person } from './types'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/routes'

/** A route as steps from left to right, their gates side by side in each; built by dragging or by the arrows. */
const props = defineProps<{
  start: Pick<Route, 'name' | 'steps' | 'fast' | 'gated'>
  version: number
  people: Person[]
  groups: Group[]
  roles: Role[]
  calendars: Calendar[]
  busy: boolean
}>()
const emit = defineEmits<{ close: []; save: [route: Pick<Route, 'name' | 'steps' | 'fast' | 'gated'>] }>()
const name = ref(props.start.name)
const options = ref({ ...(props.start.fast ? { fast: props.start.fast } : {}), gated: props.start.gated ?? [] })
const steps = ref<Step[]>(JSON.parse(JSON.stringify(props.start.steps)) as Step[])
const newGate = (called: string): Gate => ({
  id: `gate-${crypto.randomUUID().slice(0, 8)}`,
  name: called,
  who: ANYONE,
  needed: 1,
  authorsMayClear: false,
  covers: 'all-but-shown-date',
})
const addStep = () => (steps.value = [...steps.value, { name: say.stepCount(steps.value.length + 1), gates: [newGate(say.newGate)] }])
const setGates = (index: number, gates: Gate[]) => (steps.value = withPart(steps.value, index, { gates }))
/** A gate moves within its step, and past its ends into the step before or after. */
function moveGate(step: number, gate: number, by: -1 | 1) {
  const { gates } = steps.value[step]!
  const to = gate + by
  if (to >= 0 && to < gates.length) return setGates(step, moved(gates, gate, to))
  const next = step + by
  if (next < 0 || next >= steps.value.length) return
  const one = gates[gate]!
  setGates(step, without(gates, gate))
  const there = steps.value[next]!.gates
  setGates(next, by < 0 ? [...there, one] : [one, ...there])
}
</script>

<template>
  <PlainDialog :open="true" :title="version ? say.changeTheRouteVersion(version + 1) : say.makeARoute" wide="all" @close="emit('close')">
    <form id="route-form" class="space-y-4" @submit.prevent="emit('save', { name, steps, ...options })">
      <div class="max-w-md">
        <label class="label" for="route-name">{{ say.nameOfTheRoute }}</label><input
          id="route-name"
          v-model="name"
          class="input"
          required
          maxlength="100"
        />
      </div>
      <p v-if="!steps.length" class="text-soft">{{ say.noStep }}</p>
      <VueDraggable v-model="steps" handle="[data-step]" :animation="120" tag="ol" class="flex items-start gap-3 overflow-x-auto pb-2">
        <li v-for="(step, s) in steps" :key="s" class="w-80 shrink-0 rounded-md border border-line bg-paper p-3">
          <div class="mb-2 flex cursor-grab items-center gap-1" data-step>
            <span class="text-soft">{{ s + 1 }}</span>
            <input
              class="input font-semibold"
              :value="step.name"
              required
              maxlength="100"
              :aria-label="say.nameOfStep(s + 1)"
              @input="steps = withPart(steps, s, { name: ($event.target as HTMLInputElement).value })"
            />
            <button
              type="button"
              class="icon-button"
              :disabled="s === 0"
              :aria-label="say.moveNameEarlier(step.name)"
              @click="steps = moved(steps, s, s - 1)"
            >
              <ArrowLeft class="size-4" />
            </button>
            <button
              type="button"
              class="icon-button"
              :disabled="s === steps.length - 1"
              :aria-label="say.moveNameLater(step.name)"
              @click="steps = moved(steps, s, s + 1)"
            >
              <ArrowRight class="size-4" />
            </button>
            <button type="button" class="icon-button" :aria-label="say.removeName(step.name)" @click="steps = without(steps, s)">
              <Trash2 class="size-4" />
            </button>
          </div>
          <VueDraggable
            :model-value="step.gates"
            group="gates"
            :animation="120"
            tag="ul"
            class="min-h-8 space-y-2"
            filter="input, select, button"
            :prevent-on-filter="false"
            @update:model-value="setGates(s, $event as Gate[])"
          >
            <li v-for="(gate, g) in step.gates" :key="gate.id">
              <GateForm
                :model-value="gate"
                :first="s === 0 && g === 0"
                :last="s === steps.length - 1 && g === step.gates.length - 1"
                :people="people"
                :groups="groups"
                :roles="roles"
                :calendars="calendars"
                @update:model-value="setGates(s, withPart(step.gates, g, $event))"
                @move="moveGate(s, g, $event)"
                @remove="setGates(s, without(step.gates, g))"
              />
            </li>
          </VueDraggable>
          <button type="button" class="button-quiet mt-2 -ml-2" @click="setGates(s, [...step.gates, newGate(say.newGate)])">
            <Plus class="size-4" aria-hidden="true" />{{ say.addAParallelGate }}
          </button>
        </li>
      </VueDraggable>
      <button type="button" class="button" @click="addStep"><Plus class="size-4" aria-hidden="true" />{{ say.anotherStep }}</button>
      <RouteOptions v-model="options" :people="people" :groups="groups" :roles="roles" :calendars="calendars" />
      <p v-if="version" class="hint">{{ say.workThatIsUnderWayFinishes }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="route-form" :disabled="busy">{{ common.save }}</button></template
    >
  </PlainDialog>
</template>
