<script setup lang="ts">
import { api, ApiProblem } from '~/composables/api'
import { useSession } from '~/stores/session'
import * as say from '~~/core/words/office/signIn'

/** Taking an invitation, or a link for a new password: who it is for, and a password of their own. */
definePageMeta({ layout: 'door' })
const session = useSession()
const route = useRoute()
const token = String(route.query.with ?? '')
const [password, again, problem, over] = [ref(''), ref(''), ref(''), ref('')]
const busy = ref(false)
const invited = shallowRef<{ name: string; email: string; back: boolean } | null>(null)
try {
  invited.value = await api('GET', `/invitation?with=${encodeURIComponent(token)}`)
} catch (error) {
  over.value = error instanceof ApiProblem ? error.message : say.somethingFailedHereTryAgain
}
async function join() {
  if (password.value !== again.value) {
    problem.value = say.theTwoAreNotTheSame
    return
  }
  busy.value = true
  problem.value = ''
  try {
    await api('POST', '/invitation', { body: { with: token, password: password.value } })
    await session.load()
    await navigateTo('/office')
  } catch (error) {
    problem.value = error instanceof ApiProblem ? error.message : say.somethingFailedHereTryAgain
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="max-w-md">
    <template v-if="over">
      <h1 class="font-serif text-greeting font-semibold">{{ say.thisLinkIsOver }}</h1>
      <p class="mt-3">{{ over }}</p>
      <p class="mt-4">
        <NuxtLink class="link" to="/office/sign-in">{{ say.toTheDoor }}</NuxtLink>
      </p>
    </template>
    <form v-else-if="invited" class="space-y-4" @submit.prevent="join">
      <h1 class="font-serif text-greeting font-semibold">
        {{ invited.back ? say.welcomeBack : say.welcome }}, {{ invited.name.split(' ')[0] }}
      </h1>
      <p>
        {{ say.chooseAPassword(invited.back ? say.anew : '') }} <b class="font-semibold">{{ invited.email }}</b>.
      </p>
      <input type="hidden" autocomplete="username" :value="invited.email" />
      <p v-if="problem" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">{{ problem }}</p>
      <div>
        <label class="label" for="join-password">{{ say.password }}</label><input
          id="join-password"
          v-model="password"
          class="input"
          type="password"
          autocomplete="new-password"
          required
          aria-describedby="join-hint"
        />
        <p id="join-hint" class="hint mt-1">{{ say.atLeast12CharactersSomeWords }}</p>
      </div>
      <div>
        <label class="label" for="join-again">{{ say.theSameAgain }}</label><input
          id="join-again"
          v-model="again"
          class="input"
          type="password"
          autocomplete="new-password"
          required
        />
      </div>
      <button class="button-main w-full" :disabled="busy">{{ say.comeIn }}</button>
    </form>
  </div>
</template>
