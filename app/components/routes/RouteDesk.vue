<script setup lang="ts">
import { ArrowLeft, ArrowRight, Plus, Trash2 } from 'lucide-vue-next'
import { useEventListener } from '@vueuse/core'
import { VueDraggable } from 'vue-draggable-plus'
import type { Soundness } from '~~/core/flow/sound'
import type { Gate } from '~~/core/flow/route'
import { stepsTime } from '~~/core/flow/figures'
import { spanWords } from '~~/core/time/span'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { ApiProblem } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import GateCard from './GateCard.vue'
import GateForm from './GateForm.vue'
import RouteOptions from './RouteOptions.vue'
import { useGateWords, type Named } from './gateWords'
import { useRouteForm, type RouteStart } from './routeForm'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/routes'

/**
 * A route as a picture: its steps from left to right, the gates of a step side by side; the gate in hand is changed beside it. What is
 * refused stands at the gate that it means.
 */
const props = defineProps<{
  start: RouteStart
  /** The version that is changed; 0 for a route that is begun. */
  version: number
  /** Where it is in force, in words. */
  force: string
  named: Named
  sound: Soundness | null
  /** How long work usually waits at each gate, in milliseconds. */
  usual: ReadonlyMap<string, number>
  save: (route: RouteStart) => Promise<unknown>
}>()
const notices = useNotices()
const form = useRouteForm(props.start)
const { name, options, steps, gate, place, inHand } = form
const { limitsOf, neededWords } = useGateWords(() => props.named)
const usualOf = ({ id }: Gate) => props.usual.get(id)
const whole = computed(() => stepsTime(steps.value.map(({ gates }) => gates.flatMap((one) => usualOf(one) ?? []))))
const refused = shallowRef<ReturnType<typeof form.refusedBy>>(new Map())
const refusalsAt = (place: string) => refused.value.get(place) ?? []
const warningsAt = (place: string) =>
  (form.changed.value ? [] : [...(props.sound?.stuck ?? []), ...(props.sound?.thin ?? [])]).filter(({ at }) => at === place)
const general = computed(() => [...refusalsAt(''), ...refusalsAt('name'), ...refusalsAt('fast')])
const busy = ref(false)
const saved = ref(false)
const told = useTemplateRef<HTMLElement>('told')
async function go() {
  busy.value = true
  refused.value = new Map()
  try {
    saved.value = true
    await props.save(form.route.value)
  } catch (error) {
    saved.value = false
    if (!(error instanceof ApiProblem) || !error.reasons.length) return notices.trouble(error)
    refused.value = form.refusedBy(error.reasons)
    inHand.value =
      [...refused.value.keys()].find((place) => steps.value.some(({ gates }) => gates.some(({ id }) => id === place))) ?? inHand.value
    await nextTick()
    told.value?.focus()
  } finally {
    busy.value = false
  }
}
const beside = useTemplateRef<HTMLElement>('beside')
/** Takes a gate in hand; in a small window its form stands below the picture, and is gone to. */
async function take(id: string) {
  inHand.value = id
  await nextTick()
  if (!matchMedia('(min-width: 64rem)').matches) beside.value?.scrollIntoView({ block: 'start' })
}
useEventListener('beforeunload', (event) => {
  if (form.changed.value && !saved.value) event.preventDefault()
})
onBeforeRouteLeave(() => !form.changed.value || saved.value || window.confirm(say.whatYouChangedIsNotSaved))
</script>

