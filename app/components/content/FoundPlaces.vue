<script setup lang="ts">
import { FIELDS } from '~~/core/content/fields'
import { KINDS } from '~~/core/kinds/kinds'
import type { FoundItem } from '~~/server/services/writing/rewrites'
import * as say from '~~/core/words/office/content'

/** The places in one item where something would be replaced, each in its sentence; or filled, each with its words. */
const props = defineProps<{
  item: FoundItem
  /** Says for a hit whether it is chosen, and what would stand there. */
  isChosen: (item: FoundItem, hit: FoundItem['hits'][number]) => boolean
  wordsAt: (item: FoundItem, hit: FoundItem['hits'][number]) => string
  /** What the ids of labels are called. */
  labelNames: ReadonlyMap<string, string> | null
  /** Of links that are changed, where they are to lead, in words; empty while that is not chosen, `null` for what is no link. */
  leadsTo: string | null
}>()
const emit = defineEmits<{ choose: [keys: string[], on: boolean]; write: [key: string, words: string] }>()
const keys = computed(() => props.item.hits.map(({ key }) => key))
const chosen = computed(() => props.item.hits.filter((hit) => props.isChosen(props.item, hit)).length)
const where = ({ place }: FoundItem['hits'][number]) => ('field' in place ? FIELDS[place.field].label : '')
const said = (text: string) => props.labelNames?.get(text) ?? text
const fills = computed(() => props.item.hits[0]?.match === '' && !props.labelNames)
</script>

<template>
  <section class="border-b border-line px-5 py-3">
    <h2 class="flex items-baseline gap-2">
      <input
        type="checkbox"
        class="size-4 self-center"
        :checked="chosen === keys.length"
        :indeterminate="chosen > 0 && chosen < keys.length"
        :aria-label="say.allPlacesIn(item.title)"
        @change="emit('choose', keys, chosen < keys.length)"
      />
      <NuxtLink :to="`/office/items/${item.item}`" class="truncate font-semibold hover:underline">{{ item.title }}</NuxtLink>
      <span class="shrink-0 text-soft">{{
        say.kindInSection(KINDS[item.kind].one, item.section, item.draft ? say.inItsDraft : say.asReadersHaveIt)
      }}</span>
    </h2>
    <ul class="mt-1">
      <li v-for="hit in item.hits" :key="hit.key" class="flex items-baseline gap-2 py-0.5">
        <input
          :id="`${item.version} ${hit.key}`"
          type="checkbox"
          class="size-4 self-center"
          :checked="isChosen(item, hit)"
          :disabled="fills && !wordsAt(item, hit).trim()"
          @change="emit('choose', [hit.key], ($event.target as HTMLInputElement).checked)"
        />
        <template v-if="fills">
          <label class="label w-40 shrink-0" :for="`${item.version} ${hit.key} words`">{{ where(hit) || say.pictureInTheText }}</label>
          <input
            :id="`${item.version} ${hit.key} words`"
            class="input flex-1"
            maxlength="500"
            :value="wordsAt(item, hit)"
            @input="emit('write', hit.key, ($event.target as HTMLInputElement).value)"
          />
        </template>
        <label v-else :for="`${item.version} ${hit.key}`" class="min-w-0 break-words"
          ><span v-if="where(hit)" class="mr-1.5 text-soft">{{ where(hit) }}</span
          ><template v-if="leadsTo !== null"
            >{{ hit.before }}<u class="decoration-soft underline-offset-2">{{ hit.match }}</u
            >{{ hit.after
            }}<template v-if="leadsTo">
              {{ say.leadsTo }} <ins>{{ leadsTo }}</ins></template
            ></template
          ><template v-else
            >{{ hit.before }}<del>{{ said(hit.match) }}</del
            ><ins v-if="wordsAt(item, hit)">{{ said(wordsAt(item, hit)) }}</ins
            >{{ hit.after }}</template
          ></label
        >
      </li>
    </ul>
  </section>
</template>
