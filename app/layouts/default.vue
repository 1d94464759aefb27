<script setup lang="ts">
import CommandField from '~/components/frame/CommandField.vue'
import NewsBell from '~/components/frame/NewsBell.vue'
import PersonMenu from '~/components/frame/PersonMenu.vue'
import SiteClock from '~/components/frame/SiteClock.vue'
import { PLACES } from '~/components/frame/places'
import { useReturning } from '~/composables/returning'
import { onKeyStroke } from '@vueuse/core'
import { lazily } from '~/composables/lazily'
import { useSite } from '~/stores/site'
import { useSession } from '~/stores/session'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/frame'

// Dialogs bring much with them; this one is loaded when it is asked for.
const ShortcutsDialog = lazily(() => import('~/components/frame/ShortcutsDialog.vue'))
const shortcuts = ref(false)
onKeyStroke('?', (event) => {
  if (!(event.target as HTMLElement).closest('input, textarea, select, [contenteditable=true]')) shortcuts.value = true
})
const site = useSite()
const session = useSession()
const route = useRoute()
const isHere = (path: string) =>
  path === '/office'
    ? route.path === '/office'
    : route.path.startsWith(path) ||
      (path === '/office/content' && /^\/office\/(items|bin|labels|replace)/.test(route.path)) ||
      (path === '/office/calendar' && /^\/office\/(editions|moment)/.test(route.path)) ||
      (path === '/office/site' && /^\/office\/(banners|addresses)/.test(route.path)) ||
      (path === '/office/people' && route.path.startsWith('/office/routes'))

const wayTo = useReturning(PLACES)

onMounted(site.listen)
onBeforeUnmount(site.stopListening)
</script>

<template>
  <div class="flex h-dvh flex-col">
    <a href="#place" class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:m-2 focus:bg-sheet focus:p-2">{{
      say.skipToThePlace
    }}</a>
    <header
      class="flex h-13 shrink-0 items-stretch gap-2 border-b border-line bg-sheet px-5 max-lg:h-auto max-lg:flex-wrap max-lg:py-1 short:h-10 short:max-lg:px-3 short:flex-nowrap short:py-0"
    >
      <NuxtLink
        to="/office"
        class="mr-3 flex items-center gap-2.5 font-bold short:max-lg:mr-1"
        :aria-label="say.yieldgateOfficeOf(site.site?.name ?? say.theSite)"
      >
        <svg
          class="h-5 w-6 text-ink"
          viewBox="0 0 24 20"
          fill="none"
          stroke="currentColor"
          stroke-width="2.2"
          stroke-linecap="round"
          aria-hidden="true"
        >
          <path d="M3 18V9.5M3 10L22 3" />
          <circle cx="3" cy="18" r="0.6" fill="currentColor" />
        </svg>
        <span class="leading-tight short:max-lg:hidden"
          >{{ say.yieldgate }}<span class="block max-w-36 truncate text-tiny font-normal text-soft">{{ site.site?.name }}</span></span
        >
      </NuxtLink>
      <nav
        :aria-label="common.places"
        class="flex shrink-0 items-stretch max-md:w-full max-md:shrink max-md:flex-wrap short:max-md:w-auto short:max-md:flex-nowrap"
      >
        <NuxtLink
          v-for="place in PLACES"
          :key="place.path"
          :to="wayTo(place.path)"
          class="flex items-center border-b-2 px-2.5 pt-0.5 font-medium hover:text-ink max-md:px-1.5"
          :class="isHere(place.path) ? 'border-kelp text-ink font-semibold' : 'border-transparent text-soft'"
          :aria-current="isHere(place.path) ? 'page' : undefined"
          >{{ place.name }}</NuxtLink
        >
      </nav>
      <div
        class="ml-auto flex min-w-0 items-center gap-4 max-lg:ml-0 max-lg:w-full max-lg:justify-between short:max-lg:ml-auto short:max-lg:w-auto short:max-lg:gap-1"
      >
        <CommandField />
        <SiteClock />
        <NewsBell v-if="session.person && !session.person.seenBy" />
        <PersonMenu v-if="session.person" :person="session.person" />
      </div>
    </header>
    <p
      v-if="session.person?.seenBy"
      role="status"
      class="flex shrink-0 flex-wrap items-center gap-x-3 border-b border-lamp-fill bg-lamp-wash px-5 py-1.5"
    >
      <span
        >{{ say.youSeeTheOfficeAs(session.person.seenBy) }} <b class="font-semibold">{{ session.person.name }}</b>
        {{ say.doesNothingCanBeChangedMeanwhile }}</span
      >
      <button class="button ml-auto" @click="session.seeAs(null)">{{ say.backToMyOwn }}</button>
    </p>
    <main id="place" class="min-h-0 flex-1 overflow-y-auto" tabindex="-1">
      <slot />
    </main>
    <ShortcutsDialog v-if="shortcuts" @close="shortcuts = false" />
  </div>
</template>
