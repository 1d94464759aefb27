<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { ChevronUp, X } from 'lucide-vue-next'
import { BATCHES, NOT_CHOSEN, type BatchWhat } from './batchWords'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** What can be done to the items that are chosen. */
defineProps<{ count: number; total: number; all: boolean }>()
const emit = defineEmits<{ begin: [what: BatchWhat]; save: []; all: []; none: [] }>()
const AT_HAND: BatchWhat[] = ['label', 'move', 'hand', 'send', 'gather']
const REST = (Object.keys(BATCHES) as BatchWhat[]).filter((what) => !NOT_CHOSEN.has(what) && !AT_HAND.includes(what))
</script>

<template>
  <div role="region" :aria-label="say.theChosenItems" class="flex flex-wrap items-center gap-2 border-t border-line bg-sheet px-5 py-2">
    <b class="font-semibold tabular-nums">{{
      all ? say.allItems(common.countedItems(count)) : say.itemsChosen(common.countedItems(count))
    }}</b>
    <button v-if="!all && count < total" class="link" @click="emit('all')">{{ say.chooseAllTotal(numberWords(total)) }}</button>
    <span class="mx-1 h-5 border-l border-line" aria-hidden="true" />
    <button v-for="what in AT_HAND" :key="what" class="button" @click="emit('begin', what)">{{ BATCHES[what].command }}</button>
    <Menu as="div" class="menu-place">
      <MenuButton class="button">{{ say.more }}<ChevronUp class="size-3.5" aria-hidden="true" /></MenuButton>
      <MenuList class="w-56 py-1">
        <MenuItem v-for="what in REST" :key="what" v-slot="{ active }"
          ><button class="w-full px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('begin', what)">
            {{ BATCHES[what].command }}
          </button></MenuItem
        >
        <MenuItem v-slot="{ active }"
          ><button class="w-full border-t border-line px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('save')">
            {{ say.saveAsCsv }}
          </button></MenuItem
        >
      </MenuList>
    </Menu>
    <button class="icon-button ml-auto" :aria-label="say.chooseNone" @click="emit('none')"><X class="size-4" /></button>
  </div>
</template>
