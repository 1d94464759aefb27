<script setup lang="ts">
import { numberWords } from '~~/core/words/number'
import type { Action } from '~~/core/batch/action'
import BatchForm from './BatchForm.vue'
import { BATCHES, type BatchWhat } from './batchWords'
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { BatchView } from '~~/server/services/listing/batches'
import { api } from '~/composables/api'
import { isUnderWay, useBatches, watchBatch } from '~/composables/batches'
import { useNotices } from '~/stores/notices'
import type { Body, Got } from '~/composables/apiTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/**
 * One action on many items: what is needed is said, then what would happen to each is found out and shown, then it is done
 * with its progress. It can be stopped at any time, and be taken back as one.
 */
const props = defineProps<{
  what: BatchWhat
  targets: { items: { item: string; draft: string | null }[] } | { list: { q: string } }
  count: number
  /** A batch that was begun already. */
  begun?: string | undefined
}>()
const emit = defineEmits<{ close: []; done: [] }>()
type Outcome = { ok: true; said: string } | { ok: false; reasons: { code: string; detail: string; help?: string[] }[] }
type Entry = Got<`/batches/${string}/entries`>['entries'][number]
const notices = useNotices()
const action = ref<Action | null>(null)
const batch = shallowRef<BatchView | null>(null)
const entries = shallowRef<Entry[]>([])
const more = ref<number | null>(null)
const only = ref<'all' | 'refused'>('all')
const busy = ref(false)
const words = computed(() => BATCHES[props.what])
const under = computed(() => batch.value !== null && isUnderWay(batch.value))
const over = computed(() => (batch.value && !under.value && batch.value.state !== 'tried' ? batch.value : null))

async function loadEntries(after = -1) {
  if (!batch.value) return
  const page = await api('GET', `/batches/${batch.value.id}/entries?only=${only.value}&after=${after}&limit=50`)
  entries.value = after < 0 ? page.entries : [...entries.value, ...page.entries]
  more.value = page.next
}
const { tell, undo } = useBatches(() => emit('done'))
let open = true
onBeforeUnmount(() => (open = false))
/** Follows a batch until it is over, also when this is closed meanwhile: then a word tells of it, which is out of reach before. */
async function follow(id: string): Promise<void> {
  const { state } = await watchBatch(id, (now) => (batch.value = now))
  if (!open) return tell(batch.value!)
  if (state !== 'tried') emit('done')
  await loadEntries()
}
async function command(run: () => Promise<string>): Promise<void> {
  busy.value = true
  try {
    const id = await run()
    busy.value = false
    await follow(id)
  } catch (error) {
    busy.value = false
    notices.trouble(error)
  }
}
const tryIt = () =>
  command(async () => {
    const body: Body<'POST', '/batches'> = { action: action.value!, ...props.targets }
    return (await api('POST', '/batches', { body })).batch
  })
const runIt = () =>
  command(async () => {
    const { id } = batch.value!
    await api('POST', `/batches/${id}/run`)
    return id
  })
/** Who follows it sees that it was stopped. */
const cancel = () => api('POST', `/batches/${batch.value!.id}/cancel`).catch(notices.trouble)
watch(only, () => loadEntries())
function close() {
  // What was only tried is let go: nothing hangs on whether that arrives. What runs goes on.
  if (batch.value && (batch.value.state === 'trying' || batch.value.state === 'tried'))
    void api('POST', `/batches/${batch.value.id}/cancel`).catch(() => undefined)
  else if (over.value) tell(over.value)
  emit('close')
}
function takeBack() {
  void undo(batch.value!.id)
  emit('close')
}
const progress = computed(() => {
  const now = batch.value
  if (!now) return 0
  return Math.round(((now.state === 'trying' ? now.tried : now.ended) / now.total) * 100)
})
/** How many would be changed. */
const would = computed(() => (batch.value ? batch.value.total - batch.value.wouldNot - batch.value.wouldStay : 0))
/** What is as it should be already is not refused: there is nothing to do. */
const isSo = (one: Outcome) => !one.ok && one.reasons[0]?.code === 'unchanged'
const outcome = (entry: Entry) => entry.did ?? entry.would
const plain = computed(() => ['put-live', 'withdraw', 'bin', 'restore', 'duplicate'].includes(props.what))
onMounted(async () => {
  await nextTick()
  if (props.begun) return command(async () => props.begun!)
  // Nothing is to be said: what would happen is found out at once.
  if (plain.value && action.value) void tryIt()
})
</script>

