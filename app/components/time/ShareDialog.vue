<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import { shiftDate } from '~~/core/time/month'
import { fullIn } from '~~/core/time/words'
import { wallTimeOf } from '~~/core/time/zone'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import type { Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/time'

/** Makes a link to what is looked at, for people without an account, and shows those that are open. */
type Sight = { shows: 'moment'; at: string } | { shows: 'edition'; edition: string } | { shows: 'draft'; draft: string }
const props = defineProps<{ sight: Sight }>()
defineEmits<{ close: [] }>()
const site = useSite()
const zone = computed(() => site.zone)
const start = wallTimeOf(site.now.toISOString(), zone.value)
const date = ref(shiftDate(start.date, { days: 7 }))
const url = ref('')
type Link = Got<'/share-links'>[number]
const { value: links, load } = useLoad(() => '/share-links')
onMounted(load)
const { act, busy } = useAct(load)
const make = () =>
  act(async () => {
    const body = { sight: props.sight, until: { date: date.value, time: '23:59', choice: 'later' as const, zone: site.zone } }
    url.value = (await api('POST', '/share-links', { body })).url
  }, say.theLinkIsMade)
const end = (id: string) => act(() => api('DELETE', `/share-links/${id}`), say.theLinkHasEnded)
const wordsOf = (link: Link) => link.name ?? ('at' in link ? fullIn(link.at, zone.value) : '')
</script>

<template>
  <PlainDialog :open="true" wide :title="say.shareALink" @close="$emit('close')">
    <form id="share" class="flex items-end gap-3" @submit.prevent="make">
      <div>
        <label class="label" for="share-until">{{ say.itWorksUntilTheEndOf }}</label><DateField id="share-until" v-model="date" required />
      </div>
      <button class="button-main" :disabled="busy">{{ say.makeTheLink }}</button>
    </form>
    <template v-if="url">
      <label class="label mt-3" for="share-url">{{ say.theLinkShownOnlyNow }}</label>
      <input id="share-url" class="input font-mono" readonly :value="url" @focus="($event.target as HTMLInputElement).select()" />
    </template>
    <p class="hint mt-2">{{ say.whoeverHasTheLinkSees }}</p>
    <template v-if="links?.length">
      <h3 class="mt-4 mb-1 font-semibold">{{ say.linksThatAreOpen }}</h3>
      <ul class="divide-y divide-line rounded-md border border-line">
        <li v-for="link in links" :key="link.id" class="flex flex-wrap items-baseline gap-x-3 px-3 py-1.5">
          <span class="font-medium">{{ wordsOf(link) }}</span><span class="text-soft">{{
            say.openedSoOften(link.by, fullIn(link.endsAt, zone), link.opened)
          }}</span
          ><button class="link ml-auto" @click="end(link.id)">{{ say.endIt }}</button>
        </li>
      </ul>
    </template>
    <template #actions
      ><button class="button" @click="$emit('close')">{{ common.close }}</button></template
    >
  </PlainDialog>
</template>
