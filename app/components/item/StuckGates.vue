<script setup lang="ts">
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/itemDialogs'

/** Says that nobody could clear a draft at some gates, with the ways out that the person has. */
defineProps<{
  /** The names of the gates. */
  gates: string[]
  /** Whether the person may put it live without clearance. */
  mayPutLiveAnyway: boolean
}>()
const emit = defineEmits<{ putLiveAnyway: [] }>()
const site = useSite()
const mayInvite = computed(() => site.site?.may['people.change'] === null)
const mayRoute = computed(() => site.site?.may['route.change'] === null)
</script>

<template>
  <div role="alert" class="rounded-md border border-rust bg-rust-wash px-3 py-2">
    <p class="text-rust">{{ say.nobodyElseCanClearIt(say.allOf(gates)) }}</p>
    <ul class="mt-1.5 flex flex-wrap gap-2">
      <li v-if="mayInvite">
        <NuxtLink class="button" to="/office/people?add=">{{ say.inviteAColleague }}</NuxtLink>
      </li>
      <li v-if="mayRoute">
        <NuxtLink class="button" :to="{ path: '/office/people', query: { view: 'routes' } }">{{ say.noGateForNow }}</NuxtLink>
      </li>
      <li v-if="mayPutLiveAnyway">
        <button type="button" class="button" @click="emit('putLiveAnyway')">{{ say.putLiveWithAReason }}</button>
      </li>
    </ul>
    <p v-if="!mayInvite && !mayRoute && !mayPutLiveAnyway" class="mt-1">{{ say.askASteward }}</p>
  </div>
</template>
