<script setup lang="ts">
import { Plus } from 'lucide-vue-next'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import ClosedPages from '~/components/members/ClosedPages.vue'
import GroupsOfMembers from '~/components/members/GroupsOfMembers.vue'
import MembersView from '~/components/members/MembersView.vue'
import PagePasswords from '~/components/members/PagePasswords.vue'
import { whyNot } from '~/composables/commands'
import { useReadersAccess } from '~/composables/readersAccess'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/members'

/** The readers of the site who have an account, and what is for whom. */
const route = useRoute()
const site = useSite()
useHead({ title: say.readersYieldgate })
const { load } = useReadersAccess()
await load()
watch(() => site.news, load)
const why = computed(() => whyNot(site.site?.may['members.change']))
type View = keyof typeof say.views
const isView = (name: unknown): name is View => typeof name === 'string' && name in say.views
const view = computed<View>({
  get: () => (isView(route.query.view) ? route.query.view : why.value ? 'pages' : 'members'),
  set: (name) => void navigateTo({ query: { view: name } }, { replace: true }),
})
const VIEWS = computed(() =>
  Object.entries(say.views).map(([value, word]) => ({ value: value as View, word, why: value === 'members' ? why.value : undefined })),
)
/** What the main action of each view makes. */
const MAKES: Partial<Record<View, string>> = { members: say.inviteAMember, groups: say.makeAGroup, passwords: say.makeAPassword }
const making = ref(false)
watch(view, () => (making.value = false))
</script>

<template>
  <div>
    <PlaceStrip :name="say.readers">
      <ChoiceButtons v-model="view" :label="say.whatToLookAt" :choices="VIEWS" />
      <template #action
        ><button v-if="MAKES[view]" class="button-main" :disabled="Boolean(why)" :title="why" @click="making = true">
          <Plus class="size-4" aria-hidden="true" />{{ MAKES[view] }}
        </button></template
      >
    </PlaceStrip>
    <MembersView v-if="view === 'members' && !why" :making="making" @made="making = false" />
    <GroupsOfMembers v-else-if="view === 'groups'" :making="making" :may-change="!why" @made="making = false" />
    <PagePasswords v-else-if="view === 'passwords'" :making="making" :may-change="!why" @made="making = false" />
    <ClosedPages v-else />
  </div>
</template>
