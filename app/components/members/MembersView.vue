<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { dateIn } from '~~/core/time/date'
import { dateWords } from '~~/core/time/words'
import SearchField from '~/components/form/SearchField.vue'
import LoadState from '~/components/frame/LoadState.vue'
import HandOverDialog from '~/components/people/HandOverDialog.vue'
import MemberDialog from './MemberDialog.vue'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useLoad } from '~/composables/load'
import { useReadersAccess } from '~/composables/readersAccess'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/members'

/** The members of the site by their names. */
defineProps<{ making: boolean }>()
const emit = defineEmits<{ made: [] }>()
type Page = Got<`/members?${string}`>
type Member = Page['members'][number]
const site = useSite()
const notices = useNotices()
const { known } = useReadersAccess()
const text = ref('')
const group = ref('')
const asked = (from = 0) =>
  `/members?${new URLSearchParams({ text: text.value, from: String(from), ...(group.value ? { group: group.value } : {}) })}` as const
const { value: page, problem, loading, load } = useLoad(() => asked())
const further = shallowRef<Member[]>([])
const members = computed(() => [...(page.value?.members ?? []), ...further.value])
async function loadAll() {
  await load()
  further.value = []
}
void load()
watch([text, group, () => site.news], useDebounceFn(loadAll, 250))
async function more() {
  try {
    const answer = await api('GET', asked(members.value.length))
    further.value = [...further.value, ...answer.members]
  } catch (error) {
    notices.trouble(error)
  }
}
const changing = shallowRef<Member | null>(null)
const handed = shallowRef<{ name: string; link: string } | null>(null)
function close() {
  changing.value = null
  emit('made')
}
function done(link: { name: string; link: string } | null) {
  close()
  handed.value = link
  void loadAll()
}
const groupWords = ({ groups }: Member): string =>
  groups
    .map(({ group: id, until }) => {
      const name = known.value?.groups.find((one) => one.id === id)?.name ?? say.groupGone
      if (until === null) return name
      return until < dateIn(new Date().toISOString(), site.zone)
        ? say.endedOn(name, dateWords(until))
        : say.untilDay(name, dateWords(until))
    })
    .join(', ') || say.inNoGroup
</script>

<template>
  <div class="px-5 py-5">
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <SearchField v-model="text" :label="say.namesOrAddresses" />
      <select v-if="known?.groups.length" v-model="group" class="input !w-auto" :aria-label="say.ofGroup">
        <option value="">{{ say.everyGroup }}</option>
        <option v-for="one in known.groups" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <span v-if="page" class="text-soft" role="status">{{ say.countedMembers(page.total) }}</span>
    </div>
    <LoadState v-if="!page" :problem="problem" :loading="loading" @retry="load" />
    <p v-else-if="!members.length" class="text-soft">{{ text || group ? say.noneLikeThis : say.noMembersYet }}</p>
    <ul v-else class="divide-y divide-line rounded-md border border-line bg-sheet" :aria-label="say.views.members">
      <li v-for="member in members" :key="member.id" class="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-4 py-2">
        <span class="min-w-0 flex-1 max-sm:basis-full"
          ><span class="font-medium">{{ member.name }}</span
          ><span class="block text-small break-all text-soft">{{ member.email }}</span></span
        >
        <span class="min-w-0 flex-1 max-sm:basis-full">{{ groupWords(member) }}</span>
        <span
          class="w-56 text-small max-md:w-auto max-sm:flex-1"
          :class="member.state === 'resting' ? 'text-rust' : member.state === 'waiting' ? 'text-lamp' : 'text-soft'"
          >{{ say.memberStates[member.state]
          }}<template v-if="member.state === 'active'"
            >, {{ member.seenAt ? say.seenOn(dateWords(dateIn(member.seenAt, site.zone))) : say.neverSeen }}</template
          ></span
        >
        <button class="button-quiet" :aria-label="say.changeMember(member.name)" @click="changing = member">{{ common.change }}</button>
      </li>
    </ul>
    <button v-if="page && members.length < page.total" class="button mt-3" @click="more">{{ say.more }}</button>
    <MemberDialog v-if="making || changing" :key="changing?.id ?? ''" :member="changing" @close="close" @done="done" />
    <HandOverDialog v-model="handed" />
  </div>
</template>
