<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import { shortIn } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/onSite'

/** The look afterwards that is owed of what went live past its gates: why it did, who should look, and until when. */
const props = defineProps<{ owed: NonNullable<ItemPage['owed']> }>()
const site = useSite()
const isLate = computed(() => props.owed.due !== null && props.owed.due <= site.now.toISOString())
</script>

<template>
  <section class="rounded-md border border-lamp-fill bg-lamp-wash px-2.5 py-1.5" :aria-label="say.livePastItsGates">
    <h2 class="font-semibold">{{ say.livePastItsGates }}</h2>
    <p>
      “{{ owed.reason }}” <span class="text-soft">{{ say.byAndWhen(owed.by, shortIn(owed.at, site.zone, site.now)) }}</span>
    </p>
    <p v-for="gate in owed.gates" :key="gate.name">{{ say.stillToBeLookedAtBy(gate.name, gate.guards) }}</p>
    <p v-if="!owed.gates.length">{{ say.aReviewerIsToLook }}</p>
    <p v-if="owed.due" :class="isLate ? 'font-semibold text-rust' : 'text-lamp'">
      {{ isLate ? say.wasDueAt(shortIn(owed.due, site.zone, site.now)) : say.dueAt(shortIn(owed.due, site.zone, site.now)) }}
    </p>
  </section>
</template>
