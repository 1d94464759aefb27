<script setup lang="ts">
import { Bell } from 'lucide-vue-next'
import { useDebounceFn } from '@vueuse/core'
import type { Told } from './NewsList.vue'
import { api } from '~/composables/api'
import { useAttempt } from '~/composables/attempt'
import NotLoaded from './NotLoaded.vue'
import { lazily } from '~/composables/lazily'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/frameMenus'

const NewsList = lazily(() => import('./NewsList.vue'))

/** What one was told, the newest first; what is new since one last looked is counted on the bell. */
const site = useSite()
const notices = useNotices()
const news = shallowRef<Told[]>([])
const unseen = ref(0)
const looked = ref(false)
const panel = ref<HTMLElement>()
const {
  run: load,
  problem,
  again,
} = useAttempt(async () => {
  const answer = await api('GET', '/me/notifications')
  news.value = answer.news
  unseen.value = answer.unseen
})
onMounted(load)
// The office tells a moment after the journal says it.
watch(() => site.news, useDebounceFn(load, 1_200))
/** Looking is seeing: the marks of what is new stay until the list is shown again. */
async function look() {
  looked.value = true
  await load()
  const [newest] = news.value
  if (!newest || !unseen.value) return
  try {
    await api('POST', '/me/notifications/seen', { body: { upTo: newest.id } })
    unseen.value = 0
  } catch (error) {
    notices.trouble(error)
  }
}
const label = computed(() => (unseen.value ? say.notificationsNewOnes(say.countedNewOnes(unseen.value)) : say.notifications))
</script>

<template>
  <div class="shrink-0">
    <button class="icon-button relative !size-8" popovertarget="news" :aria-label="label" @click="look">
      <Bell class="size-4.5" aria-hidden="true" />
      <span
        v-if="unseen"
        class="absolute -top-1 -right-1 min-w-4 rounded-full bg-kelp-fill px-1 text-center text-tiny leading-4 font-bold text-on-fill"
        aria-hidden="true"
        >{{ unseen }}</span
      >
    </button>
    <section
      id="news"
      ref="panel"
      popover
      aria-labelledby="news-title"
      class="inset-auto top-13 right-12 m-0 max-h-[70vh] w-96 overflow-y-auto rounded-md border border-line bg-sheet text-ink shadow-lg max-sm:inset-x-2 max-sm:top-28 max-sm:w-auto"
    >
      <h2 id="news-title" class="border-b border-line px-4 py-2.5 font-semibold">{{ say.notifications }}</h2>
      <NotLoaded v-if="problem" class="px-4" :what="say.whatIsNew" :problem="problem" @again="again" />
      <NewsList v-if="looked" :news="news" @leave="panel?.hidePopover()" />
    </section>
  </div>
</template>
