<script setup lang="ts">
import { blockText, blockWord, type Block } from '~~/core/blocks/blocks'
import { contentWords, type Content } from '~~/core/content/content'
import { perBlock } from '~~/core/content/perBlock'
import { can, type Kind } from '~~/core/kinds/kinds'
import { CircleHelp } from 'lucide-vue-next'
import { BLOCK_PARTS } from './blocks/registry'
import { adviceOn } from '~~/core/checks/advice'
import { groupsOf } from './fieldGroups'
import * as say from '~~/core/words/office/item'

/** The left side: blocks by their own first words, then the groups of fields with what they lack. */
const props = defineProps<{
  kind: Kind
  content: Content
  path: string | null
  notes: { place: string | null; resolved: boolean }[]
  /** Items that are on the site, by id; others that are linked to lead nowhere yet. */
  live: { has(item: string): boolean }
}>()
const advice = computed(() => adviceOn(props.content, (item) => props.live.has(item)))
const name = perBlock((block: Block) => {
  const words = blockText(block).slice(0, 80)
  return block.kind === 'paragraph' || block.kind === 'heading'
    ? words || say.emptyBlock(blockWord(block).toLowerCase())
    : words
      ? `${blockWord(block)}: ${words}`
      : blockWord(block)
})
const noteCount = (id: string) => props.notes.filter((note) => note.place === id && !note.resolved).length
const lacks = (group: string): string => {
  const { fields } = props.content
  if (group === 'about-address' && !fields.segment) return say.noAddress
  if (can(props.kind, 'turning')) return fields.cover ? '' : say.noPicture
  if (group === 'about-summary' && !fields.summary && !can(props.kind, 'single')) return say.noSummary
  if (group === 'about-search' && !fields.searchDescription && !fields.summary) return say.empty
  return ''
}
const go = (id: string) =>
  document
    .getElementById(id)
    ?.scrollIntoView({ behavior: matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth', block: 'start' })
const minutes = computed(() => Math.max(1, Math.round(words.value / 220)))
const words = computed(() => contentWords(props.content))
</script>

<template>
  <nav :aria-label="say.outline" class="py-4">
    <template v-if="content.body.length || (can(kind, 'body') && !can(kind, 'profile'))">
      <p class="flex flex-wrap justify-between gap-x-2 px-5 pb-1.5">
        <span class="eyebrow">{{ say.onThePage }}</span><span class="text-small text-soft" :title="say.aboutMinToRead(minutes)">{{
          say.wordsAndMinutes(words, minutes)
        }}</span>
      </p>
      <ol>
        <li v-for="block in content.body" :key="block.id" v-memo="[block, noteCount(block.id)]">
          <button class="flex h-7 w-full items-center gap-2.5 px-5 text-left hover:bg-deep" @click="go(block.id)">
            <component :is="BLOCK_PARTS[block.kind]?.icon ?? CircleHelp" class="size-3.5 shrink-0 text-soft" aria-hidden="true" />
            <span class="truncate" :class="block.kind === 'heading' && 'font-semibold'">{{ name(block) }}</span>
            <span v-if="noteCount(block.id)" class="ml-auto rounded-full bg-rust-wash px-1.5 text-small font-semibold text-rust"
              >{{ noteCount(block.id) }}<span class="sr-only"> {{ say.openNotes }}</span></span
            >
          </button>
        </li>
      </ol>
    </template>
    <template v-if="advice.length">
      <p class="eyebrow px-5 pt-5 pb-1.5">{{ say.worthALook }}</p>
      <ul>
        <li v-for="(entry, index) in advice" :key="index">
          <button
            v-if="entry.at"
            class="w-full px-5 py-1 text-left text-body text-lamp hover:bg-deep"
            @click="go(entry.at.replace(':', '-'))"
          >
            {{ entry.detail }}
          </button>
          <p v-else class="px-5 py-1 text-body text-lamp">{{ entry.detail }}</p>
        </li>
      </ul>
    </template>
    <p class="eyebrow px-5 pt-5 pb-1.5">{{ say.aboutIt }}</p>
    <ul>
      <li v-for="group in groupsOf(kind)" :key="group.id">
        <button class="flex h-7 w-full items-center px-5 text-left hover:bg-deep" @click="go(group.id)">
          <span class="truncate">{{ group.name }}</span><span
            v-if="lacks(group.id)"
            class="ml-auto shrink-0 pl-2 text-small font-semibold text-rust"
            >{{ lacks(group.id) }}</span
          >
        </button>
      </li>
      <li>
        <button class="flex h-7 w-full items-center px-5 text-left hover:bg-deep" @click="go('about-office')">
          {{ say.forTheOfficeAlone }}
        </button>
      </li>
    </ul>
  </nav>
</template>
