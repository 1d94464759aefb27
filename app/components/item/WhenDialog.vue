<script setup lang="ts">
import { fullIn, shortIn, timeIn } from '~~/core/time/words'
import { isZone, wallOf } from '~~/core/time/zone'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { ApiProblem } from '~/composables/api'
import { useSite } from '~/stores/site'

/** Asks for a moment on the site's clock; where the clocks change that night, asks which one. */
const props = defineProps<{
  title: string
  action: string
  at?: string | null
  run: (when: { date: string; time: string; choice?: 'earlier' | 'later' }) => Promise<void>
}>()
const emit = defineEmits<{ close: [] }>()
const site = useSite()
const zone = computed(() => site.site?.zone ?? 'UTC')
const mine = Intl.DateTimeFormat().resolvedOptions().timeZone
const start = wallOf(props.at ?? new Date(Math.ceil((site.now.getTime() + 3_600_000) / 3_600_000) * 3_600_000).toISOString(), zone.value)
const date = ref(start.date)
const time = ref(start.time)
const choice = ref<'earlier' | 'later' | ''>('')
const problem = ref('')
const choices = ref<{ earlier: string; later: string } | null>(null)
const instead = ref<string[]>([])
const busy = ref(false)
watch([date, time], () => {
  problem.value = ''
  choices.value = null
  instead.value = []
  choice.value = ''
})
function use(instant: string) {
  const wall = wallOf(instant, zone.value)
  date.value = wall.date
  time.value = wall.time
}
async function go() {
  busy.value = true
  try {
    await props.run({ date: date.value, time: time.value, ...(choice.value ? { choice: choice.value } : {}) })
    emit('close')
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
    choices.value = (error.more.choices as typeof choices.value | undefined) ?? null
    instead.value = (error.more.instead as string[] | undefined) ?? []
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="title" @close="emit('close')">
    <form id="when" class="space-y-3" @submit.prevent="go">
      <div class="flex gap-3">
        <div>
          <label class="label" for="when-date">Date</label><input id="when-date" v-model="date" type="date" class="input !w-44" required />
        </div>
        <div>
          <label class="label" for="when-time">Time in {{ zone.split('/').at(-1)?.replaceAll('_', ' ') }}</label
          ><input id="when-time" v-model="time" type="time" class="input !w-32" required />
        </div>
      </div>
      <p v-if="isZone(mine) && mine !== zone" class="hint">
        The site’s clock counts; it shows {{ timeIn(site.now, zone) }} now, yours {{ timeIn(site.now, mine) }}.
      </p>
      <p v-if="problem" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">{{ problem }}</p>
      <p v-if="instead.length" class="flex flex-wrap items-center gap-2">
        Take
        <button v-for="instant in instead" :key="instant" type="button" class="button" @click="use(instant)">
          {{ shortIn(instant, zone, site.now) }}
        </button>
      </p>
      <fieldset v-if="choices">
        <legend class="label">Which one?</legend>
        <label v-for="(instant, which) in choices" :key="which" class="flex items-center gap-2 py-0.5"
          ><input v-model="choice" type="radio" name="choice" :value="which" />The {{ which === 'earlier' ? 'first' : 'second' }}:
          {{ fullIn(instant, zone) }} ({{ fullIn(instant, 'UTC').split(', ')[1] }} UTC)</label
        >
      </fieldset>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">Cancel</button
      ><button class="button-main" form="when" :disabled="busy || (choices !== null && !choice)">{{ action }}</button></template
    >
  </PlainDialog>
</template>
