<script setup lang="ts">
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import { ChevronDown, FileDown, FileUp, History, Replace, Trash2 } from 'lucide-vue-next'
import MenuList from '~/components/form/MenuList.vue'
import { fileColumns, type OwnColumn } from './columns'
import * as common from '~~/core/words/office/content'
import * as say from '~~/core/words/office/batches'

/** What can be done from the list as a whole: replace in it, look at what was done to many, take it along as a file, bring one back, the bin. */
const props = defineProps<{ q: string; sort: string; columns: OwnColumn[] }>()
const emit = defineEmits<{ bring: [csv: File]; batches: [] }>()
const file = computed(
  () => `/api/v1/list/file?${new URLSearchParams({ q: props.q, sort: props.sort, columns: fileColumns(props.columns).join() })}`,
)
const replace = computed(() => ({ path: '/office/replace', query: props.q ? { q: props.q } : {} }))
const field = useTemplateRef<HTMLInputElement>('field')
function read(event: Event) {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (chosen) emit('bring', chosen)
  input.value = ''
}
const ENTRY = 'flex w-full items-center gap-2 px-3 py-1.5 text-left'
</script>

<template>
  <Menu as="div" class="menu-place">
    <MenuButton class="button-quiet" :title="say.toolsOfTheList"
      >{{ say.tools }}<ChevronDown class="size-4" aria-hidden="true"
    /></MenuButton>
    <MenuList class="w-72 py-1">
      <MenuItem v-slot="{ active }"
        ><NuxtLink :to="replace" :class="[ENTRY, active && 'bg-deep']"
          ><Replace class="size-4 text-soft" aria-hidden="true" />{{ common.findAndReplace }}</NuxtLink
        ></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button :class="[ENTRY, active && 'bg-deep']" @click="emit('batches')">
          <History class="size-4 text-soft" aria-hidden="true" />{{ common.changesToManyItems }}
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><NuxtLink to="/office/bin" :class="[ENTRY, active && 'bg-deep']"
          ><Trash2 class="size-4 text-soft" aria-hidden="true" />{{ common.theBin }}</NuxtLink
        ></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><a :href="file" download="list.csv" class="mt-1 border-t border-line" :class="[ENTRY, active && 'bg-deep']"
          ><FileDown class="size-4 text-soft" aria-hidden="true" />{{ say.saveThisListAsCsv }}</a
        ></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button :class="[ENTRY, active && 'bg-deep']" @click="field?.click()">
          <FileUp class="size-4 text-soft" aria-hidden="true" />{{ say.bringInAChangedCsv }}
        </button></MenuItem
      >
      <p class="hint px-3 pb-1 pl-9">{{ say.whatAFileCanChange }}</p>
    </MenuList>
    <input ref="field" type="file" accept=".csv,text/csv" class="sr-only" tabindex="-1" :aria-label="say.aChangedCsv" @change="read" />
  </Menu>
</template>
