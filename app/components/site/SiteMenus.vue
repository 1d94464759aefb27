<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Plus } from 'lucide-vue-next'
import StateMark from '~/components/mark/StateMark.vue'
import LoadState from '~/components/frame/LoadState.vue'
import { lazyDialog } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/menus'

/** The menus of the site, with where each stands. */
const StartDialog = lazyDialog(() => import('~/components/content/StartDialog.vue'))
const site = useSite()
const { value: menus, problem, loading, load } = useLoad(() => '/menus')
await load()
watch(() => site.news, useDebounceFn(load, 500))
const starting = ref(false)
</script>

<template>
  <section aria-labelledby="menus">
    <div class="flex flex-wrap items-center gap-x-3 border-b border-line pb-2">
      <h2 id="menus" class="font-semibold">{{ say.menus }}</h2>
      <button class="link ml-auto flex items-center gap-1" @click="starting = true">
        <Plus class="size-3.5" aria-hidden="true" />{{ say.startAMenu }}
      </button>
      <p class="hint w-full">{{ menus?.length ? say.thesePlaces : say.noMenuYet }}</p>
    </div>
    <LoadState v-if="!menus" :problem="problem" :loading="loading" @retry="load" />
    <ul v-else>
      <li v-for="menu in menus" :key="menu.item" class="flex min-h-9 items-center gap-3 border-b border-line py-1">
        <NuxtLink class="min-w-0 truncate font-medium hover:underline" :to="`/office/items/${menu.item}`" :title="menu.title">{{
          menu.title || common.withoutATitle
        }}</NuxtLink>
        <span class="ml-auto shrink-0 text-small text-soft"
          >{{ say.standsAt[menu.place] }} · {{ say.countedEntries(menu.entries)
          }}<span v-if="menu.leftOut" class="text-rust"> · {{ say.countedLeftOut(menu.leftOut) }}</span></span
        >
        <StateMark :state="menu.onSite" />
      </li>
    </ul>
    <StartDialog v-if="starting" kind="menu" title="" @close="starting = false" />
  </section>
</template>