<template>
  <PlainDialog :open="true" :title="words.title(common.countedItems(count))" wide @close="close">
    <BatchForm v-if="!batch && !begun" v-model="action" :what="what" />
    <div v-else-if="batch">
      <template v-if="under">
        <p role="status">
          {{
            say.doingTriedOfTotal(
              batch.state === 'trying' ? say.findingOutWhatWouldHappen : words.doing,
              numberWords(batch.state === 'trying' ? batch.tried : batch.ended),
              numberWords(batch.total),
            )
          }}
        </p>
        <div
          class="mt-2 h-2 overflow-hidden rounded bg-deep"
          role="progressbar"
          :aria-valuenow="progress"
          aria-valuemin="0"
          aria-valuemax="100"
          :aria-label="say.howFarItIs"
        >
          <div class="h-full bg-kelp-fill" :style="{ width: `${progress}%` }" />
        </div>
      </template>
      <template v-else>
        <div class="flex items-baseline gap-4">
          <p v-if="batch.state === 'tried'" role="status">
            <b class="font-semibold">{{ numberWords(would) }}</b> {{ say.wouldBeDone
            }}<template v-if="batch.wouldNot"
              >, <b class="font-semibold text-rust">{{ numberWords(batch.wouldNot) }}</b> {{ say.refused }}</template
            ><template v-if="batch.wouldStay">{{ say.soAlready(numberWords(batch.wouldStay)) }}</template
            >{{ say.andNothingIsChangedYet }}
          </p>
          <p v-else role="status">
            <b class="font-semibold">{{ numberWords(batch.ended - batch.refused - batch.stayed) }}</b> {{ say.done
            }}<template v-if="batch.refused"
              >, <b class="font-semibold text-rust">{{ numberWords(batch.refused) }}</b> {{ say.refused }}</template
            ><template v-if="batch.stayed">{{ say.soAlready(numberWords(batch.stayed)) }}</template
            ><template v-if="batch.state === 'failed'">{{ say.andThenSomethingFailedHereAnd }}</template
            ><template v-if="batch.state === 'cancelled'">{{
              say.andStoppedLeftAsTheyWere(numberWords(batch.total - batch.ended))
            }}</template
            >.
          </p>
          <label class="ml-auto flex items-center gap-2" :class="!(batch.wouldNot || batch.refused) && 'invisible'"
            ><input type="checkbox" class="size-4" :checked="only === 'refused'" @change="only = only === 'all' ? 'refused' : 'all'" />{{
              say.onlyTheRefused
            }}</label
          >
        </div>
        <ul
          class="mt-2 max-h-[46vh] divide-y divide-line overflow-y-auto border-y border-line"
          tabindex="0"
          :aria-label="say.whatHappensToEach"
        >
          <li v-for="entry in entries" :key="entry.seq" class="grid grid-cols-[2fr_3fr] gap-3 py-1.5">
            <NuxtLink :to="`/office/items/${entry.item}`" target="_blank" class="truncate font-medium hover:underline">{{
              entry.title
            }}</NuxtLink>
            <template v-if="outcome(entry)">
              <span v-if="(outcome(entry) as Outcome).ok" class="text-soft">{{ (outcome(entry) as { said: string }).said }}</span>
              <span v-else :class="isSo(outcome(entry)!) ? 'text-soft' : 'text-rust'"
                >{{ (outcome(entry) as { reasons: { detail: string }[] }).reasons.map(({ detail }) => detail).join('; ')
                }}<template v-if="(outcome(entry) as { reasons: { help?: string[] }[] }).reasons[0]?.help?.length">{{
                  say.andAskHelp((outcome(entry) as { reasons: { help: string[] }[] }).reasons[0]!.help.slice(0, 3).join(', '))
                }}</template></span
              >
            </template>
            <span v-else class="text-soft">{{ say.leftAsItWas }}</span>
          </li>
        </ul>
        <button v-if="more !== null" class="link mt-2" @click="loadEntries(more)">{{ say.moreOfThem }}</button>
      </template>
    </div>
    <template #actions>
      <button v-if="batch && under" class="button" :disabled="busy" @click="cancel">
        {{ batch.state === 'trying' ? common.cancel : say.stopHere }}
      </button>
      <button v-if="over?.undoable" class="button" @click="takeBack">{{ say.takeItBack }}</button>
      <button class="button" @click="close">
        {{ over ? common.close : batch?.state === 'running' ? say.goOnWithoutMe : common.cancel }}
      </button>
      <button v-if="!batch && !begun" class="button-main" :disabled="busy || !action" @click="tryIt">{{ say.seeWhatWouldHappen }}</button>
      <button v-else-if="batch?.state === 'tried'" class="button-main" :disabled="busy || would === 0" @click="runIt">
        {{ words.title(common.countedItems(would)) }}
      </button>
    </template>
  </PlainDialog>
</template>
