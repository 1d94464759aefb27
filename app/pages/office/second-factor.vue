<script setup lang="ts">
import NoticeStack from '~/components/frame/NoticeStack.vue'
import SecondFactor from '~/components/me/SecondFactor.vue'
import { useSession } from '~/stores/session'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/signIn'

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
    <h1 class="font-serif text-greeting font-semibold">{{ say.oneStepBeforeYouGoIn }}</h1>
    <p v-if="!isOn">
      {{ say.whatYourRoleCanDo }}
    </p>
    <SecondFactor @changed="isOn = $event" />
    <p class="flex gap-3">
      <button v-if="isOn" class="button-main" @click="enter">{{ say.goToTheOffice }}</button>
      <button class="button" @click="session.signOut">{{ common.signOut }}</button>
    </p>
    <NoticeStack />
  </div>
</template>
