<script setup lang="ts">
import { placeOf, type Choices } from '~~/core/history/merge'
import type { Refs } from '~~/core/render/text'
import PlainDialog from '~/components/form/PlainDialog.vue'
import ConflictChoices from './ConflictChoices.vue'
import type { Conflict } from '~/composables/draft'
import { counted } from '~/composables/words'

/** Words that someone else changed while this person did: what holds is chosen place by place, or later. */
const props = defineProps<{ conflict: Conflict; refs: Refs }>()
const emit = defineEmits<{ settle: [choices: Choices]; later: [] }>()
const choices = shallowRef<Choices>({})
const left = computed(() => props.conflict.places.filter((place) => !choices.value[placeOf(place)]).length)
</script>

<template>
  <PlainDialog :open="true" title="Someone else changed the same words" wide @close="emit('later')">
    <p>
      Version {{ conflict.theirs.number }} is saved with their text. Yours is still here, and not saved yet. What is not taken stays in the
      history.
    </p>
    <ConflictChoices v-model="choices" :refs="refs" :conflicts="conflict.places" :names="{ a: 'Mine', b: 'Theirs, which is saved' }" />
    <template #actions>
      <p class="mr-auto text-soft" role="status">{{ left ? `${counted(left, 'place', 'places')} left to choose` : '' }}</p>
      <button class="button" @click="emit('later')">Go on writing</button>
      <button class="button-main" :disabled="left > 0" @click="emit('settle', choices)">Save with these</button>
    </template>
  </PlainDialog>
</template>
