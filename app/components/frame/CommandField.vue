<script setup lang="ts">
import { Search } from 'lucide-vue-next'
import { onKeyStroke } from '@vueuse/core'
import { lazyDialog } from '~/composables/lazily'
import * as say from '~~/core/words/office/frame'

// What can be found and done is loaded when it is first asked for.
const CommandDialog = lazyDialog(() => import('./CommandDialog.vue'))
const open = ref(false)
onKeyStroke('k', (event) => {
  if (!event.ctrlKey && !event.metaKey) return
  event.preventDefault()
  open.value = true
})
</script>

<template>
  <button
    class="flex h-8 w-64 min-w-9 items-center short:max-md:w-9 gap-2 rounded-md border border-line bg-paper px-2.5 text-left text-soft hover:border-edge"
    aria-haspopup="dialog"
    @click="open = true"
  >
    <Search class="size-4 shrink-0" aria-hidden="true" /><span class="min-w-0 flex-1 truncate short:max-md:sr-only">{{
      say.findOrDoAnything
    }}</span
    ><kbd class="shrink-0 rounded border border-line bg-sheet px-1.5 text-tiny max-md:hidden">{{ say.ctrlK }}</kbd>
  </button>
  <CommandDialog v-if="open" @close="open = false" />
</template>
