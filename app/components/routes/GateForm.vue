<script setup lang="ts">
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-vue-next'
import type { Role } from '~~/core/access/verbs'
import { BLOCK_WORDS, type BlockKind } from '~~/core/blocks/blocks'
import { FIELDS, type FieldName } from '~~/core/content/fields'
import type { About } from '~~/core/flow/about'
import type { Gate } from '~~/core/flow/route'
import GateLimits from './GateLimits.vue'
import GuardPicker from './GuardPicker.vue'
import type { Calendar, Group, Person } from '~/components/people/types'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/routes'

/** One gate of a route: its name, who may clear it, how many must, what a clearance is for. */
const model = defineModel<Gate>({ required: true })
defineProps<{ first: boolean; last: boolean; people: Person[]; groups: Group[]; roles: Role[]; calendars: Calendar[] }>()
const emit = defineEmits<{ move: [by: -1 | 1]; remove: [] }>()
const set = (change: Partial<Gate>) => (model.value = { ...model.value, ...change })
const NOTHING: About = { fields: [], blocks: [], amounts: false, words: [] }
const tell = (change: Partial<About>) => set({ about: { ...NOTHING, ...model.value.about, ...change } })
function limit(on: boolean) {
  const { about: _, ...gate } = model.value
  model.value = on ? { ...gate, about: { ...NOTHING, amounts: true } } : gate
}
const toggle = <T,>(list: readonly T[], entry: T): T[] =>
  list.includes(entry) ? list.filter((other) => other !== entry) : [...list, entry]
</script>

<template>
  <div class="space-y-4">
    <div class="flex items-center gap-1">
      <input
        class="input font-semibold"
        :value="model.name"
        maxlength="100"
        required
        :placeholder="say.nameOfTheGate"
        :aria-label="say.nameOfTheGate"
        @input="set({ name: ($event.target as HTMLInputElement).value })"
      />
      <button type="button" class="icon-button" :disabled="first" :aria-label="say.moveNameUp(model.name)" @click="emit('move', -1)">
        <ArrowUp class="size-4" />
      </button>
      <button type="button" class="icon-button" :disabled="last" :aria-label="say.moveNameDown(model.name)" @click="emit('move', 1)">
        <ArrowDown class="size-4" />
      </button>
      <button type="button" class="icon-button" :aria-label="say.removeName(model.name)" @click="emit('remove')">
        <Trash2 class="size-4" />
      </button>
    </div>
    <GuardPicker
      :model-value="model.who"
      :label="say.clearedBy"
      :none="say.anyoneWhoMayClearWorkThere"
      :add="say.nameAGuard"
      :people="people"
      :groups="groups"
      :roles="roles"
      @update:model-value="set({ who: $event })"
    />
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1.5">
      <label class="flex items-center gap-2"
        ><input
          class="input !w-14"
          type="number"
          min="1"
          max="20"
          :value="model.needed"
          :aria-label="say.howManyMustClearIt"
          @input="set({ needed: Math.max(1, Number(($event.target as HTMLInputElement).value) || 1) })"
        />
        {{ say.mustClearIt(model.each === 'group' ? say.ofEachGroup : '') }}</label
      >
      <button
        v-if="model.who.people.length > 1 && !model.who.groups.length && !model.who.roles.length && model.needed < model.who.people.length"
        type="button"
        class="link"
        @click="set({ needed: model.who.people.length })"
      >
        {{ say.allOfThem(model.who.people.length) }}
      </button>
      <label v-if="model.who.groups.length" class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="model.each === 'group'"
          @change="set({ each: ($event.target as HTMLInputElement).checked ? 'group' : undefined })"
        />{{ say.soManyOfEachGroup }}</label
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="model.authorsMayClear"
          @change="set({ authorsMayClear: ($event.target as HTMLInputElement).checked })"
        />{{ say.itsWriterMayClearItToo }}</label
      >
      <label v-if="!model.about" class="flex items-center gap-2"
        ><input
          type="checkbox"
          :checked="model.covers === 'all'"
          @change="set({ covers: ($event.target as HTMLInputElement).checked ? 'all' : 'all-but-shown-date' })"
        />{{ say.aChangedDateNeedsClearingAgain }}</label
      >
    </div>
    <fieldset class="border-t border-line pt-4">
      <legend class="sr-only">{{ say.whatIsAbout(model.name) }}</legend>
      <label class="flex items-center gap-2"
        ><input type="checkbox" :checked="!!model.about" @change="limit(($event.target as HTMLInputElement).checked)" />{{
          say.onlyWhereTheseChange
        }}</label
      >
      <div v-if="model.about" class="mt-1.5 space-y-1.5 pl-6">
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            :checked="model.about.amounts"
            @change="tell({ amounts: ($event.target as HTMLInputElement).checked })"
          />{{ say.textsWithAnAmountOfMoney }}</label
        >
        <label class="block"
          ><span class="text-soft">{{ say.textsWithOneOfTheWords }}</span
          ><input
            class="input"
            :value="model.about.words.join(', ')"
            :placeholder="say.refundLiability"
            @change="
              tell({
                words: ($event.target as HTMLInputElement).value
                  .split(',')
                  .map((word) => word.trim())
                  .filter(Boolean),
              })
            "
        /></label>
        <details>
          <summary class="cursor-pointer text-soft">
            {{ say.kindsOfBlock(model.about.blocks.map((kind) => BLOCK_WORDS[kind]).join(', ') || common.none) }}
          </summary>
          <div class="grid grid-cols-2">
            <label v-for="(word, kind) in BLOCK_WORDS" :key="kind" class="flex items-center gap-2"
              ><input
                type="checkbox"
                :checked="model.about.blocks.includes(kind as BlockKind)"
                @change="tell({ blocks: toggle(model.about!.blocks, kind as BlockKind) })"
              />{{ word }}</label
            >
          </div>
        </details>
        <details>
          <summary class="cursor-pointer text-soft">
            {{ say.fieldsFields(model.about.fields.map((name) => FIELDS[name].label).join(', ') || common.none) }}
          </summary>
          <label v-for="(rule, name) in FIELDS" :key="name" class="flex items-center gap-2"
            ><input
              type="checkbox"
              :checked="model.about.fields.includes(name as FieldName)"
              @change="tell({ fields: toggle(model.about!.fields, name as FieldName) })"
            />{{ rule.label }}</label
          >
        </details>
      </div>
    </fieldset>
    <GateLimits v-model="model" :people="people" :groups="groups" :roles="roles" :calendars="calendars" />
  </div>
</template>
