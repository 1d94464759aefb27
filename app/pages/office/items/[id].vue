<script setup lang="ts">
import { useLoad } from '~/composables/load'
import LoadState from '~/components/frame/LoadState.vue'
import ItemDesk from '~/components/item/ItemDesk.vue'
import { useSite } from '~/stores/site'
import { useSession } from '~/stores/session'
import * as say from '~~/core/words/office/item'

const route = useRoute()
const site = useSite()
const session = useSession()
const id = String(route.params.id)
const {
  value: page,
  problem,
  load,
} = useLoad(() => `/items/${id}${typeof route.query.draft === 'string' ? `?draft=${route.query.draft}` : ''}`)
await load()
// What this person saves is known here already; what others do is loaded.
watch(
  () => site.news,
  () => {
    const row = site.lastItem
    if (row?.item === id && (row.person !== session.person?.id || !row.action.startsWith('draft.saved'))) void load()
  },
)
watch(() => route.query.draft, load)
useHead({ title: () => say.titleYieldgate(page.value?.title || say.item) })
</script>

<template>
  <ItemDesk v-if="page" :key="page.draft?.id ?? 'shown'" :page="page" @reload="load" />
  <LoadState v-else :problem="problem" :loading="!problem" @retry="load" />
</template>
