<script setup lang="ts">
import type { ApiProblem } from '~/composables/api'

/** What stands in a list's place while it is not there: loading, no permission, no connection, an error. */
defineProps<{ problem: ApiProblem | null; loading: boolean }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <div v-if="problem" role="alert" class="m-5 max-w-xl rounded-md border border-line bg-sheet p-5">
    <p class="font-semibold">{{ problem.offline ? 'No connection' : problem.title }}</p>
    <p class="mt-1 text-soft">
      {{ problem.message }}.
      <template v-if="problem.reasons[0]?.help?.length">Ask {{ problem.reasons[0].help.slice(0, 3).join(', ') }}.</template>
    </p>
    <button v-if="problem.status !== 403" class="button mt-3" @click="$emit('retry')">Try again</button>
  </div>
  <p v-else-if="loading" class="p-5 text-soft" role="status">Loading …</p>
</template>
