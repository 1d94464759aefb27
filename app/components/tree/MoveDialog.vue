<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import LoadState from '~/components/frame/LoadState.vue'
import MoveImpact from './MoveImpact.vue'
import { api } from '~/composables/api'
import type { Answer } from '~/composables/apiTypes'
import { useAct } from '~/composables/act'
import { useAttempt } from '~/composables/attempt'
import { watchBatch } from '~/composables/batches'
import { whyNot } from '~/composables/commands'
import type { Spot } from '~~/core/tree/pageTree'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/tree'

/** Shows what moving pages would do before it is done, and asks how it is to go live. */
const props = defineProps<{ pages: { id: string; label: string }[]; spot: Spot; where: string }>()
const emit = defineEmits<{ close: []; done: [] }>()
const name = computed(() => (props.pages.length === 1 ? `“${props.pages[0]!.label}”` : say.countedPages(props.pages.length)))
const body = computed(() => ({ pages: props.pages.map(({ id }) => id), ...props.spot }))

const form = useTemplateRef<HTMLElement>('form')
const impact = shallowRef<Answer<'POST', '/tree/impact'> | null>(null)
const editions = shallowRef<{ id: string; name: string }[]>([])
const how = ref<'edition' | 'drafts' | 'now'>('edition')
const edition = ref('')
const editionName = ref(say.moveOf(props.pages.length === 1 ? props.pages[0]!.label : say.countedPages(props.pages.length)))
const isLive = computed(() => impact.value !== null && (impact.value.pages.some(({ live }) => live) || impact.value.beside.length > 0))
const { run, problem, again } = useAttempt(async () => {
  const [found, all] = await Promise.all([api('POST', '/tree/impact', { body: body.value }), api('GET', '/editions')])
  editions.value = all.filter(({ state }) => state === 'open' || state === 'held')
  impact.value = found
  if (found.notGathered.length) how.value = 'drafts'
  await nextTick()
  // Enter moves then, and arrows choose how.
  form.value?.querySelector<HTMLElement>('input:checked')?.focus()
})
onMounted(run)

const { act, busy } = useAct(() => emit('done'))
const into = computed(() => {
  if (!isLive.value || how.value === 'drafts') return { how: 'drafts' as const }
  if (how.value === 'now') return { how: 'now' as const, name: editionName.value }
  const chosen = editions.value.find(({ id }) => id === edition.value)
  return { how: 'edition' as const, edition: chosen?.id ?? null, name: chosen?.name ?? editionName.value }
})
const said = computed(() => {
  const to = into.value
  if (to.how === 'drafts') return say.movedInDrafts(name.value)
  return to.how === 'now' ? say.movedLive(name.value) : say.movedInEdition(name.value, to.name)
})
function move() {
  let done: Answer<'POST', '/tree/move'> | null = null
  return act(
    async () => (done = await api('POST', '/tree/move', { body: { ...body.value, into: into.value, seen: impact.value!.mark } })),
    said.value,
    async () => {
      if (done?.live) await api('POST', `/editions/${done.edition}/undo`)
      if (done?.batch) await watchBatch((await api('POST', `/batches/${done.batch}/undo`)).batch)
      emit('done')
    },
  )
}
</script>

<template>
  <PlainDialog
    :open="true"
    wide
    :title="pages.length === 1 ? say.moveOne(pages[0]!.label) : say.moveMany(pages.length)"
    @close="emit('close')"
  >
    <form id="move-pages" ref="form" class="space-y-4" @submit.prevent="move">
      <p class="font-medium">{{ where }}</p>
      <LoadState v-if="!impact" :problem="problem" :loading="true" @retry="again" />
      <template v-else>
        <MoveImpact :impact="impact" />
        <fieldset v-if="isLive && !impact.refused.length" class="space-y-2">
          <legend class="label">{{ say.howItGoesLive }}</legend>
          <label class="flex items-start gap-2"
            ><input v-model="how" type="radio" value="edition" class="mt-1" :disabled="impact.notGathered.length > 0" /><span
              >{{ say.inAnEdition
              }}<span v-if="impact.notGathered.length" class="block text-soft">{{ whyNot(impact.notGathered[0]) }}</span></span
            ></label
          >
          <div v-if="how === 'edition'" class="ml-6 grid gap-2 sm:grid-cols-2">
            <select v-model="edition" class="input" :aria-label="say.whichEdition">
              <option value="">{{ say.aNewEdition }}</option>
              <option v-for="each in editions" :key="each.id" :value="each.id">{{ each.name }}</option>
            </select>
            <input v-if="!edition" v-model="editionName" class="input" required maxlength="120" :aria-label="say.nameOfTheEdition" />
          </div>
          <label class="flex items-start gap-2"
            ><input v-model="how" type="radio" value="drafts" class="mt-1" />{{
              say.asDraftsAlone(pages.length + impact.beside.length)
            }}</label
          >
          <label class="flex items-start gap-2"
            ><input v-model="how" type="radio" value="now" class="mt-1" :disabled="impact.notAtOnce.length > 0" /><span
              >{{ say.atOnce }}<span v-if="impact.notAtOnce.length" class="block text-soft">{{ whyNot(impact.notAtOnce[0]) }}</span></span
            ></label
          >
        </fieldset>
      </template>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="move-pages" :disabled="!impact || impact.refused.length > 0 || busy">
        {{ say.move }}
      </button></template
    >
  </PlainDialog>
</template>
