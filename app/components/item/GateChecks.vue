<script setup lang="ts">
import { Check, TriangleAlert } from 'lucide-vue-next'
import type { CheckResult } from '~~/server/services/reviewing/checks'
import * as say from '~~/core/words/office/itemPanels'

/** What the checks of a gate find in the draft now. */
defineProps<{ gate: string; checks: CheckResult[] }>()
const emit = defineEmits<{ mend: [place: string] }>()
</script>

<template>
  <ul class="mt-1.5 space-y-0.5" :aria-label="say.checksOfGate(gate)">
    <li v-for="check in checks" :key="check.name" class="flex items-baseline gap-1.5">
      <component
        :is="check.found.length ? TriangleAlert : Check"
        class="size-3.5 shrink-0 translate-y-0.5"
        :class="check.found.length ? (check.must ? 'text-rust' : 'text-lamp') : 'text-kelp'"
        aria-hidden="true"
      />
      <span
        ><span class="text-soft">{{ check.words }}</span
        ><template v-if="check.found.length"
          >: {{ check.found[0]!.detail }}<template v-if="check.found.length > 1">{{ say.andCountMore(check.found.length - 1) }}</template
          >{{ check.must ? '' : say.andAdvice
          }}<template v-if="check.found[0]!.at"
            >. <button type="button" class="link" @click="emit('mend', check.found[0]!.at!)">{{ say.goThere }}</button></template
          ></template
        ><span v-else class="sr-only">{{ say.andPassed }}</span></span
      >
    </li>
  </ul>
</template>
