<script setup lang="ts">
import Bowser from 'bowser'
import { shortIn } from '~~/core/time/words'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/me'

/** Where one is signed in, and signing out there. */
type Session = Got<'/me/sessions'>[number]
const site = useSite()
const notices = useNotices()
const zone = computed(() => site.zone)
const sessions = shallowRef<Session[]>([])
async function load() {
  try {
    sessions.value = await api('GET', '/me/sessions')
  } catch (error) {
    notices.trouble(error)
  }
}
onMounted(load)
/** Browser and system, as people call them. */
function words(agent: string): string {
  if (!agent) return say.aProgram
  const { browser, os } = Bowser.parse(agent)
  return browser.name ? `${browser.name}${os.name ? say.onName(os.name) : ''}` : agent.slice(0, 40)
}
async function end(path: string, said: string) {
  try {
    await api('DELETE', path)
    notices.done(said)
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
</script>

<template>
  <section aria-labelledby="sessions">
    <h2 id="sessions" class="border-b border-line pb-2 font-semibold">{{ say.whereYouAreSignedIn }}</h2>
    <ul>
      <li v-for="session in sessions" :key="session.id" class="flex items-baseline gap-3 border-b border-line py-2">
        <span class="min-w-0">
          <b class="font-semibold">{{ words(session.agent) }}</b>
          <span class="block text-soft">
            {{
              say.addressSince(
                session.here ? say.hereNow : say.lastSeenSeen(shortIn(session.seen, zone, site.now)),
                shortIn(session.since, zone, site.now),
              )
            }}
          </span>
        </span>
        <button v-if="!session.here" class="link ml-auto shrink-0" @click="end(`/me/sessions/${session.id}`, say.signedOutThere)">
          {{ say.signOutThere }}
        </button>
      </li>
    </ul>
    <button v-if="sessions.length > 1" class="button mt-3" @click="end('/me/sessions', say.signedOutEverywhereButHere)">
      {{ say.signOutEverywhereButHere }}
    </button>
  </section>
</template>
