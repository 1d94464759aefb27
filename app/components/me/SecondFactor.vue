<script setup lang="ts">
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import type { Answer } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/me'

/** A second factor for signing in: turned on with an authenticator, with recovery codes, and taken off. */
type Begun = Answer<'POST', '/me/second-factor'>
const emit = defineEmits<{ changed: [on: boolean] }>()
const notices = useNotices()
const state = shallowRef<{ on: boolean; codesLeft: number } | null>(null)
const begun = shallowRef<Begun | null>(null)
const codes = shallowRef<string[]>([])
const [password, code, busy] = [ref(''), ref(''), ref(false)]

async function act(run: () => Promise<void>) {
  busy.value = true
  try {
    await run()
  } catch (error) {
    notices.trouble(error)
  } finally {
    busy.value = false
  }
}
const load = () =>
  act(async () => {
    const now = await api('GET', '/me/second-factor')
    state.value = now
    emit('changed', now.on)
  })
onMounted(load)
const begin = () =>
  act(async () => {
    begun.value = await api('POST', '/me/second-factor', { body: { current: password.value } })
    password.value = ''
  })
const confirm = () =>
  act(async () => {
    codes.value = (await api('PUT', '/me/second-factor', { body: { code: code.value } })).codes
    begun.value = null
    code.value = ''
    await load()
  })
const takeOff = () =>
  act(async () => {
    await api('DELETE', '/me/second-factor', { body: { current: password.value } })
    password.value = ''
    codes.value = []
    notices.done(say.theSecondFactorIsOff)
    await load()
  })
</script>

<template>
  <section v-if="state" class="space-y-3" aria-labelledby="second">
    <h2 id="second" class="border-b border-line pb-2 font-semibold">
      {{ say.secondFactor }}
      <span class="ml-1 font-normal" :class="state.on ? 'text-kelp' : 'text-soft'">{{ state.on ? say.on : say.off }}</span>
    </h2>
    <div v-if="codes.length" class="rounded-md border border-lamp-fill bg-lamp-wash px-4 py-3">
      <p class="font-semibold">{{ say.keepTheseRecoveryCodes }}</p>
      <p>{{ say.eachOpensTheDoorOnce }}</p>
      <ul class="mt-2 grid grid-cols-2 gap-x-6 font-mono">
        <li v-for="entry in codes" :key="entry">{{ entry }}</li>
      </ul>
      <button class="button mt-3" @click="codes = []">{{ say.iHaveKeptThem }}</button>
    </div>
    <form v-else-if="begun" class="space-y-3" @submit.prevent="confirm">
      <div class="flex flex-wrap items-start gap-4">
        <img
          class="size-36 rounded-md bg-[#ffffff]"
          :src="`data:image/svg+xml;utf8,${encodeURIComponent(begun.picture)}`"
          :alt="say.theSecretAsAPicture"
        />
        <p class="min-w-40 flex-1">
          {{ say.letYourAuthenticatorReadThePicture }}
          <span class="mt-1 block font-mono break-all">{{ begun.secret }}</span>
        </p>
      </div>
      <div>
        <label class="label" for="first-code">{{ say.theCodeThatItShowsNow }}</label><input
          id="first-code"
          v-model="code"
          class="input !w-40 font-mono"
          inputmode="numeric"
          autocomplete="one-time-code"
          required
        />
      </div>
      <p class="flex gap-2">
        <button class="button-main" :disabled="busy || !code.trim()">{{ say.turnItOn }}</button>
        <button type="button" class="button" @click="begun = null">{{ say.leaveItOff }}</button>
      </p>
    </form>
    <form v-else class="space-y-3" @submit.prevent="state.on ? takeOff() : begin()">
      <p v-if="state.on" class="text-soft">
        {{ say.signingInAsksForACode(say.countedRecoveryCodes(state.codesLeft)) }}
      </p>
      <p v-else class="text-soft">
        {{ say.whatASecondFactorDoes }}
      </p>
      <div>
        <label class="label" for="second-password">{{ say.yourPassword }}</label><input
          id="second-password"
          v-model="password"
          class="input"
          type="password"
          autocomplete="current-password"
          required
        />
      </div>
      <button class="button" :disabled="busy || !password">{{ state.on ? say.takeItOff : say.turnItOn }}</button>
    </form>
  </section>
</template>
