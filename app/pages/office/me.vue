<script setup lang="ts">
import SearchChoice from '~/components/form/SearchChoice.vue'
import { zoneChoices } from '~/composables/zones'
import SecondFactor from '~/components/me/SecondFactor.vue'
import SessionList from '~/components/me/SessionList.vue'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import PersonMark from '~/components/mark/PersonMark.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSession, type Person } from '~/stores/session'
import { useSite } from '~/stores/site'

const session = useSession()
const notices = useNotices()
const site = useSite()
const name = ref(session.person?.name ?? '')
const current = ref('')
const next = ref('')
const SCHEMES = [
  { value: 'auto', word: 'As this machine has it' },
  { value: 'light', word: 'Light' },
  { value: 'dark', word: 'Dark' },
] as const
const DENSITIES = [
  { value: 'normal', word: 'Roomy' },
  { value: 'close', word: 'Close' },
] as const
const MAILS = [
  { value: 'each', word: 'Of each thing' },
  { value: 'daily', word: 'Once a day' },
  { value: 'none', word: 'Never' },
] as const
const zones = zoneChoices(session.person?.zone)
/** A picture is taken as it is chosen; the server makes it small. */
async function takePicture(event: Event) {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (!file) return
  try {
    const bytes = new Uint8Array(await file.arrayBuffer())
    let text = ''
    for (let at = 0; at < bytes.length; at += 8_192) text += String.fromCharCode(...bytes.subarray(at, at + 8_192))
    await api('PUT', '/me/picture', { body: { picture: btoa(text) } })
    await session.load()
    notices.done('Your picture is changed')
  } catch (error) {
    notices.trouble(error)
  }
}
async function dropPicture() {
  await api('DELETE', '/me/picture')
  await session.load()
}

async function change(body: Partial<Pick<Person, 'name' | 'colourScheme' | 'density' | 'zone' | 'mail'>>, said: string) {
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
        <section class="space-y-3" aria-labelledby="picture">
          <h2 id="picture" class="border-b border-line pb-2 font-semibold">Picture</h2>
          <div class="flex items-center gap-3">
            <PersonMark v-if="session.person" :id="session.person.id" :name="session.person.name" :picture="session.person.picture" />
            <label class="button cursor-pointer has-focus-visible:outline-2"
              ><input type="file" accept="image/*" class="sr-only" @change="takePicture" />Choose a picture</label
            >
            <button v-if="session.person?.picture" class="button-quiet" @click="dropPicture">Take it away</button>
          </div>
          <p class="hint">For colleagues. What readers see of you is an author profile, an item of its own.</p>
        </section>
        <section class="space-y-2" aria-labelledby="colours">
          <h2 id="colours" class="border-b border-line pb-2 font-semibold">Colours and rows</h2>
          <ChoiceButtons
            :model-value="session.person!.colourScheme"
            label="Colours"
            :choices="SCHEMES"
            @update:model-value="change({ colourScheme: $event }, 'Colours changed')"
          />
          <ChoiceButtons
            :model-value="session.person!.density"
            label="Rows"
            :choices="DENSITIES"
            @update:model-value="change({ density: $event }, 'Rows changed')"
          />
        </section>
        <section class="space-y-2" aria-labelledby="own-zone">
          <h2 id="own-zone" class="border-b border-line pb-2 font-semibold">Where you are</h2>
          <SearchChoice
            label="Your time zone"
            :none="`as the site: ${site.zone}`"
            :choices="zones"
            :model-value="session.person?.zone ?? ''"
            @update:model-value="change({ zone: $event || null }, 'Time zone changed')"
          />
          <p class="hint">The site’s clock counts everywhere; yours is shown beside it.</p>
        </section>
        <section class="space-y-2" aria-labelledby="written">
          <h2 id="written" class="border-b border-line pb-2 font-semibold">How you are written to</h2>
          <ChoiceButtons
            :model-value="session.person!.mail"
            label="By mail"
            :choices="MAILS"
            @update:model-value="change({ mail: $event }, 'From now on so')"
          />
          <p class="hint">
            By mail, at {{ session.person?.email }}. In the office you are told at once either way. Once a day is at seven.
          </p>
          <p><NuxtLink class="link" to="/office/people?view=deputies">Name a deputy while you are away</NuxtLink></p>
        </section>
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
