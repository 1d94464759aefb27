<script setup lang="ts">
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { FileSpreadsheet } from 'lucide-vue-next'
import { fileColumns, type OwnColumn } from './columns'
import * as say from '~~/core/words/office/batches'

/** The list as a file to take along, and a changed one brought back. */
const props = defineProps<{ q: string; sort: string; columns: OwnColumn[] }>()
const emit = defineEmits<{ bring: [csv: File] }>()
const file = computed(
  () => `/api/v1/list/file?${new URLSearchParams({ q: props.q, sort: props.sort, columns: fileColumns(props.columns).join() })}`,
)
const field = useTemplateRef<HTMLInputElement>('field')
function read(event: Event) {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (chosen) emit('bring', chosen)
  input.value = ''
}
</script>

<template>
  <Menu as="div" class="menu-place">
    <MenuButton class="icon-button" :aria-label="say.asAFile" :title="say.asAFile"><FileSpreadsheet class="size-4" /></MenuButton>
    <MenuList class="w-72 py-1">
      <MenuItem v-slot="{ active }"
        ><a :href="file" download="list.csv" class="block px-3 py-1" :class="active && 'bg-kelp-wash'">{{
          say.saveThisListAsCsv
        }}</a></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button class="w-full px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="field?.click()">
          {{ say.bringInAChangedCsv }}
        </button></MenuItem
      >
      <p class="hint border-t border-line px-3 pt-1.5 pb-1">{{ say.whatAFileCanChange }}</p>
    </MenuList>
    <input ref="field" type="file" accept=".csv,text/csv" class="sr-only" tabindex="-1" :aria-label="say.aChangedCsv" @change="read" />
  </Menu>
</template>
