<script setup lang="ts">
import { Plus } from 'lucide-vue-next'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import ChoiceButtons from '~/components/form/ChoiceButtons.vue'
import DeputiesView from '~/components/people/DeputiesView.vue'
import GroupsView from '~/components/people/GroupsView.vue'
import PeopleView from '~/components/people/PeopleView.vue'
import RightsView from '~/components/people/RightsView.vue'
import RoutesView from '~/components/routes/RoutesView.vue'
import RolesView from '~/components/people/RolesView.vue'
import SignInView from '~/components/people/SignInView.vue'
import WaitingChanges from '~/components/people/WaitingChanges.vue'
import { whyNot } from '~/composables/commands'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

const site = useSite()
const route = useRoute()
const router = useRouter()
const mayChange = computed(() => site.site?.may['people.change'] === null)
const mayRoute = computed(() => site.site?.may['route.change'] === null)
const VIEWS = [
  ['people', common.people, say.addAColleague],
  ['groups', say.groups, say.makeAGroup],
  ['roles', say.roles, say.makeARole],
  ['deputies', say.deputies, say.nameADeputy],
  ['rights', say.rights, null],
  ['routes', say.routes, say.makeARoute],
  ['sign-in', say.signingIn, null],
] as const
const view = computed(() => VIEWS.find(([name]) => name === route.query.view) ?? VIEWS[0])
const shown = computed(() =>
  VIEWS.filter(([name]) => (name === 'routes' ? mayRoute.value : (name !== 'rights' && name !== 'sign-in') || mayChange.value)).map(
    ([value, word]) => ({
      value,
      word,
    }),
  ),
)
/** Everybody names a deputy for themselves; the rest is for who may change it. */
const whyNotAdd = computed(() =>
  view.value[0] === 'deputies' ? undefined : whyNot(site.site?.may[view.value[0] === 'routes' ? 'route.change' : 'people.change']),
)
const adding = ref(false)
/** A link may ask for the form. */
watch(
  () => route.query.add,
  (add) => {
    if (add === undefined) return
    adding.value = view.value[2] !== null && !whyNotAdd.value
    void router.replace({ query: { ...route.query, add: undefined } })
  },
  { immediate: true },
)
const go = (query: Record<string, string>) => router.replace({ query })

const people = useLoad(() => '/people')
const groups = useLoad(() => '/groups')
const roles = useLoad(() => '/roles')
const rules = useLoad(() => '/separations')
const waiting = useLoad(() => '/rights-requests')
const load = () => Promise.all([people.load(), groups.load(), roles.load(), rules.load(), waiting.load()])
await load()
const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : '')
</script>

<template>
  <div>
    <PlaceStrip :name="common.people">
      <ChoiceButtons
        :model-value="view[0]"
        :label="common.views"
        :choices="shown"
        @update:model-value="go($event === 'people' ? {} : { view: $event })"
      />
      <template #action
        ><NuxtLink v-if="view[0] === 'routes'" class="button-main" to="/office/routes/new">
          <Plus class="size-4" aria-hidden="true" />{{ view[2] }} </NuxtLink
        ><button v-else-if="view[2]" class="button-main" :disabled="!!whyNotAdd" :title="whyNotAdd" @click="adding = true">
          <Plus class="size-4" aria-hidden="true" />{{ view[2] }}
        </button></template
      >
    </PlaceStrip>
    <WaitingChanges :changes="waiting.value.value ?? []" @changed="load" />
    <LoadState
      v-if="!people.value.value || !groups.value.value || !roles.value.value"
      :problem="people.problem.value ?? groups.problem.value"
      :loading="people.loading.value"
      @retry="load"
    />
    <PeopleView
      v-else-if="view[0] === 'people'"
      :people="people.value.value"
      :roles="roles.value.value"
      :may-change="mayChange"
      :adding="adding"
      @changed="load"
      @closed="adding = false"
      @why="go({ view: 'rights', person: $event })"
    />
    <GroupsView
      v-else-if="view[0] === 'groups'"
      :groups="groups.value.value"
      :people="people.value.value"
      :roles="roles.value.value"
      :may-change="mayChange"
      :adding="adding"
      @changed="load"
      @closed="adding = false"
    />
    <RolesView
      v-else-if="view[0] === 'roles'"
      :roles="roles.value.value"
      :rules="rules.value.value ?? []"
      :may-change="mayChange"
      :adding="adding"
      @changed="load"
      @closed="adding = false"
    />
    <Suspense v-else-if="view[0] === 'deputies'"
      ><DeputiesView :people="people.value.value" :may-change="mayChange" :adding="adding" @asked="waiting.load()" @closed="adding = false"
    /></Suspense>
    <Suspense v-else-if="view[0] === 'routes'"
      ><RoutesView :people="people.value.value" :groups="groups.value.value" :roles="roles.value.value"
    /></Suspense>
    <Suspense v-else-if="view[0] === 'sign-in'"><SignInView :roles="roles.value.value" @asked="load" /></Suspense>
    <RightsView
      v-else
      :people="people.value.value"
      :person="asked('person')"
      :section="asked('section')"
      @ask="(person, section) => go({ view: 'rights', ...(person ? { person } : {}), ...(section ? { section } : {}) })"
    />
  </div>
</template>