<template>
  <form class="flex h-full min-h-0 flex-col" @submit.prevent="go">
    <PlaceStrip :name="version ? say.routeName(start.name) : say.aNewRoute">
      <span class="text-soft">{{ version ? say.versionInForce(version, force) : force }}</span>
      <template #action>
        <NuxtLink class="button" :to="{ path: '/office/people', query: { view: 'routes' } }">{{ say.backToTheRoutes }}</NuxtLink>
        <button class="button-main" :disabled="busy || !form.changed.value">{{ common.save }}</button>
      </template>
    </PlaceStrip>
    <div class="min-h-0 flex-1 overflow-y-auto lg:grid lg:grid-cols-[minmax(0,1fr)_22rem] lg:overflow-hidden">
      <div class="min-w-0 space-y-5 px-5 py-4 lg:overflow-y-auto">
        <div
          v-if="refused.size"
          ref="told"
          role="alert"
          tabindex="-1"
          class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust"
        >
          <p class="font-semibold">{{ say.itWasNotSaved }}</p>
          <p v-for="reason in general" :key="reason.detail">{{ reason.detail }}</p>
        </div>
        <div class="max-w-md">
          <label class="label" for="route-name">{{ say.nameOfTheRoute }}</label><input
            id="route-name"
            v-model="name"
            class="input"
            required
            maxlength="100"
          />
        </div>
        <section :aria-label="say.theWayOfWork">
          <div class="flex items-start gap-2 overflow-x-auto pb-2">
            <p class="mt-2 shrink-0 rounded-md bg-deep px-3 py-1.5 text-soft">{{ say.sent }}</p>
            <VueDraggable v-model="steps" handle="[data-step]" :animation="120" tag="ol" class="flex items-start gap-2">
              <li v-for="(step, s) in steps" :key="s" class="flex shrink-0 items-start gap-2">
                <ArrowRight class="mt-3.5 size-4 shrink-0 text-soft" aria-hidden="true" />
                <div class="w-64 rounded-md border border-line bg-paper p-2">
                  <div class="flex cursor-grab items-center gap-0.5" data-step>
                    <input
                      class="input !bg-transparent font-semibold"
                      :value="step.name"
                      required
                      maxlength="100"
                      :aria-label="say.nameOfStep(s + 1)"
                      @input="form.nameStep(s, ($event.target as HTMLInputElement).value)"
                    />
                    <button
                      v-if="steps.length > 1"
                      type="button"
                      class="icon-button"
                      :disabled="s === 0"
                      :aria-label="say.moveNameEarlier(step.name)"
                      @click="form.moveStep(s, -1)"
                    >
                      <ArrowLeft class="size-4" />
                    </button>
                    <button
                      v-if="steps.length > 1"
                      type="button"
                      class="icon-button"
                      :disabled="s === steps.length - 1"
                      :aria-label="say.moveNameLater(step.name)"
                      @click="form.moveStep(s, 1)"
                    >
                      <ArrowRight class="size-4" />
                    </button>
                    <button type="button" class="icon-button" :aria-label="say.removeName(step.name)" @click="form.removeStep(s)">
                      <Trash2 class="size-4" />
                    </button>
                  </div>
                  <p v-for="reason in refusalsAt(`step ${s + 1}`)" :key="reason.detail" class="mt-1 text-rust">{{ reason.detail }}</p>
                  <VueDraggable
                    :model-value="step.gates"
                    group="gates"
                    :animation="120"
                    tag="ul"
                    class="mt-2 min-h-8 space-y-2"
                    @update:model-value="form.setGates(s, $event as Gate[])"
                  >
                    <li v-for="one in step.gates" :key="one.id">
                      <GateCard
                        :name="one.name"
                        :needed="neededWords(one)"
                        :limits="limitsOf(one)"
                        :usual="usualOf(one) === undefined ? '' : spanWords(usualOf(one)!)"
                        :refusals="refusalsAt(one.id)"
                        :warnings="warningsAt(one.id)"
                        :in-hand="one.id === inHand"
                        @take="take(one.id)"
                      />
                    </li>
                  </VueDraggable>
                  <button type="button" class="button-quiet mt-1 -ml-1" @click="form.addGate(s)">
                    <Plus class="size-4" aria-hidden="true" />{{ say.addAParallelGate }}
                  </button>
                </div>
              </li>
            </VueDraggable>
            <ArrowRight class="mt-3.5 size-4 shrink-0 text-soft" aria-hidden="true" />
            <button type="button" class="button mt-2 shrink-0" @click="form.addStep()">
              <Plus class="size-4" aria-hidden="true" />{{ say.anotherStep }}
            </button>
            <ArrowRight class="mt-3.5 size-4 shrink-0 text-soft" aria-hidden="true" />
            <p class="mt-2 shrink-0 rounded-md bg-kelp-wash px-3 py-1.5 text-kelp">{{ common.cleared }}</p>
          </div>
          <p class="text-soft">
            {{
              steps.length ? (whole === null ? say.howLongItTakesIsNotKnown : say.usuallyFromSentToCleared(spanWords(whole))) : say.noStep
            }}
          </p>
        </section>
        <RouteOptions v-model="options" v-bind="named" />
        <p v-if="version" class="hint">{{ say.workThatIsUnderWayFinishes }}</p>
      </div>
      <aside
        ref="beside"
        class="border-line bg-sheet px-5 py-4 max-lg:border-t lg:overflow-y-auto lg:border-l"
        :aria-label="say.theGateInHand"
      >
        <h2 v-if="place" class="mb-3 font-semibold">{{ say.gateOfStep(steps[place.step]!.name) }}</h2>
        <GateForm
          v-if="gate"
          :key="gate.id"
          :model-value="gate"
          :first="!form.mayMove(-1)"
          :last="!form.mayMove(1)"
          v-bind="named"
          @update:model-value="form.setGate($event)"
          @move="form.moveGate($event)"
          @remove="form.removeGate()"
        />
        <p v-else class="text-soft">{{ say.chooseAGate }}</p>
      </aside>
    </div>
  </form>
</template>
