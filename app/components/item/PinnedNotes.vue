<script setup lang="ts">
import { useItemNotes } from '~/composables/itemNotes'
import * as say from '~~/core/words/office/item'

/** A reviewer's own notes at a place, which go out with the return. */
defineProps<{ place: string }>()
const notes = useItemNotes()!
</script>

<template>
  <ul class="mt-1.5 space-y-1 font-sans text-plain leading-snug">
    <li v-for="pin in notes.pinsAt(place)" :key="pin.id" class="flex items-baseline gap-2 rounded-md bg-lamp-wash px-2.5 py-1.5">
      <span
        ><b class="font-semibold">{{ say.yourNote }}</b
        ><template v-if="pin.quote">
          {{ say.on }} <q class="italic">{{ pin.quote.exact }}</q></template
        >: {{ pin.text
        }}<span v-if="pin.suggestion !== undefined" class="block"
          >{{ say.suggested }}
          <ins v-if="pin.suggestion" class="rounded-[2px] bg-kelp-wash px-0.5 text-ink no-underline">{{ pin.suggestion }}</ins><template
            v-else
            >{{ say.leaveItOut }}</template
          ></span
        ></span
      >
      <button type="button" class="link ml-auto shrink-0" @click="notes.unpin(pin)">{{ say.deleteNote }}</button>
    </li>
  </ul>
</template>
