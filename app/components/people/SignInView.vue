<script setup lang="ts">
import type { SignInRules } from '~~/core/access/signIn'
import type { Role } from '~~/core/access/verbs'
import LoadState from '~/components/frame/LoadState.vue'
import SecondYesForm from './SecondYesForm.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'

/** How people sign in: which roles more strictly, with a second factor or without, and how long sessions last. */
defineProps<{ roles: Role[] }>()
const emit = defineEmits<{ asked: [] }>()
const site = useSite()
const { value, problem, loading, load } = useLoad(() => '/sign-in-rules')
const form = ref<SignInRules | null>(null)
const reset = () => (form.value = value.value && structuredClone(value.value))
watch(value, reset)
await load()
const isChanged = computed(() => JSON.stringify(form.value) !== JSON.stringify(value.value))
const { act, busy } = useAct(load)
const save = () => act(() => api('PUT', '/sign-in-rules', { body: form.value! }), 'People sign in so from now on')
const FACTORS: { value: SignInRules['secondFactor']; word: string; hint: string }[] = [
  { value: 'needed', word: 'They need one', hint: 'Whoever has none turns one on before anything else opens.' },
  {
    value: 'with-mail',
    word: 'They need one once the office sends mail',
    hint: site.site?.mailIsCaught
      ? 'It sends none now: no mail server is named at its start.'
      : 'It does now. By mail a lost password can be chosen anew.',
  },
  { value: 'by-choice', word: 'As each of them chooses', hint: 'A password that someone else learns is enough then.' },
]
const toggle = (role: string) => {
  const roles = form.value!.strictRoles
  form.value!.strictRoles = roles.includes(role) ? roles.filter((other) => other !== role) : [...roles, role]
}
/** Minutes, as they are typed in another unit. */
const inUnit = (of: 'strict' | 'others', part: 'idle' | 'whole', unit: number) =>
  computed({
    get: () => form.value![of][part] / unit,
    set: (count) => (form.value![of][part] = Math.round((Number(count) || 0) * unit)),
  })
const LENGTHS = [
  {
    id: 'strict',
    title: 'Their sessions end',
    idle: inUnit('strict', 'idle', 1),
    idleUnit: 'minutes',
    whole: inUnit('strict', 'whole', 60),
    wholeUnit: 'hours',
  },
  {
    id: 'others',
    title: 'The sessions of all others end',
    idle: inUnit('others', 'idle', 60),
    idleUnit: 'hours',
    whole: inUnit('others', 'whole', 24 * 60),
    wholeUnit: 'days',
  },
]
</script>

<template>
  <LoadState v-if="!form" :problem="problem" :loading="loading" @retry="load" />
  <div v-else class="max-w-3xl px-5 py-6">
    <form class="space-y-7" @submit.prevent="save">
      <fieldset class="space-y-2">
        <legend class="font-semibold">Who signs in more strictly</legend>
        <p class="hint">Whoever holds one of these roles, also through a group or within another role.</p>
        <div class="flex flex-wrap gap-x-6 gap-y-2">
          <label v-for="role in roles" :key="role.id" class="flex items-center gap-2"
            ><input type="checkbox" :checked="form.strictRoles.includes(role.id)" @change="toggle(role.id)" />{{ role.name }}</label
          >
        </div>
      </fieldset>
      <fieldset class="space-y-2">
        <legend class="font-semibold">Their second factor</legend>
        <label v-for="choice in FACTORS" :key="choice.value" class="flex items-start gap-2"
          ><input v-model="form.secondFactor" type="radio" name="factor" class="mt-1" :value="choice.value" /><span
            >{{ choice.word }}<span class="hint block">{{ choice.hint }}</span></span
          ></label
        >
      </fieldset>
      <fieldset v-for="length in LENGTHS" :key="length.id" class="space-y-2">
        <legend class="font-semibold">{{ length.title }}</legend>
        <p class="flex flex-wrap items-center gap-2">
          after
          <input
            v-model="length.idle.value"
            type="number"
            min="0"
            step="any"
            required
            class="input !w-20"
            :aria-label="`${length.title} after so many ${length.idleUnit} without anyone at it`"
          />
          {{ length.idleUnit }} without anyone at it, and after
          <input
            v-model="length.whole.value"
            type="number"
            min="0"
            step="any"
            required
            class="input !w-20"
            :aria-label="`${length.title} after so many ${length.wholeUnit} in all`"
          />
          {{ length.wholeUnit }} in all.
        </p>
      </fieldset>
      <p class="flex items-center gap-3">
        <button class="button-main" :disabled="busy || !isChanged">Save</button>
        <button v-if="isChanged" type="button" class="button" @click="reset">Leave it as it was</button>
      </p>
      <p class="hint">What someone was writing when their session ends is kept in their browser, and offered to them when they are back.</p>
    </form>
    <SecondYesForm class="mt-8 border-t border-line pt-6" @asked="emit('asked')" />
  </div>
</template>
