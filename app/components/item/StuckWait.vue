<script setup lang="ts">
import StuckGates from './StuckGates.vue'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'

/** What waits at a gate that nobody can clear any more, since people or rights changed after it was sent: the ways out. */
const props = defineProps<{ draft: string; mayPutLiveAnyway: boolean }>()
const emit = defineEmits<{ putLiveAnyway: [] }>()
const site = useSite()
const { value: gates, load } = useLoad(() => `/drafts/${props.draft}/gates`)
await load()
watch([() => props.draft, () => site.news], load)
const stuck = computed(() => gates.value?.filter((gate) => gate.stuck).map(({ name }) => name) ?? [])
</script>

<template>
  <StuckGates
    v-if="stuck.length"
    class="mt-1.5"
    :gates="stuck"
    :may-put-live-anyway="mayPutLiveAnyway"
    @put-live-anyway="emit('putLiveAnyway')"
  />
</template>
