<script setup lang="ts">
import { useAttempt } from '~/composables/attempt'
import NotLoaded from './NotLoaded.vue'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useDebounceFn } from '@vueuse/core'
import type { Command } from '~/composables/commands'
import { useNotices } from '~/stores/notices'
import { useCommands } from './allCommands'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/frame'

/** Finds an item, goes to a place, or does what the open screen offers: by words. */
const emit = defineEmits<{ close: [] }>()
/** So many commands are shown. */
const MOST = 40
const text = ref('')
const { list, search, somethingNew } = useCommands()
const notices = useNotices()
/** Commands, then the items with these words, then a new one that would be called so. */
const meant = (found: Command[]) => [...list(text.value).slice(0, MOST), ...found, ...somethingNew(text.value)]
const shown = ref<Command[]>(meant([]))

const {
  run: look,
  problem,
  again,
} = useAttempt(async () => {
  const asked = text.value
  const found = await search(asked)
  if (asked === text.value) shown.value = meant(found)
})
const lookSoon = useDebounceFn(look, 120)
watch(text, () => {
  shown.value = meant([])
  void lookSoon()
})
async function run(command: Command | null) {
  if (!command || command.why) return
  emit('close')
  try {
    await command.run()
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-[#0b1214]/45" aria-hidden="true" />
    <div class="fixed inset-0 flex justify-center p-6 pt-[10vh]">
      <DialogPanel class="h-fit w-full max-w-xl overflow-hidden rounded-md border border-line bg-sheet shadow-xl">
        <DialogTitle class="sr-only">{{ say.findOrDoAnything }}</DialogTitle>
        <Combobox :model-value="null" nullable @update:model-value="run">
          <ComboboxInput
            class="h-12 w-full bg-transparent px-4 text-lead outline-none"
            :placeholder="say.findAnItem"
            :aria-label="say.findOrDoAnything"
            autocomplete="off"
            :display-value="() => text"
            @change="text = $event.target.value"
          />
          <ComboboxOptions static class="max-h-96 overflow-y-auto border-t border-line py-1">
            <ComboboxOption
              v-for="command in shown"
              :key="command.id"
              v-slot="{ active }"
              :value="command"
              :disabled="!!command.why"
              as="template"
            >
              <li class="flex items-baseline gap-3 px-4 py-1.5" :class="[active && 'bg-kelp-wash', command.why && 'text-soft']">
                <span class="w-16 shrink-0 text-small text-soft">{{ command.group }}</span>
                <span class="min-w-0 flex-1"
                  ><span class="font-medium">{{ command.name }}</span
                  ><span v-if="command.why" class="block text-body">{{ command.why }}</span></span
                >
                <span v-if="command.hint" class="truncate text-small text-soft">{{ command.hint }}</span>
              </li>
            </ComboboxOption>
            <li v-if="problem" class="px-4 py-1.5"><NotLoaded :what="common.itemsWithTheseWords" :problem="problem" @again="again" /></li>
            <li v-else-if="!shown.length" class="px-4 py-3 text-soft">{{ say.nothingHasTheseWords }}</li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
