<script setup lang="ts">
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/itemPanels'

/** Who may clear at a gate now, and what keeps some of them from it: asked when it is opened. */
const props = defineProps<{ draft: string; gate: string }>()
const notices = useNotices()
const people = shallowRef<{ id: string; name: string; of: string | null; why: string | null }[] | null>(null)
async function load(event: Event) {
  if (!(event.target as HTMLDetailsElement).open) return
  try {
    people.value = await api('GET', `/drafts/${props.draft}/gates/${props.gate}`)
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <details @toggle="load">
    <summary class="cursor-pointer text-soft">{{ say.whoMay }}</summary>
    <ul v-if="people" class="pl-4">
      <li v-for="person in people" :key="person.id" :class="person.why && 'text-soft'">
        {{ person.name }}<template v-if="person.of"> {{ say.forWhom(person.of) }}</template
        ><template v-if="person.why">: {{ person.why }}</template>
      </li>
      <li v-if="!people.length" class="text-rust">{{ say.nobodyMayClearItHere }}</li>
    </ul>
  </details>
</template>
