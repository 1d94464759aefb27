<script setup lang="ts">
import type { ApiProblem } from '~/composables/api'
import * as say from '~~/core/words/office/frame'

/** Says in its place that one part of a screen did not load, and why; nothing while there is no problem. */
defineProps<{ what: string; problem: ApiProblem | null }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <p v-if="problem" role="alert" class="hint my-1">
    {{ say.partDidNotLoad(what, problem.offline ? say.noConnectionWithin : problem.message.replace(/\.$/, '')) }}
    <button type="button" class="link" @click="$emit('again')">{{ say.tryAgain }}</button>
  </p>
</template>
