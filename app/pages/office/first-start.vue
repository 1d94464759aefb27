<script setup lang="ts">
import SearchChoice from '~/components/form/SearchChoice.vue'
import { zoneChoices } from '~/composables/zones'
import { api, ApiProblem } from '~/composables/api'
import { SITE_LANGUAGES } from '~~/core/words/site/siteWords'
import { useSession } from '~/stores/session'

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
    problems.value = error instanceof ApiProblem ? error.reasons : [{ detail: 'Something failed here. Try again.' }]
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="mx-auto max-w-md space-y-4" @submit.prevent="begin">
    <h1 class="font-serif text-greeting font-semibold">Begin a site</h1>
    <p class="text-soft">You become its first steward and can do everything until your colleagues are here.</p>
    <ul v-if="problems.length" role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2 text-rust">
      <li v-for="problem in problems" :key="problem.detail">{{ problem.detail }}</li>
    </ul>
    <div>
      <label class="label" for="site">The site’s name</label
      ><input id="site" v-model="form.siteName" class="input" required maxlength="100" />
    </div>
    <div class="grid grid-cols-2 gap-3">
      <div>
        <SearchChoice v-model="form.zone" label="Its time zone" :choices="zones" />
      </div>
      <div>
        <label class="label" for="language">Its language</label
        ><input
          id="language"
          v-model="form.language"
          class="input"
          list="languages"
          required
          maxlength="12"
          aria-describedby="language-hint"
        />
        <datalist id="languages">
          <option v-for="{ language, name } in SITE_LANGUAGES" :key="language" :value="language">{{ name }}</option>
        </datalist>
      </div>
      <p id="language-hint" class="hint col-span-2">
        A language tag such as en. The site’s own words, such as those of its search, are there in
        {{ SITE_LANGUAGES.map(({ language, name }) => `${name} (${language})`).join(', ') }}; in other languages it uses English.
      </p>
    </div>
    <div>
      <label class="label" for="name">Your name</label
      ><input id="name" v-model="form.name" class="input" autocomplete="name" required maxlength="100" />
    </div>
    <div>
      <label class="label" for="email">Your mail address</label
      ><input id="email" v-model="form.email" class="input" type="email" autocomplete="username" required />
    </div>
    <div>
      <label class="label" for="password">A password</label
      ><input
        id="password"
        v-model="form.password"
        class="input"
        type="password"
        autocomplete="new-password"
        required
        aria-describedby="password-hint"
      />
      <p id="password-hint" class="hint mt-1">At least 12 characters. A sentence is easy to remember.</p>
    </div>
    <div>
      <label class="label" for="code">The code from the console</label
      ><input
        id="code"
        v-model="form.code"
        class="input font-mono"
        required
        maxlength="100"
        autocomplete="off"
        aria-describedby="code-hint"
      />
      <p id="code-hint" class="hint mt-1">
        It was printed where the office was started, and stands in the file <span class="font-mono">first-start.code</span> of its data.
      </p>
    </div>
    <button class="button-main" :disabled="busy">Begin</button>
  </form>
</template>
