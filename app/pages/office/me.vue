<script setup lang="ts">
import SecondFactor from '~/components/me/SecondFactor.vue'
import SessionList from '~/components/me/SessionList.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSession, type Person } from '~/stores/session'

const session = useSession()
const notices = useNotices()
const name = ref(session.person?.name ?? '')
const current = ref('')
const next = ref('')
const SCHEMES: [Person['colourScheme'], string][] = [
  ['auto', 'As this machine has it'],
  ['light', 'Light'],
  ['dark', 'Dark'],
]

async function change(body: { name?: string; colourScheme?: Person['colourScheme'] }, said: string) {
  try {
    await api('PATCH', '/me', { body })
    await session.load()
    notices.done(said)
  } catch (error) {
    notices.trouble(error)
  }
}
async function changePassword() {
  try {
    await api('PUT', '/me/password', { body: { current: current.value, next: next.value } })
    current.value = next.value = ''
    notices.done('Password changed. Your other sessions have ended.')
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <div>
    <PlaceStrip name="Profile" />
    <div class="mx-auto grid max-w-4xl gap-12 px-5 py-6 md:grid-cols-2">
      <div class="space-y-8">
        <form class="space-y-3" @submit.prevent="change({ name }, 'Name changed')">
          <h2 class="border-b border-line pb-2 font-semibold">Name</h2>
          <div>
            <label class="label" for="name">As colleagues see it</label
            ><input id="name" v-model="name" class="input" required maxlength="100" autocomplete="name" />
          </div>
          <button class="button" :disabled="!name.trim() || name === session.person?.name">Change the name</button>
        </form>
        <fieldset>
          <legend class="w-full border-b border-line pb-2 font-semibold">Colours</legend>
          <div class="mt-3 flex flex-wrap gap-2">
            <label
              v-for="[value, word] in SCHEMES"
              :key="value"
              class="button cursor-pointer has-checked:border-kelp has-checked:bg-kelp-wash has-focus-visible:outline-2"
              ><input
                type="radio"
                name="scheme"
                class="sr-only"
                :value="value"
                :checked="session.person?.colourScheme === value"
                @change="change({ colourScheme: value }, 'Colours changed')"
              />{{ word }}</label
            >
          </div>
        </fieldset>
      </div>
      <form class="space-y-3" @submit.prevent="changePassword">
        <h2 class="border-b border-line pb-2 font-semibold">Password</h2>
        <div>
          <label class="label" for="current">The present one</label
          ><input id="current" v-model="current" class="input" type="password" autocomplete="current-password" required />
        </div>
        <div>
          <label class="label" for="next">A new one</label
          ><input
            id="next"
            v-model="next"
            class="input"
            type="password"
            autocomplete="new-password"
            required
            aria-describedby="next-hint"
          />
          <p id="next-hint" class="hint mt-1">
            At least 12 characters; no common password, not made of your name. A sentence is easy to remember.
          </p>
        </div>
        <button class="button" :disabled="!current || !next">Change the password</button>
        <p class="hint">All your other sessions end with it.</p>
      </form>
      <SessionList />
      <SecondFactor />
    </div>
  </div>
</template>
