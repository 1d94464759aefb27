<script setup lang="ts">
import { api, ApiProblem } from '~/composables/api'
import { useSession } from '~/stores/session'
import { initials } from '~/composables/words'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/signIn'

definePageMeta({ layout: 'door' })
const session = useSession()
const route = useRoute()
const email = ref('')
const emailField = ref<HTMLInputElement>()
const password = ref('')
const problem = ref(typeof route.query.refused === 'string' ? route.query.refused.slice(0, 200) : '')
const busy = ref(false)
/** Asked for once the password was right, of those who have a second factor. */
const asksCode = ref(false)
const code = ref('')
const codeField = ref<HTMLInputElement>()

type DemoPerson = Got<'/demo/people'>[number]
const people = ref<DemoPerson[]>([])
if (session.demo) people.value = await api('GET', '/demo/people')

/** Does something at the door, and goes in after it where that is what it is for. */
async function enter(how: () => Promise<void>, to: string | null = String(route.query.to ?? '/office')) {
  busy.value = true
  problem.value = ''
  const before = session.person?.id
  try {
    await how()
    if (to === null) return
    const within = to.startsWith('/office') ? to : '/office'
    // Nothing of whoever was signed in before stays in the window.
    if (before && before !== session.person?.id) location.assign(within)
    else await navigateTo(within)
  } catch (error) {
    if (error instanceof ApiProblem && error.reasons[0]?.code === 'code-needed') {
      asksCode.value = true
      await nextTick()
      codeField.value?.focus()
    } else problem.value = error instanceof ApiProblem ? error.message : say.somethingFailedHereTryAgain
  } finally {
    busy.value = false
  }
}

/** The address that a link was asked for. */
const asked = ref('')
async function askForLink() {
  if (!emailField.value?.reportValidity()) return
  await enter(async () => {
    await api('POST', '/session/forgotten', { body: { email: email.value } })
    asked.value = email.value
  }, null)
}
</script>

<template>
  <div class="grid gap-12 md:grid-cols-[22rem_1fr]">
    <form class="space-y-4" @submit.prevent="enter(() => session.signIn(email, password, asksCode ? code : undefined))">
      <h1 class="font-serif text-greeting font-semibold">{{ common.signIn }}</h1>
      <p v-if="problem" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">{{ problem }}</p>
      <div>
        <label class="label" for="email">{{ say.mailAddress }}</label><input
          id="email"
          ref="emailField"
          v-model="email"
          class="input"
          type="email"
          autocomplete="username"
          required
        />
      </div>
      <div>
        <label class="label" for="password">{{ say.password }}</label><input
          id="password"
          v-model="password"
          class="input"
          type="password"
          autocomplete="current-password"
          required
        />
      </div>
      <div v-if="asksCode">
        <label class="label" for="code">{{ say.codeOfYourAuthenticator }}</label><input
          id="code"
          ref="codeField"
          v-model="code"
          class="input font-mono"
          autocomplete="one-time-code"
          maxlength="40"
          required
          aria-describedby="code-hint"
        />
        <p id="code-hint" class="hint mt-1">{{ say.sixDigits }}</p>
      </div>
      <button class="button-main w-full" :disabled="busy">{{ common.signIn }}</button>
      <a v-if="session.otherDoor" class="button w-full" href="/api/v1/session/openid">{{ say.signInWith(session.otherDoor) }}</a>
      <p v-if="asked" role="status" class="rounded-md border border-kelp bg-kelp-wash px-3 py-2 text-kelp">
        {{ say.ifIsAnAddressOfThisOffice(asked) }}
      </p>
      <p v-else-if="session.sendsMail" class="hint">
        {{ say.forgottenIt }} <button type="button" class="link" :disabled="busy" @click="askForLink">{{ say.sendALinkForANewOne }}</button>
        {{ say.toTheAddressAbove }}
      </p>
      <p v-else class="hint">{{ say.forgottenItWhoeverRunsTheOffice }}</p>
    </form>
    <section v-if="people.length" aria-labelledby="demo" class="md:border-l md:border-line md:pl-12">
      <h2 id="demo" class="font-serif text-head font-semibold">{{ say.thisIsTheDemo }}</h2>
      <ul class="mt-3">
        <li v-for="person in people" :key="person.id" class="border-t border-line last:border-b">
          <button
            class="flex w-full items-center gap-3 px-1 py-2 text-left hover:bg-deep"
            :disabled="busy"
            @click="enter(() => session.stepIn(person.id))"
          >
            <span
              class="flex size-8 shrink-0 items-center justify-center rounded-full bg-kelp-wash text-small font-bold text-kelp"
              aria-hidden="true"
              >{{ initials(person.name) }}</span
            >
            <span class="font-semibold whitespace-nowrap">{{ person.name }}</span>
            <span class="ml-auto text-right text-soft">{{
              person.roles.map((entry) => (entry.section ? `${entry.role}, ${entry.section}` : entry.role)).join('; ')
            }}</span>
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>
