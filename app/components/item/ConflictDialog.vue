<script setup lang="ts">
import { placeOf, type Choices } from '~~/core/history/merge'
import type { Refs } from '~~/core/render/text'
import PlainDialog from '~/components/form/PlainDialog.vue'
import ConflictChoices from './ConflictChoices.vue'
import type { Conflict } from '~/composables/draft'
import * as say from '~~/core/words/office/itemDialogs'

/** Words that someone else changed while this person did: what holds is chosen place by place, or later. */
const props = defineProps<{ conflict: Conflict; refs: Refs }>()
const emit = defineEmits<{ settle: [choices: Choices]; later: [] }>()
const choices = shallowRef<Choices>({})
const left = computed(() => props.conflict.places.filter((place) => !choices.value[placeOf(place)]).length)
</script>

<template>
  <PlainDialog :open="true" :title="say.someoneElseChangedTheSameWords" wide @close="emit('later')">
    <p>
      {{ say.versionIsSavedWithTheirText(conflict.theirs.number) }}
    </p>
    <ConflictChoices v-model="choices" :refs="refs" :conflicts="conflict.places" :names="{ a: say.mine, b: say.theirsWhichIsSaved }" />
    <template #actions>
      <p class="mr-auto text-soft" role="status">{{ left ? say.leftToChoose(say.countedPlaces(left)) : '' }}</p>
      <button class="button" @click="emit('later')">{{ say.goOnWriting }}</button>
      <button class="button-main" :disabled="left > 0" @click="emit('settle', choices)">{{ say.saveWithThese }}</button>
    </template>
  </PlainDialog>
</template>
