<script setup lang="ts">
import type { Got } from '~/composables/apiTypes'
import { shortIn } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/itemDialogs'

/** Who will be asked at which gates, and until when; or who is asked where it waits. */
defineProps<{
  gates: Got<`/drafts/${string}/gates`>
  /** Whether it waits there already. */
  waiting?: boolean
}>()
const site = useSite()
/** The names that a line has room for. */
const MOST_NAMES = 4
const who = (names: string[]) =>
  say.anyOf(names.length > MOST_NAMES ? [...names.slice(0, MOST_NAMES), say.moreNames(names.length - MOST_NAMES)] : names)
</script>

<template>
  <ul class="space-y-0.5">
    <li v-for="gate in gates" :key="gate.id">
      <b class="font-semibold">{{ waiting ? say.atGate(gate.name) : gate.step ? say.thenGate(gate.name) : say.firstGate(gate.name) }}</b>
      {{ gate.who.length ? who(gate.who.map(({ name }) => name)) : say.nobodyCan
      }}{{ gate.needed > 1 ? say.asManyAsNeeded(gate.needed) : ''
      }}<span v-if="gate.due && !waiting" class="text-lamp">{{ say.dueAt(shortIn(gate.due, site.zone, site.now)) }}</span>
    </li>
  </ul>
</template>
