<script setup lang="ts">
import { api, ApiProblem } from '~/composables/api'
import { useSession } from '~/stores/session'

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
  over.value = error instanceof ApiProblem ? error.message : 'Something failed here. Try again.'
}
async function join() {
  if (password.value !== again.value) {
    problem.value = 'The two are not the same'
    return
  }
  busy.value = true
  problem.value = ''
  try {
    await api('POST', '/invitation', { body: { with: token, password: password.value } })
    await session.load()
    await navigateTo('/office')
  } catch (error) {
    problem.value = error instanceof ApiProblem ? error.message : 'Something failed here. Try again.'
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="max-w-md">
    <template v-if="over">
      <h1 class="font-serif text-greeting font-semibold">This link is over</h1>
      <p class="mt-3">{{ over }}</p>
      <p class="mt-4"><NuxtLink class="link" to="/office/sign-in">To the door</NuxtLink></p>
    </template>
    <form v-else-if="invited" class="space-y-4" @submit.prevent="join">
      <h1 class="font-serif text-greeting font-semibold">
        {{ invited.back ? 'Welcome back' : 'Welcome' }}, {{ invited.name.split(' ')[0] }}
      </h1>
      <p>
        Choose a {{ invited.back ? 'new ' : '' }}password. You sign in with it and with <b class="font-semibold">{{ invited.email }}</b>.
      </p>
      <input type="hidden" autocomplete="username" :value="invited.email" />
      <p v-if="problem" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">{{ problem }}</p>
      <div>
        <label class="label" for="join-password">Password</label
        ><input
          id="join-password"
          v-model="password"
          class="input"
          type="password"
          autocomplete="new-password"
          required
          aria-describedby="join-hint"
        />
        <p id="join-hint" class="hint mt-1">At least 12 characters; some words in a row are easier to keep than signs.</p>
      </div>
      <div>
        <label class="label" for="join-again">The same again</label
        ><input id="join-again" v-model="again" class="input" type="password" autocomplete="new-password" required />
      </div>
      <button class="button-main w-full" :disabled="busy">Come in</button>
    </form>
  </div>
</template>
