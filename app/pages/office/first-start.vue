<script setup lang="ts">
import LanguageChoice from '~/components/form/LanguageChoice.vue'
import SearchChoice from '~/components/form/SearchChoice.vue'
import { zoneChoices } from '~/composables/zones'
import { api, ApiProblem } from '~/composables/api'
import { SITE_LANGUAGES } from '~~/core/words/site/siteWords'
import { useSession } from '~/stores/session'
import * as say from '~~/core/words/office/signIn'

definePageMeta({ layout: 'door' })
const session = useSession()
const zones = zoneChoices()
const form = reactive({
  siteName: '',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  language: 'en',
  name: '',
  email: '',
  password: '',
  code: '',
})
const problems = ref<{ detail: string; at?: string }[]>([])
const busy = ref(false)

async function begin() {
  busy.value = true
  problems.value = []
  try {
    await api('POST', '/first-start', { body: form })
    await session.load()
    await navigateTo('/office')
  } catch (error) {
    problems.value = error instanceof ApiProblem ? error.reasons : [{ detail: say.somethingFailedHereTryAgain }]
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="mx-auto max-w-md space-y-4" @submit.prevent="begin">
    <h1 class="font-serif text-greeting font-semibold">{{ say.beginASite }}</h1>
    <p class="text-soft">{{ say.youBecomeItsFirstSteward }}</p>
    <ul v-if="problems.length" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">
      <li v-for="problem in problems" :key="problem.detail">{{ problem.detail }}</li>
    </ul>
    <div>
      <label class="label" for="site">{{ say.theSitesName }}</label><input
        id="site"
        v-model="form.siteName"
        class="input"
        required
        maxlength="100"
      />
    </div>
    <div class="grid grid-cols-2 gap-3">
      <div>
        <SearchChoice v-model="form.zone" :label="say.itsTimeZone" :choices="zones" />
      </div>
      <div>
        <LanguageChoice v-model="form.language" :label="say.itsLanguage" />
      </div>
      <p class="hint col-span-2">
        {{ say.theSitesOwnWordsAreThereIn(SITE_LANGUAGES.map(({ name }) => name).join(', ')) }}
      </p>
    </div>
    <div>
      <label class="label" for="name">{{ say.yourName }}</label><input
        id="name"
        v-model="form.name"
        class="input"
        autocomplete="name"
        required
        maxlength="100"
      />
    </div>
    <div>
      <label class="label" for="email">{{ say.yourMailAddress }}</label><input
        id="email"
        v-model="form.email"
        class="input"
        type="email"
        autocomplete="username"
        required
      />
    </div>
    <div>
      <label class="label" for="password">{{ say.aPassword }}</label><input
        id="password"
        v-model="form.password"
        class="input"
        type="password"
        autocomplete="new-password"
        required
        aria-describedby="password-hint"
      />
      <p id="password-hint" class="hint mt-1">{{ say.atLeast12Characters }}</p>
    </div>
    <div>
      <label class="label" for="code">{{ say.theCodeFromTheConsole }}</label><input
        id="code"
        v-model="form.code"
        class="input font-mono"
        required
        maxlength="100"
        autocomplete="off"
        aria-describedby="code-hint"
      />
      <p id="code-hint" class="hint mt-1">
        {{ say.itWasPrintedWhereTheOffice }} <span class="font-mono">first-start.code</span> {{ say.ofItsData }}
      </p>
    </div>
    <button class="button-main" :disabled="busy">{{ say.begin }}</button>
  </form>
</template>
