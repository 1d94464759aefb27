<script setup lang="ts">
import LoadState from '~/components/frame/LoadState.vue'
import RouteDesk from '~/components/routes/RouteDesk.vue'
import { useGateWords } from '~/components/routes/gateWords'
import type { RouteStart } from '~/components/routes/routeForm'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/routes'

/** The place where one route is built: an existing one by its id, or `new`. */
const notices = useNotices()
const at = useRoute()
const id = String(at.params.id)
const routes = useLoad(() => '/routes')
const people = useLoad(() => '/people')
const groups = useLoad(() => '/groups')
const roles = useLoad(() => '/roles')
const calendars = useLoad(() => '/calendars')
// What the gates cost in time is told where it is known; the route can be built without it.
const flow = useLoad(() => '/flow?days=90')
const parts = [routes, people, groups, roles, calendars] as const
const load = () => Promise.all(parts.map((part) => part.load()))
await load()
onMounted(flow.load)
const named = computed(() => ({
  people: people.value.value ?? [],
  groups: groups.value.value ?? [],
  roles: roles.value.value ?? [],
  calendars: calendars.value.value ?? [],
}))
const problem = computed(() => parts.map((part) => part.problem.value).find((one) => one !== null) ?? null)
const loading = computed(() => parts.some((part) => part.loading.value))
const known = computed(() => routes.value.value?.routes.find((route) => route.id === id) ?? null)
const start = computed<RouteStart | null>(() =>
  parts.some((part) => part.value.value === null) ? null : (known.value ?? (id === 'new' ? { name: '', steps: [] } : null)),
)
const usual = computed(
  () =>
    new Map(
      flow.value.value?.gates.flatMap(({ id: key, median }) => {
        const [route, gate] = key.split(' ')
        return route === id && gate && median !== null ? [[gate, median] as const] : []
      }),
    ),
)
const { forceWords } = useGateWords(() => named.value)
async function save(route: RouteStart) {
  await (known.value
    ? api('PUT', `/routes/${id}`, { body: { ...route, from: known.value.version } })
    : api('POST', '/routes', { body: route }))
  notices.done(known.value ? say.hasANewVersion(route.name) : say.routeIsMade(route.name))
  await navigateTo({ path: '/office/people', query: { view: 'routes' } })
}
useHead({ title: say.routeYieldgate })
</script>

<template>
  <LoadState v-if="problem || (loading && !start)" :problem="problem" :loading="loading" @retry="load" />
  <RouteDesk
    v-else-if="start"
    :start="start"
    :version="known?.version ?? 0"
    :force="forceWords(routes.value.value?.rules ?? [], id)"
    :named="named"
    :sound="known?.sound ?? null"
    :usual="usual"
    :save="save"
  />
  <p v-else class="px-5 py-8 text-soft">
    {{ say.thereIsNoSuchRoute }}
    <NuxtLink class="link" :to="{ path: '/office/people', query: { view: 'routes' } }">{{ say.backToTheRoutes }}</NuxtLink>
  </p>
</template>
