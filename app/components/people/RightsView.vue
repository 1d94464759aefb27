<script setup lang="ts">
import PersonChoice from '~/components/form/PersonChoice.vue'
import { Check } from 'lucide-vue-next'
import type { Explanation } from '~~/core/access/explain'
import { VERB_NAMES, VERBS } from '~~/core/access/verbs'
import LoadState from '~/components/frame/LoadState.vue'
import type { Person } from './types'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/people'

/** Who may do what: people × actions in a section, or the sections of one person; each answer says why. */
const props = defineProps<{ people: Person[]; person: string; section: string }>()
const emit = defineEmits<{ ask: [person: string, section: string] }>()
const site = useSite()
const notices = useNotices()

const path = () => {
  if (props.person) return `/people/${props.person}/rights` as const
  return props.section ? (`/rights?section=${props.section}` as const) : '/rights'
}
const { value: answer, problem, loading, load } = useLoad(path)
const rows = computed(() => (answer.value ? ('people' in answer.value ? answer.value.people : answer.value.sections) : []))

const at = ref({ row: 0, column: 0 })
const why = shallowRef<(Explanation & { words: string }) | null>(null)
watch([() => props.person, () => props.section], () => ((why.value = null), load()), { immediate: true })
async function ask(row: number, column: number) {
  at.value = { row, column }
  const verb = answer.value!.verbs[column]!
  const [person, section] = props.person ? [props.person, rows.value[row]!.id ?? ''] : [rows.value[row]!.id!, props.section]
  try {
    why.value = await api('GET', `/people/${person}/why?verb=${verb}${section ? `&section=${section}` : ''}`)
  } catch (error) {
    notices.trouble(error)
  }
}
const grid = ref<HTMLElement>()
/** The arrows walk through the grid, as the ARIA pattern has it. */
function walk(event: KeyboardEvent) {
  const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key]
  if (!step) return
  event.preventDefault()
  at.value = {
    row: Math.min(rows.value.length - 1, Math.max(0, at.value.row + step[0]!)),
    column: Math.min(answer.value!.verbs.length - 1, Math.max(0, at.value.column + step[1]!)),
  }
  void nextTick(() => grid.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus())
}
const lists = computed(() => {
  const said = why.value
  if (!said || said.allowed) return []
  return [
    [say.couldDoItInstead, said.instead],
    [say.rolesThatAllowIt, said.wanted],
    [say.canGiveTheRight, said.givers],
  ].filter(([, names]) => names!.length) as [string, string[]][]
})
</script>

<template>
  <div class="px-5 py-4">
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <div class="flex items-center gap-2">
        <span class="text-soft" aria-hidden="true">{{ say.ofWord }}</span>
        <PersonChoice
          class="w-64"
          :label="say.whoseRights"
          hide-label
          none="everybody"
          :people="people"
          :model-value="person"
          @update:model-value="emit('ask', $event, section)"
        />
      </div>
      <label v-if="!person" class="flex items-center gap-2"
        ><span class="text-soft">{{ say.inWord }}</span
        ><select
          class="input !w-56"
          :value="section"
          :aria-label="say.inWhichSection"
          @change="emit('ask', person, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">{{ say.theWholeSite }}</option>
          <option v-for="entry in site.sections" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
        </select></label
      >
      <p class="text-soft">{{ say.chooseAnAnswerToSeeWhy }}</p>
    </div>
    <LoadState v-if="!answer" :problem="problem" :loading="loading" @retry="load" />
    <div v-else class="overflow-x-auto">
      <table ref="grid" role="grid" :aria-label="say.whoMayDoWhat" class="border-collapse text-body" @keydown="walk">
        <thead>
          <tr>
            <th scope="col" class="sticky left-0 bg-paper">
              <span class="sr-only">{{ person ? common.section : say.person }}</span>
            </th>
            <th v-for="verb in answer.verbs" :key="verb" scope="col" class="h-36 px-1 pb-1.5 align-bottom font-medium" :title="VERBS[verb]">
              <span class="inline-block rotate-180 whitespace-nowrap [writing-mode:vertical-rl]">{{ VERB_NAMES[verb] }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in rows" :key="row.id ?? 'site'" class="border-t border-line">
            <th scope="row" class="sticky left-0 bg-paper py-1.5 pr-4 text-left font-medium whitespace-nowrap">{{ row.name }}</th>
            <td
              v-for="(verb, c) in answer.verbs"
              :key="verb"
              role="gridcell"
              class="h-8 w-10 cursor-pointer border-l border-line bg-sheet text-center"
              :class="at.row === r && at.column === c && why && 'outline-2 -outline-offset-2 outline-tide'"
              :tabindex="at.row === r && at.column === c ? 0 : -1"
              @click="ask(r, c)"
              @keydown.enter.prevent="ask(r, c)"
              @keydown.space.prevent="ask(r, c)"
            >
              <Check v-if="answer.may[r]![c]" class="mx-auto size-4 text-kelp" aria-hidden="true" />
              <span class="sr-only">{{ answer.may[r]![c] ? say.yes : say.no }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <section v-if="why" class="mt-4 max-w-3xl rounded-md border border-line bg-sheet p-4" :aria-label="say.why" aria-live="polite">
      <p class="font-semibold">{{ why.words }}</p>
      <ul v-if="why.allowed && why.ways.length > 1" class="mt-2 list-disc pl-5">
        <li v-for="(way, index) in why.ways" :key="index">
          {{ way.roles.join(' → ') }} {{ way.section === null ? say.onTheWholeSite : say.inSection(way.section) }},
          {{ way.group ? say.throughGroup(way.group) : say.givenToThem }}
        </li>
      </ul>
      <dl v-if="lists.length" class="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <template v-for="[name, names] in lists" :key="name">
          <dt class="text-soft">{{ name }}</dt>
          <dd>{{ names.join(', ') }}</dd>
        </template>
      </dl>
    </section>
  </div>
</template>
