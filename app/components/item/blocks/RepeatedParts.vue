<script setup lang="ts">
import { ArrowDown, ArrowUp, Copy, Plus, Trash2 } from 'lucide-vue-next'
import * as say from '~~/core/words/office/blockKinds'

/** Parts of a block that repeat, each under its own words: added, copied, moved and removed; with a word when they are more than planned. */
const props = defineProps<{
  /** What each part is called by, its own first words. */
  names: string[]
  /** One part, e.g. `card`. */
  part: string
  planned: number | null
  locked: boolean
}>()
const emit = defineEmits<{
  add: []
  copy: [index: number]
  remove: [index: number]
  move: [from: number, to: number]
  plan: [planned: number | null]
}>()
const folded = ref(new Set<number>())
function fold(index: number) {
  const next = new Set(folded.value)
  if (!next.delete(index)) next.add(index)
  folded.value = next
}
const tooMany = computed(() => props.planned !== null && props.names.length > props.planned)
</script>

<template>
  <div class="font-sans text-plain">
    <p v-if="tooMany" class="mb-2 rounded-md bg-lamp-wash px-2.5 py-1 text-lamp" role="status">
      {{ say.moreThanPlanned(names.length, part, planned ?? '') }}
    </p>
    <ol class="list-none space-y-2 !pl-0">
      <li v-for="(name, index) in names" :key="index" class="rounded-md border border-line bg-sheet">
        <div class="flex items-center gap-1 px-2.5 py-1">
          <button
            type="button"
            class="min-w-0 flex-1 truncate text-left font-medium"
            :aria-expanded="!folded.has(index)"
            @click="fold(index)"
          >
            {{ name || say.aWithoutWords(part) }}
          </button>
          <template v-if="!locked">
            <button
              type="button"
              class="icon-button"
              :disabled="index === 0"
              :aria-label="say.moveNameUp(name || part)"
              @click="emit('move', index, index - 1)"
            >
              <ArrowUp class="size-4" />
            </button>
            <button
              type="button"
              class="icon-button"
              :disabled="index === names.length - 1"
              :aria-label="say.moveNameDown(name || part)"
              @click="emit('move', index, index + 1)"
            >
              <ArrowDown class="size-4" />
            </button>
            <button type="button" class="icon-button" :aria-label="say.copyName(name || part)" @click="emit('copy', index)">
              <Copy class="size-4" />
            </button>
            <button type="button" class="icon-button" :aria-label="say.removeName(name || part)" @click="emit('remove', index)">
              <Trash2 class="size-4" />
            </button>
          </template>
        </div>
        <div v-show="!folded.has(index)" class="border-t border-line px-2.5 py-2"><slot :index="index" /></div>
      </li>
    </ol>
    <div v-if="!locked" class="mt-2 flex items-center gap-3">
      <button type="button" class="button-quiet -ml-2" @click="emit('add')">
        <Plus class="size-4" aria-hidden="true" />{{ say.addAPart(part) }}
      </button>
      <label class="ml-auto flex items-center gap-2 text-soft"
        >{{ say.howManyAreIntended }}
        <input
          class="input !w-16"
          type="number"
          min="1"
          max="24"
          :value="planned ?? ''"
          :placeholder="say.any"
          @change="emit('plan', Number(($event.target as HTMLInputElement).value) || null)"
      /></label>
    </div>
  </div>
</template>
