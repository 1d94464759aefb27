<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import PersonChoice from '~/components/form/PersonChoice.vue'
import { fullIn } from '~~/core/time/words'
import { meaningOf, wallTimeOf, type WallTime } from '~~/core/time/zone'
import PlainDialog from '~/components/form/PlainDialog.vue'
import LoadState from '~/components/frame/LoadState.vue'
import type { Person } from './types'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

/** Who clears for whom while they are away, and naming a deputy: each for themselves, a steward for anyone. */
type Entry = Got<'/delegations'>[number]
const props = defineProps<{ people: Person[]; mayChange: boolean; adding: boolean }>()
const emit = defineEmits<{ closed: []; asked: [] }>()
const site = useSite()
const session = useSession()
const zone = computed(() => site.zone)
const { value: entries, problem, loading, load } = useLoad(() => '/delegations')
const gates = useLoad(() => '/gates')
/** A gate as a value of a checkbox. */
const keyOf = ({ route, gate }: { route: string; gate: string }) => `${route} ${gate}`
const gateName = (entry: { route: string; gate: string }) => {
  const known = gates.value.value?.find((one) => keyOf(one) === keyOf(entry))
  return known ? `${known.name} (${known.routeName})` : say.aGateThatIsGone
}
const form = ref<{
  absent: string
  deputy: string
  some: boolean
  gates: string[]
  from: Omit<WallTime, 'zone'>
  to: Omit<WallTime, 'zone'>
} | null>(null)
watch(
  () => props.adding,
  (adding) => {
    if (!adding) return
    const now = wallTimeOf(site.now.toISOString(), zone.value)
    const later = wallTimeOf(new Date(site.now.getTime() + 7 * 86_400_000).toISOString(), zone.value)
    form.value = {
      absent: session.person!.id,
      deputy: '',
      some: false,
      gates: [],
      from: { date: now.date, time: now.time },
      to: { date: later.date, time: '18:00' },
    }
  },
  { immediate: true },
)
await Promise.all([load(), gates.load()])
function close() {
  form.value = null
  emit('closed')
}
const { act, busy } = useAct(() => {
  close()
  emit('asked')
  return load()
})
/** The instant of a wall time in the site's zone; one that is skipped or comes twice is the later of the two. */
function instant(wall: Omit<WallTime, 'zone'>): string {
  const meaning = meaningOf({ ...wall, zone: zone.value })
  return meaning.kind === 'exact' ? meaning.instant : meaning.kind === 'gap' ? meaning.after : meaning.later
}
const name = (id: string) => props.people.find((person) => person.id === id)?.name ?? ''
function save() {
  const { absent, deputy, some, gates: chosen, from, to } = form.value!
  const only = some ? gates.value.value!.filter((entry) => chosen.includes(keyOf(entry))).map(({ route, gate }) => ({ route, gate })) : null
  return act(
    () => api('POST', '/delegations', { body: { absent, deputy, gates: only, from: instant(from), to: instant(to) } }),
    say.clearsForInThatTime(name(deputy), absent === session.person!.id ? say.you : name(absent)),
  )
}
const end = (entry: Entry) => act(() => api('DELETE', `/delegations/${entry.id}`), say.noLongerStandsIn(entry.deputyName))
</script>

<template>
  <LoadState v-if="!entries" :problem="problem" :loading="loading" @retry="load" />
  <div v-else>
    <p v-if="!entries.length" class="max-w-2xl px-5 py-8 text-soft">
      {{ say.nobodyStandsInForAnyone }}
    </p>
    <ul v-else>
      <li v-for="entry in entries" :key="entry.id" class="flex items-baseline gap-4 border-b border-line bg-sheet px-5 py-2.5">
        <span class="w-72 shrink-0"
          ><b class="font-semibold">{{ entry.deputyName }}</b> {{ say.forWord }} <b class="font-semibold">{{ entry.absentName }}</b></span
        >
        <span class="min-w-0 flex-1"
          >{{ say.fromToTo(fullIn(entry.from, zone), fullIn(entry.to, zone))
          }}<span class="block" :class="entry.begun ? 'text-kelp' : 'text-soft'">{{
            say.inSectionAtGates(
              entry.begun ? common.now : say.notBegunYet,
              entry.gates ? entry.gates.map(gateName).join(', ') : say.allTheirGates,
            )
          }}</span
          ><span v-if="entry.outOfReach.length" class="block text-lamp">{{
            say.notWhereTheyMayNotRead(entry.outOfReach.join(', '))
          }}</span></span
        >
        <button
          v-if="entry.mine"
          class="button-quiet shrink-0"
          :aria-label="say.endDeputyNameForAbsentName(entry.deputyName, entry.absentName)"
          @click="end(entry)"
        >
          {{ say.endIt }}
        </button>
      </li>
    </ul>
    <PlainDialog :open="form !== null" :title="say.nameADeputy" @close="close">
      <form v-if="form" id="deputy-form" class="space-y-4" @submit.prevent="save">
        <div v-if="mayChange">
          <PersonChoice v-model="form.absent" :label="say.whoIsAway" :people="people.filter((entry) => entry.active)" />
        </div>
        <div>
          <PersonChoice
            v-model="form.deputy"
            :label="say.whoClearsFor(form.absent === session.person?.id ? say.you : say.them)"
            :placeholder="say.chooseAColleague"
            :people="people.filter((entry) => entry.active && entry.id !== form!.absent)"
          />
        </div>
        <div class="space-y-3">
          <fieldset
            v-for="[key, word] in [
              ['from', say.from],
              ['to', say.until],
            ] as const"
            :key="key"
          >
            <legend class="label">{{ word }}</legend>
            <span class="flex max-w-sm gap-2"
              ><DateField v-model="form[key].date" required :label="say.wordTheDay(word)" @time="form[key].time = $event" /><TimeField
                v-model="form[key].time"
                required
                :label="say.wordTheTime(word)"
            /></span>
          </fieldset>
        </div>
        <fieldset>
          <legend class="label">{{ say.where }}</legend>
          <label class="flex items-center gap-2 py-1"
            ><input v-model="form.some" type="radio" :value="false" />{{ say.atAllTheirGates }}</label
          >
          <label class="flex items-center gap-2 py-1"><input v-model="form.some" type="radio" :value="true" />{{ say.onlyAt }}</label>
          <div v-if="form.some" class="max-h-40 overflow-y-auto pl-6">
            <label v-for="entry in gates.value.value" :key="keyOf(entry)" class="flex items-baseline gap-2"
              ><input v-model="form.gates" type="checkbox" :value="keyOf(entry)" />{{ entry.name }}
              <span class="text-soft">{{ entry.routeName }}</span></label
            >
          </div>
        </fieldset>
        <p class="hint">{{ say.byTheSitesClock }}</p>
      </form>
      <template #actions
        ><button class="button" @click="close">{{ common.cancel }}</button
        ><button class="button-main" form="deputy-form" :disabled="busy || !form?.deputy || (form.some && !form.gates.length)">
          {{ say.nameThem }}
        </button></template
      >
    </PlainDialog>
  </div>
</template>
