<script setup lang="ts">
import PlainDialog from '~/components/form/PlainDialog.vue'
import type { Answer } from '~/composables/apiTypes'
import { grouped } from '~~/core/grouped'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/batches'

/**
 * What is to be decided of a file that is brought back: what was changed here since it was saved is overwritten only where that is ticked;
 * what a file cannot change is named.
 */
const props = defineProps<{ found: Answer<'POST', '/list/file'>; busy: boolean }>()
const emit = defineEmits<{ close: []; decide: [overwrite: string] }>()
/** By lines: a line is taken or left as a whole. */
const lines = computed(() =>
  [...grouped(props.found.since, ({ line }) => line)].map(([line, cells]) => ({ line, title: cells[0]!.title, cells })),
)
const taken = shallowReactive(new Set<number>())
const toggle = (line: number) => (taken.has(line) ? taken.delete(line) : taken.add(line))
const all = computed(() => taken.size === lines.value.length)
function toggleAll() {
  const every = all.value
  taken.clear()
  if (!every) for (const { line } of lines.value) taken.add(line)
}
const MOST_LINES = 12
const numbers = (of: number[]) => say.linesNumbers(of.slice(0, MOST_LINES).join(', '), of.length, Math.max(0, of.length - MOST_LINES))
/** What is overwritten is what stands here: what changes meanwhile is asked about again. */
function decide() {
  const chosen = lines.value.filter(({ line }) => taken.has(line)).map(({ line, cells }) => `${line}.${cells[0]!.seen}`)
  emit('decide', chosen.length ? chosen.join() : 'none')
}
</script>

<template>
  <PlainDialog :open="true" :title="say.theFileAndWhatIsHereNow" wide @close="emit('close')">
    <section v-if="found.ignored.length" class="mb-4">
      <p class="font-semibold">{{ say.aFileCannotChangeThese }}</p>
      <ul>
        <li v-for="one in found.ignored" :key="one.column">
          {{ one.column }} <span class="text-soft">{{ numbers(one.lines) }}</span>
        </li>
      </ul>
    </section>
    <section v-if="lines.length">
      <p class="font-semibold">{{ say.changedHereSince }}</p>
      <p class="hint mb-1.5">{{ say.tickWhatTheFileShouldOverwrite }}</p>
      <label class="flex items-center gap-2 border-b border-line py-1.5"
        ><input type="checkbox" class="size-4" :checked="all" :indeterminate="taken.size > 0 && !all" @change="toggleAll" />{{
          say.allOfThem
        }}</label
      >
      <ul class="max-h-[40vh] divide-y divide-line overflow-y-auto border-b border-line" tabindex="0" :aria-label="say.changedHereSince">
        <li v-for="{ line, title, cells } in lines" :key="line" class="py-1.5">
          <label class="flex items-start gap-2">
            <input type="checkbox" class="mt-1 size-4" :checked="taken.has(line)" @change="toggle(line)" />
            <span class="min-w-0"
              ><b class="font-semibold">{{ title }}</b> <span class="text-soft">{{ say.lineNumber(line) }}</span>
              <span v-for="cell in cells" :key="cell.column" class="block break-words"
                ><span class="text-soft">{{ cell.column }}:</span> {{ say.hereNow(cell.now) }}
                <template v-if="taken.has(line)"
                  >{{ say.becomes }} <ins>{{ cell.file || common.none }}</ins></template
                ><span v-else class="text-soft">{{ say.inTheFile(cell.file) }}</span></span
              ></span
            >
          </label>
        </li>
      </ul>
    </section>
    <p class="mt-3">{{ say.changesThatAreClear(found.total) }}</p>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :disabled="busy || (!found.total && !taken.size)" @click="decide">
        {{ say.seeWhatWouldHappen }}
      </button></template
    >
  </PlainDialog>
</template>
