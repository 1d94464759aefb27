<script setup lang="ts">
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import { useDebounceFn } from '@vueuse/core'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { useNotices } from '~/stores/notices'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/time'

/** Takes changes into an edition: what is cleared, any draft by the words of its title, or items that leave the site. */
const props = defineProps<{ edition: string; there: string[] }>()
const emit = defineEmits<{ added: []; close: [] }>()
interface Line {
  item: string
  draft: string | null
  title: string
  section: string
  state: string | null
  onSite: string
}
const words = ref('')
const lines = shallowRef<Line[]>([])
const cleared = shallowRef<Line[]>([])
const chosen = reactive(new Map<string, 'draft' | 'withdraw'>())
const { act, busy } = useAct(() => emit('added'))
const {
  run: loadCleared,
  problem: noCleared,
  again: clearedAgain,
} = useAttempt(async () => {
  const all = await api('GET', '/editions/cleared')
  cleared.value = all.map(({ on_site: onSite, ...line }) => ({ ...line, onSite, state: 'cleared' }))
})
onMounted(loadCleared)
const {
  run: find,
  problem: notFound,
  again: findAgain,
} = useAttempt(async () => {
  if (words.value.trim().length < 2) return void (lines.value = [])
  const found = await api('GET', `/items?limit=20&count=no&text=${encodeURIComponent(words.value.trim())}`)
  lines.value = found.items.map(({ id, title, section, draftState, onSite }) => ({
    item: id,
    draft: null,
    title,
    section: section.name,
    state: draftState,
    onSite,
  }))
})
watch(words, useDebounceFn(find, 150))
const shown = computed(() =>
  (words.value.trim().length < 2 ? cleared.value : lines.value).filter(({ item }) => !props.there.includes(item)),
)
const set = (item: string, how: 'draft' | 'withdraw', on: boolean) => (on ? chosen.set(item, how) : chosen.delete(item))
const notices = useNotices()
const take = () =>
  act(
    async () => {
      const { left } = await api('POST', `/editions/${props.edition}/entries`, {
        body: { entries: [...chosen].map(([item, how]) => ({ item, ...(how === 'withdraw' ? { withdraw: true } : {}) })) },
      })
      for (const { title, edition } of left) notices.done(say.leftAnotherEdition(title, edition))
    },
    say.changesTakenIn(common.countedChanges(chosen.size)),
  )
const all = () => shown.value.forEach((line) => line.state && chosen.set(line.item, 'draft'))
</script>

<template>
  <PlainDialog :open="true" wide :title="say.takeChangesIn" @close="emit('close')">
    <label class="label" for="add-words">{{ say.findByTitle }}</label>
    <input id="add-words" v-model="words" class="input" autocomplete="off" />
    <ul class="mt-2 max-h-80 divide-y divide-line overflow-y-auto rounded-md border border-line" :aria-label="say.whatCanBeTakenIn">
      <li v-for="line in shown" :key="line.item + line.draft" class="flex flex-wrap items-baseline gap-x-3 px-3 py-1.5">
        <span class="font-medium">{{ line.title || common.withoutATitle }}</span><span class="text-soft">{{ line.section }}</span>
        <span class="ml-auto flex gap-3">
          <label v-if="line.state" class="flex items-baseline gap-1.5"
            ><input
              type="checkbox"
              :checked="chosen.get(line.item) === 'draft'"
              :aria-label="say.putTitleLive(line.title)"
              @change="set(line.item, 'draft', ($event.target as HTMLInputElement).checked)"
            />{{ common.goesLive
            }}<span v-if="line.state !== 'cleared'" class="text-lamp"> ({{ line.state.replaceAll('_', ' ') }})</span></label
          >
          <label v-if="line.onSite === 'live'" class="flex items-baseline gap-1.5"
            ><input
              type="checkbox"
              :checked="chosen.get(line.item) === 'withdraw'"
              :aria-label="say.takeOffTheSite(line.title)"
              @change="set(line.item, 'withdraw', ($event.target as HTMLInputElement).checked)"
            />{{ common.leavesTheSite }}</label
          >
        </span>
      </li>
      <li v-if="noCleared || notFound" class="px-3 py-2">
        <NotLoaded v-if="words.trim().length < 2" :what="say.whatIsCleared" :problem="noCleared" @again="clearedAgain" />
        <NotLoaded v-else :what="common.itemsWithTheseWords" :problem="notFound" @again="findAgain" />
      </li>
      <li v-else-if="!shown.length" class="px-3 py-3 text-soft">
        {{ words.trim().length < 2 ? say.nothingIsClearedThatIsNotLive : say.nothingWithTheseWords }}
      </li>
    </ul>
    <template #actions
      ><button v-if="words.trim().length < 2 && shown.length > 1" class="button-quiet mr-auto" @click="all">
        {{ say.chooseAllThatIsCleared }}</button
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :disabled="busy || !chosen.size" @click="take">
        {{ say.takeInCount(chosen.size || '') }}
      </button></template
    >
  </PlainDialog>
</template>
