<script setup lang="ts">
import type { ApiProblem } from '~/composables/api'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/frame'

/** What stands in a list's place while it is not there: loading, no permission, no connection, an error. */
const props = defineProps<{ problem: ApiProblem | null; loading: boolean }>()
defineEmits<{ retry: [] }>()
const route = useRoute()
/** What was asked wrongly, or may not be, is so the next time too. */
const mayPass = computed(() => props.problem && (props.problem.offline || props.problem.status >= 429))
</script>

<template>
  <div v-if="problem" role="alert" class="m-5 max-w-xl rounded-md border border-line bg-sheet p-5">
    <p class="font-semibold">{{ problem.offline ? say.noConnection : problem.title }}</p>
    <p v-if="problem.message !== problem.title" class="mt-1 text-soft">
      {{ problem.message.replace(/\.$/, '') }}.
      <template v-if="problem.reasons[0]?.help?.length">{{ say.askHelp(problem.reasons[0].help.slice(0, 3).join(', ')) }}</template>
    </p>
    <button v-if="mayPass" class="button mt-3" @click="$emit('retry')">{{ say.tryAgain }}</button>
    <NuxtLink v-else-if="problem.status === 401" class="button mt-3" :to="{ path: '/office/sign-in', query: { to: route.fullPath } }">{{
      common.signIn
    }}</NuxtLink>
  </div>
  <p v-else-if="loading" class="p-5 text-soft" role="status">{{ say.loading }}</p>
</template>
