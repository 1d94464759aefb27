<script setup lang="ts">
import NoticeStack from '~/components/frame/NoticeStack.vue'
import SecondFactor from '~/components/me/SecondFactor.vue'
import { useSession } from '~/stores/session'

/** Turning on the second factor that one's role asks for; nothing else of the office opens before. */
definePageMeta({ layout: 'door' })
const session = useSession()
const isOn = ref(false)
async function enter() {
  await session.load()
  await navigateTo('/office')
}
</script>

<template>
  <div class="max-w-xl space-y-5">
    <h1 class="font-serif text-greeting font-semibold">One step before you go in</h1>
    <p v-if="!isOn">
      What your role can do reaches every reader, so signing in asks for a code of an authenticator beside your password. Turn it on here;
      it takes a minute. An authenticator is an app on your phone, or part of a password manager.
    </p>
    <SecondFactor @changed="isOn = $event" />
    <p class="flex gap-3">
      <button v-if="isOn" class="button-main" @click="enter">Go to the office</button>
      <button class="button" @click="session.signOut">Sign out</button>
    </p>
    <NoticeStack />
  </div>
</template>
