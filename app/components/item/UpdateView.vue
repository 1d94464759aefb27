<script setup lang="ts">
import type { Content } from '~~/core/content/content'
import { placeOf, type Choices, type Disagreement } from '~~/core/history/merge'
import type { Refs } from '~~/core/render/text'
import ConflictChoices from './ConflictChoices.vue'
import * as say from '~~/core/words/office/history'

interface SideAnswer {
  version: string
  number: number
  content: Content
}

/** The places that both this draft and the site changed, to be chosen before the draft is brought up to date. */
const props = defineProps<{ refs: Refs; base: SideAnswer; live: SideAnswer; conflicts: Disagreement[]; busy: boolean }>()
defineEmits<{ merge: [choices: Choices]; leave: [] }>()
const choices = shallowRef<Choices>({})
const left = computed(() => props.conflicts.filter((conflict) => !choices.value[placeOf(conflict)]).length)
</script>

<template>
  <div class="flex h-full flex-col bg-paper">
    <div class="min-h-0 flex-1 overflow-y-auto px-5 py-4">
      <div class="mx-auto max-w-5xl">
        <h2 class="font-serif text-head font-semibold">{{ say.bringThisDraftUpToVersion(live.number) }}</h2>
        <p class="mt-1 max-w-2xl text-soft">
          {{ say.theDraftBeganFromVersion(base.number, live.number, say.countedPlacesWere(conflicts.length)) }}
        </p>
        <ConflictChoices v-model="choices" :refs="refs" :conflicts="conflicts" :names="{ a: say.theDrafts, b: say.theSites }" />
      </div>
    </div>
    <footer class="flex items-center gap-3 border-t border-line px-5 py-3">
      <p class="text-soft" role="status">{{ left ? say.leftToChoose(say.countedPlaces(left)) : say.everyPlaceIsChosen }}</p>
      <button class="button ml-auto" @click="$emit('leave')">{{ say.notNow }}</button>
      <button class="button-main" :disabled="left > 0 || busy" @click="$emit('merge', choices)">{{ say.bringUpToDate }}</button>
    </footer>
  </div>
</template>
