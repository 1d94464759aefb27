<script setup lang="ts">
import { ArrowRight, Plus, Trash2 } from 'lucide-vue-next'
import type { Role } from '~~/core/access/verbs'
import { KINDS, KIND_NAMES } from '~~/core/kinds/kinds'
import type { RouteRule } from '~~/core/flow/route'
import LoadState from '~/components/frame/LoadState.vue'
import CalendarList from './CalendarList.vue'
import { useGateWords } from './gateWords'
import type { Group, Person } from '~/components/people/types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/routes'

/** The routes: their steps and gates, whether all work can pass them, and which items go which. */
const props = defineProps<{ people: Person[]; groups: Group[]; roles: Role[] }>()
const site = useSite()
const { value: answer, problem, loading, load } = useLoad(() => '/routes')
const rules = ref<RouteRule[]>([])
const same = (one: readonly RouteRule[], other: readonly RouteRule[]) => JSON.stringify(one) === JSON.stringify(other)
// What is being changed here stays when the routes are loaded anew around it.
watch(answer, (now, before) => {
  if (now && (!before || same(rules.value, before.rules))) rules.value = now.rules.map((rule) => ({ ...rule }))
})
const calendars = useLoad(() => '/calendars')
await Promise.all([load(), calendars.load()])
const { act: actOnRules, busy: savingRules, refusals } = useAct(load)
const saveRules = () => actOnRules(() => api('PUT', '/route-rules', { body: { rules: rules.value } }), say.newWorkGoesTheseRoutes)
const changed = computed(() => !same(rules.value, answer.value?.rules ?? []))
const { calendarName, limitsOf, neededWords, forceWords } = useGateWords(() => ({ ...props, calendars: calendars.value.value ?? [] }))
</script>

<template>
  <LoadState v-if="!answer" :problem="problem" :loading="loading" @retry="load" />
  <div v-else class="px-5 py-4">
    <section
      v-for="route in answer.routes"
      :key="route.id"
      class="mb-4 rounded-md border border-line bg-sheet p-4"
      :aria-label="say.routeName(route.name)"
    >
      <div class="flex items-baseline gap-3">
        <h2 class="font-semibold">{{ route.name }}</h2>
        <span class="text-soft"
          >{{ say.versionVersion(route.version)
          }}<template v-if="route.earlier">{{ say.andFinishOnAnEarlierOne(common.countedDrafts(route.earlier)) }}</template></span
        >
        <NuxtLink class="button ml-auto" :aria-label="say.changeTheRoute(route.name)" :to="`/office/routes/${route.id}`">{{
          common.change
        }}</NuxtLink>
      </div>
      <ol v-if="route.steps.length" class="mt-2 flex flex-wrap items-stretch gap-2">
        <li v-for="(step, index) in route.steps" :key="index" class="flex items-center gap-2">
          <ArrowRight v-if="index" class="size-4 text-soft" aria-hidden="true" />
          <div class="rounded-md border border-line bg-paper px-3 py-2">
            <p class="text-body text-soft">{{ step.name }}</p>
            <p v-for="gate in step.gates" :key="gate.id">
              <b class="font-semibold">{{ gate.name }}</b>
              {{ neededWords(gate) }}<span v-for="line in limitsOf(gate)" :key="line" class="block text-body text-soft">{{ line }}</span>
            </p>
          </div>
        </li>
      </ol>
      <p v-else class="mt-1 text-soft">{{ say.noGate }}</p>
      <p v-if="route.fast" class="mt-2">
        {{
          say.fastLaneLiveAtOnceCleared(
            say.countedHours(route.fast.hours),
            calendarName(route.fast.calendar),
            route.fast.takesBack ? say.andElseTakenBack : '',
          )
        }}
      </p>
      <p v-if="route.gated?.length" class="mt-2">
        {{
          say.goesThroughTheGatesToo(
            route.gated.map((name) => ({ withdrawal: say.takingOffTheSite, move: say.moving })[name]).join(say.and),
          )
        }}
      </p>
      <p class="mt-2 text-body text-soft">
        {{ forceWords(answer.rules, route.id) }}
      </p>
      <ul v-if="route.sound.stuck.length || route.sound.thin.length" class="mt-1.5 space-y-0.5">
        <li v-for="(reason, index) in route.sound.stuck" :key="`s${index}`" class="text-rust">
          {{ reason.detail }}<template v-if="reason.help?.length"> ({{ reason.help.join(', ') }})</template>
        </li>
        <li v-for="(reason, index) in route.sound.thin" :key="`t${index}`" class="text-lamp">
          {{ reason.detail }}<template v-if="reason.help?.length"> ({{ reason.help.join(', ') }})</template>
        </li>
      </ul>
      <p v-else-if="route.sections.length && route.steps.length" class="mt-1.5 text-kelp">{{ say.allWorkCanPass }}</p>
    </section>
    <section class="mt-6" aria-labelledby="which">
      <h2 id="which" class="font-semibold">{{ say.whichItemsGoWhichRoute }}</h2>
      <p class="hint mt-0.5">{{ say.aRuleForTheKindComesBefore }}</p>
      <ul class="mt-2 space-y-2">
        <li v-for="(rule, index) in rules" :key="index" class="flex flex-wrap items-center gap-2">
          <select v-model="rule.kind" class="input !w-44" :aria-label="say.kindOfRule(index + 1)">
            <option :value="null">{{ say.anythingElse }}</option>
            <option v-for="kind in KIND_NAMES" :key="kind" :value="kind">{{ KINDS[kind].many }}</option>
          </select>
          <select v-model="rule.section" class="input !w-52" :aria-label="say.sectionOfRule(index + 1)">
            <option :value="null">{{ say.onTheWholeSite }}</option>
            <option v-for="section in site.sections" :key="section.id" :value="section.id">{{ say.inName(section.name) }}</option>
          </select>
          <span class="text-soft">{{ say.goes }}</span>
          <select v-model="rule.route" class="input !w-52" :aria-label="say.routeOfRule(index + 1)">
            <option v-for="route in answer.routes" :key="route.id" :value="route.id">{{ route.name }}</option>
          </select>
          <button type="button" class="icon-button" :aria-label="say.removeRuleIndex(index + 1)" @click="rules.splice(index, 1)">
            <Trash2 class="size-4" />
          </button>
        </li>
      </ul>
      <ul v-if="refusals.length" role="alert" class="mt-2 rounded-md bg-rust-wash px-3 py-2 text-rust">
        <li v-for="(reason, index) in refusals" :key="index">{{ reason.detail }}</li>
      </ul>
      <div class="mt-3 flex gap-2">
        <button class="button" @click="rules.push({ kind: 'page', section: null, route: answer.routes[0]!.id })">
          <Plus class="size-4" aria-hidden="true" />{{ say.anotherRule }}
        </button>
        <button class="button-main" :disabled="!changed || savingRules" @click="saveRules">{{ say.saveTheRules }}</button>
      </div>
    </section>
    <CalendarList :calendars="calendars.value.value ?? []" @changed="calendars.load" />
  </div>
</template>
