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
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/me'

const session = useSession()
const notices = useNotices()
const site = useSite()
const name = ref(session.person?.name ?? '')
const current = ref('')
const next = ref('')
const SCHEMES = [
  { value: 'auto', word: say.asThisMachineHasIt },
  { value: 'light', word: say.light },
  { value: 'dark', word: say.dark },
] as const
const DENSITIES = [
  { value: 'normal', word: say.roomy },
  { value: 'close', word: common.close },
] as const
const MAILS = [
  { value: 'each', word: say.ofEachThing },
  { value: 'daily', word: say.onceADay },
  { value: 'none', word: say.never },
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
    notices.done(say.yourPictureIsChanged)
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
    notices.done(say.passwordChanged)
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <div>
    <PlaceStrip :name="say.profile" />
    <div class="mx-auto grid max-w-4xl gap-12 px-5 py-6 md:grid-cols-2">
      <div class="space-y-8">
        <form class="space-y-3" @submit.prevent="change({ name }, say.nameChanged)">
          <h2 class="border-b border-line pb-2 font-semibold">{{ common.name }}</h2>
          <div>
            <label class="label" for="name">{{ say.asColleaguesSeeIt }}</label><input
              id="name"
              v-model="name"
              class="input"
              required
              maxlength="100"
              autocomplete="name"
            />
          </div>
          <button class="button" :disabled="!name.trim() || name === session.person?.name">{{ say.changeTheName }}</button>
        </form>
        <section class="space-y-3" aria-labelledby="picture">
          <h2 id="picture" class="border-b border-line pb-2 font-semibold">{{ say.picture }}</h2>
          <div class="flex items-center gap-3">
            <PersonMark v-if="session.person" :id="session.person.id" :name="session.person.name" :picture="session.person.picture" />
            <label class="button cursor-pointer has-focus-visible:outline-2"
              ><input type="file" accept="image/*" class="sr-only" @change="takePicture" />{{ say.chooseAPicture }}</label
            >
            <button v-if="session.person?.picture" class="button-quiet" @click="dropPicture">{{ say.takeItAway }}</button>
          </div>
          <p class="hint">{{ say.forColleagues }}</p>
        </section>
        <section class="space-y-2" aria-labelledby="colours">
          <h2 id="colours" class="border-b border-line pb-2 font-semibold">{{ say.coloursAndRows }}</h2>
          <ChoiceButtons
            :model-value="session.person!.colourScheme"
            :label="say.colours"
            :choices="SCHEMES"
            @update:model-value="change({ colourScheme: $event }, say.coloursChanged)"
          />
          <ChoiceButtons
            :model-value="session.person!.density"
            :label="say.rows"
            :choices="DENSITIES"
            @update:model-value="change({ density: $event }, say.rowsChanged)"
          />
        </section>
        <section class="space-y-2" aria-labelledby="own-zone">
          <h2 id="own-zone" class="border-b border-line pb-2 font-semibold">{{ say.whereYouAre }}</h2>
          <SearchChoice
            :label="say.yourTimeZone"
            :none="say.asTheSite(site.zone)"
            :choices="zones"
            :model-value="session.person?.zone ?? ''"
            @update:model-value="change({ zone: $event || null }, say.timeZoneChanged)"
          />
          <p class="hint">{{ say.theSitesClockCountsEverywhere }}</p>
        </section>
        <section class="space-y-2" aria-labelledby="written">
          <h2 id="written" class="border-b border-line pb-2 font-semibold">{{ say.howYouAreWrittenTo }}</h2>
          <ChoiceButtons
            :model-value="session.person!.mail"
            :label="say.byMail"
            :choices="MAILS"
            @update:model-value="change({ mail: $event }, say.fromNowOnSo)"
          />
          <p class="hint">
            {{ say.byMailAtInTheOffice(session.person?.email ?? '') }}
          </p>
          <p>
            <NuxtLink class="link" to="/office/people?view=deputies">{{ say.nameADeputyWhileYouAreAway }}</NuxtLink>
          </p>
        </section>
      </div>
      <form class="space-y-3" @submit.prevent="changePassword">
        <h2 class="border-b border-line pb-2 font-semibold">{{ say.password }}</h2>
        <div>
          <label class="label" for="current">{{ say.thePresentOne }}</label><input
            id="current"
            v-model="current"
            class="input"
            type="password"
            autocomplete="current-password"
            required
          />
        </div>
        <div>
          <label class="label" for="next">{{ say.aNewOne }}</label><input
            id="next"
            v-model="next"
            class="input"
            type="password"
            autocomplete="new-password"
            required
            aria-describedby="next-hint"
          />
          <p id="next-hint" class="hint mt-1">
            {{ say.atLeast12Characters }}
          </p>
        </div>
        <button class="button" :disabled="!current || !next">{{ say.changeThePassword }}</button>
        <p class="hint">{{ say.allYourOtherSessionsEndWithIt }}</p>
      </form>
      <SessionList />
      <SecondFactor />
    </div>
  </div>
</template>
