<script setup lang="ts">
import { TriangleAlert } from 'lucide-vue-next'
import type { Reason } from '~~/core/outcome'
import * as say from '~~/core/words/office/routes'

/** A gate in the picture of a route: who clears it, what it asks, how long it usually takes, and what is wrong with it. */
defineProps<{
  name: string
  needed: string
  limits: string[]
  /** How long work usually waits there, in words; empty where it is not known. */
  usual: string
  refusals: readonly Reason[]
  warnings: readonly Reason[]
  inHand: boolean
}>()
const emit = defineEmits<{ take: [] }>()
</script>

<template>
  <button
    type="button"
    class="block w-full rounded-md border bg-sheet px-3 py-2 text-left"
    :class="[refusals.length ? 'border-rust' : 'border-line hover:border-edge', inHand && 'outline-2 outline-tide']"
    :aria-pressed="inHand"
    @click="emit('take')"
  >
    <b class="block font-semibold">{{ name || say.nameOfTheGate }}</b>
    <span class="block">{{ needed }}</span>
    <span v-for="line in limits" :key="line" class="block text-body text-soft">{{ line }}</span>
    <span v-if="usual" class="block text-body text-soft">{{ say.usuallyCleared(usual) }}</span>
    <span
      v-for="reason in [...refusals, ...warnings]"
      :key="reason.detail"
      class="mt-1 flex items-baseline gap-1 text-body"
      :class="refusals.includes(reason) ? 'text-rust' : 'text-lamp'"
      ><TriangleAlert class="size-3.5 shrink-0 translate-y-0.5" aria-hidden="true" />{{ reason.detail
      }}<template v-if="reason.help?.length"> ({{ reason.help.join(', ') }})</template></span
    >
  </button>
</template>
