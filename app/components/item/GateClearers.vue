<script setup lang="ts">
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'

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
    <summary class="cursor-pointer text-soft">Who may</summary>
    <ul v-if="people" class="pl-4">
      <li v-for="person in people" :key="person.id" :class="person.why && 'text-soft'">
        {{ person.name }}<template v-if="person.of"> for {{ person.of }}</template
        ><template v-if="person.why">: {{ person.why }}</template>
      </li>
      <li v-if="!people.length" class="text-rust">Nobody may clear it here; a steward can change that.</li>
    </ul>
  </details>
</template>
