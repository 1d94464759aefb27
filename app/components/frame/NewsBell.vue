<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { Bell } from 'lucide-vue-next'
import { useDebounceFn } from '@vueuse/core'
import { shortIn } from '~~/core/time/words'
import { api } from '~/composables/api'
import { counted } from '~/composables/words'
import { useSite } from '~/stores/site'

/** What one was told, the newest first; what is new since one last looked is counted on the bell. */
interface Told {
  id: string
  at: string
  item: string | null
  words: string
  seen: boolean
}
const site = useSite()
const zone = computed(() => site.site?.zone ?? 'UTC')
const news = shallowRef<Told[]>([])
const unseen = ref(0)
async function load() {
  const answer = await api<{ unseen: number; news: Told[] }>('GET', '/me/notifications').catch(() => null)
  if (!answer) return
  news.value = answer.news
  unseen.value = answer.unseen
}
onMounted(load)
// The office tells a moment after the journal says it.
watch(() => site.news, useDebounceFn(load, 1_200))
/** Looking is seeing: the marks of what is new stay until the list is shown again. */
async function look() {
  await load()
  const [newest] = news.value
  if (!newest || !unseen.value) return
  await api('POST', '/me/notifications/seen', { body: { upTo: newest.id } }).catch(() => null)
  unseen.value = 0
}
const label = computed(() => (unseen.value ? `Notifications: ${counted(unseen.value, 'new one')}` : 'Notifications'))
</script>

<template>
  <Popover v-slot="{ close }" class="relative shrink-0">
    <PopoverButton class="icon-button relative !size-8" :aria-label="label" @click="look">
      <Bell class="size-4.5" aria-hidden="true" />
      <span
        v-if="unseen"
        class="absolute -top-1 -right-1 min-w-4 rounded-full bg-kelp-fill px-1 text-center text-[0.75rem] leading-4 font-bold text-on-fill"
        aria-hidden="true"
        >{{ unseen > 99 ? '99+' : unseen }}</span
      >
    </PopoverButton>
    <PopoverPanel
      class="absolute right-0 z-30 mt-2 flex max-h-[70vh] w-96 flex-col overflow-y-auto rounded-md border border-line bg-sheet shadow-lg focus:outline-none max-sm:fixed max-sm:inset-x-2 max-sm:w-auto"
    >
      <h2 class="border-b border-line px-4 py-2.5 font-semibold">Notifications</h2>
      <p v-if="!news.length" class="px-4 py-5 text-soft">
        Nothing yet. You are told here when something waits for you, comes back or is late.
      </p>
      <ul>
        <li v-for="entry in news" :key="entry.id" class="border-b border-line last:border-0" :class="!entry.seen && 'bg-kelp-wash'">
          <component
            :is="entry.item ? resolveComponent('NuxtLink') : 'div'"
            :to="entry.item ? `/office/items/${entry.item}` : undefined"
            class="block px-4 py-2"
            :class="entry.item && 'hover:bg-deep'"
            @click="close()"
          >
            <span class="line-clamp-3">{{ entry.words }}</span>
            <span class="block text-[0.93rem] text-soft"
              >{{ shortIn(entry.at, zone, site.now) }}<span v-if="!entry.seen" class="sr-only">, new</span></span
            >
          </component>
        </li>
      </ul>
      <NuxtLink to="/office/me" class="link border-t border-line px-4 py-2.5" @click="close()">How you are written to</NuxtLink>
    </PopoverPanel>
  </Popover>
</template>
