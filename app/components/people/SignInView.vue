<script setup lang="ts">
import type { SignInRules } from '~~/core/access/signIn'
import type { Role } from '~~/core/access/verbs'
import LoadState from '~/components/frame/LoadState.vue'
import SecondYesForm from './SecondYesForm.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/signIn'

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
const save = () => act(() => api('PUT', '/sign-in-rules', { body: form.value! }), say.peopleSignInSoFromNowOn)
const FACTORS: { value: SignInRules['secondFactor']; word: string; hint: string }[] = [
  { value: 'needed', word: say.theyNeedOne, hint: say.whoeverHasNoneTurnsOneOn },
  {
    value: 'with-mail',
    word: say.theyNeedOneOnceTheOfficeSendsMail,
    hint: site.site?.mailIsCaught ? say.itSendsNoneNow : say.itDoesNow,
  },
  { value: 'by-choice', word: say.asEachOfThemChooses, hint: say.aPasswordThatSomeoneElseLearns },
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
    title: say.theirSessionsEnd,
    idle: inUnit('strict', 'idle', 1),
    idleUnit: say.minutes,
    whole: inUnit('strict', 'whole', 60),
    wholeUnit: say.hours,
  },
  {
    id: 'others',
    title: say.theSessionsOfAllOthersEnd,
    idle: inUnit('others', 'idle', 60),
    idleUnit: say.hours,
    whole: inUnit('others', 'whole', 24 * 60),
    wholeUnit: say.days,
  },
]
</script>

<template>
  <LoadState v-if="!form" :problem="problem" :loading="loading" @retry="load" />
  <div v-else class="max-w-3xl px-5 py-6">
    <form class="space-y-7" @submit.prevent="save">
      <fieldset class="space-y-2">
        <legend class="font-semibold">{{ say.whoSignsInMoreStrictly }}</legend>
        <p class="hint">{{ say.whoeverHoldsOneOfTheseRoles }}</p>
        <div class="flex flex-wrap gap-x-6 gap-y-2">
          <label v-for="role in roles" :key="role.id" class="flex items-center gap-2"
            ><input type="checkbox" :checked="form.strictRoles.includes(role.id)" @change="toggle(role.id)" />{{ role.name }}</label
          >
        </div>
      </fieldset>
      <fieldset class="space-y-2">
        <legend class="font-semibold">{{ say.theirSecondFactor }}</legend>
        <label v-for="choice in FACTORS" :key="choice.value" class="flex items-start gap-2"
          ><input v-model="form.secondFactor" type="radio" name="factor" class="mt-1" :value="choice.value" /><span
            >{{ choice.word }}<span class="hint block">{{ choice.hint }}</span></span
          ></label
        >
      </fieldset>
      <fieldset v-for="length in LENGTHS" :key="length.id" class="space-y-2">
        <legend class="font-semibold">{{ length.title }}</legend>
        <p class="flex flex-wrap items-center gap-2">
          {{ say.after }}
          <input
            v-model="length.idle.value"
            type="number"
            min="0"
            step="any"
            required
            class="input !w-20"
            :aria-label="say.afterSoManyWithoutAnyoneAtIt(length.title, length.idleUnit)"
          />
          {{ say.withoutAnyoneAtItAndAfter(length.idleUnit) }}
          <input
            v-model="length.whole.value"
            type="number"
            min="0"
            step="any"
            required
            class="input !w-20"
            :aria-label="say.afterSoManyInAll(length.title, length.wholeUnit)"
          />
          {{ say.wholeUnitInAll(length.wholeUnit) }}
        </p>
      </fieldset>
      <p class="flex items-center gap-3">
        <button class="button-main" :disabled="busy || !isChanged">{{ common.save }}</button>
        <button v-if="isChanged" type="button" class="button" @click="reset">{{ say.leaveItAsItWas }}</button>
      </p>
      <p class="hint">{{ say.whatSomeoneWasWriting }}</p>
    </form>
    <SecondYesForm class="mt-8 border-t border-line pt-6" @asked="emit('asked')" />
  </div>
</template>
