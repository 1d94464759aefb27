<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import MenuList from '~/components/form/MenuList.vue'
import { ChevronDown } from 'lucide-vue-next'
import type { SavedView } from '~~/server/services/listing/savedViews'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** The lists that are kept under a name: those that are pinned with their counts, the rest in a menu, and a way to keep the one that is shown. */
const props = defineProps<{ views: SavedView[]; q: string; sort: string }>()
const emit = defineEmits<{
  show: [view: SavedView | null]
  keep: []
  pin: [view: SavedView, pinned: boolean]
  change: [view: SavedView]
  go: [view: SavedView]
}>()
const pinned = computed(() => props.views.filter((view) => view.pinned))
const others = computed(() => props.views.filter((view) => !view.pinned))
const isHere = (view: SavedView) => view.q === props.q && view.sort === props.sort
const here = computed(() => props.views.find(isHere) ?? null)
</script>

<template>
  <nav :aria-label="common.views" class="flex flex-wrap items-center gap-1 border-b border-line px-5 py-1.5">
    <button
      class="rounded-md px-2.5 py-1 hover:bg-deep"
      :class="!q ? 'bg-kelp-wash font-semibold' : 'text-soft'"
      :aria-current="!q ? 'true' : undefined"
      @click="emit('show', null)"
    >
      {{ common.everything }}
    </button>
    <button
      v-for="view in pinned"
      :key="view.id"
      class="flex items-baseline gap-1.5 rounded-md px-2.5 py-1 hover:bg-deep"
      :class="isHere(view) ? 'bg-kelp-wash font-semibold' : 'text-soft'"
      :aria-current="isHere(view) ? 'true' : undefined"
      :title="view.q"
      @click="emit('show', view)"
    >
      {{ view.name }}<span v-if="view.count !== null" class="font-normal text-soft tabular-nums">{{ numberWords(view.count) }}</span>
    </button>
    <Menu as="div" class="menu-place">
      <MenuButton class="button-quiet">{{ common.views }}<ChevronDown class="size-3.5" aria-hidden="true" /></MenuButton>
      <MenuList class="w-72 py-1">
        <template v-if="here">
          <MenuItem v-slot="{ active }"
            ><button class="w-full px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('pin', here!, !here!.pinned)">
              {{ here.pinned ? say.unpinName(here.name) : say.pinName(here.name) }}
            </button></MenuItem
          >
          <template v-if="here.whose === 'mine'">
            <MenuItem v-slot="{ active }"
              ><button class="w-full px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('change', here!)">
                {{ say.renameOrShare(here.name) }}
              </button></MenuItem
            >
            <MenuItem v-slot="{ active }"
              ><button class="w-full px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('go', here!)">
                {{ say.letNameGo(here.name) }}
              </button></MenuItem
            >
          </template>
        </template>
        <MenuItem v-else v-slot="{ active }"
          ><button class="w-full px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('keep')">
            {{ say.keepWhatIsShownAsAView }}
          </button></MenuItem
        >
        <MenuItem v-for="view in others" :key="view.id" v-slot="{ active }"
          ><button class="flex w-full gap-2 border-line px-3 py-1 text-left" :class="active && 'bg-kelp-wash'" @click="emit('show', view)">
            <span class="truncate">{{ view.name }}</span><span v-if="view.group" class="ml-auto text-soft">{{ view.group.name }}</span>
          </button></MenuItem
        >
      </MenuList>
    </Menu>
    <button v-if="q && !here" class="link px-1.5" @click="emit('keep')">{{ say.keepThisView }}</button>
  </nav>
</template>
