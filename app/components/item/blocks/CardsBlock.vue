<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import PictureDrop from '~/components/form/PictureDrop.vue'
import RichText from '~/editor/RichText.vue'
import LinkInput from './LinkInput.vue'
import RepeatedParts from './RepeatedParts.vue'
import { copied, moved, withPart, without } from './parts'
import * as say from '~~/core/words/office/blockKinds'

type CardsBlock = Extract<Block, { kind: 'cards' }>
const props = defineProps<{ block: CardsBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: CardsBlock]; media: [media: MediaView] }>()
const set = (cards: CardsBlock['cards']) => emit('change', { ...props.block, cards })
const part = (index: number, change: Partial<CardsBlock['cards'][number]>) => set(withPart(props.block.cards, index, change))
</script>

<template>
  <RepeatedParts
    :part="say.card"
    :names="block.cards.map((card) => card.title)"
    :planned="block.planned"
    :locked="locked"
    @add="set([...block.cards, { title: '', text: [], href: '', media: null, alt: '', decorative: false }])"
    @copy="set(copied(block.cards, $event))"
    @remove="set(without(block.cards, $event))"
    @move="(from, to) => set(moved(block.cards, from, to))"
    @plan="emit('change', { ...block, planned: $event })"
  >
    <template #default="{ index }">
      <div class="grid gap-2">
        <input
          class="input font-semibold"
          :value="block.cards[index]!.title"
          :disabled="locked"
          maxlength="300"
          :placeholder="say.titleOfTheCard"
          :aria-label="say.titleOfTheCard"
          @input="part(index, { title: ($event.target as HTMLInputElement).value })"
        />
        <RichText
          :model-value="block.cards[index]!.text"
          :refs="refs"
          :locked="locked"
          breaks
          :label="say.wordsOfTheCard"
          text-kind="card"
          :placeholder="say.aSentenceOrTwo"
          @update:model-value="part(index, { text: $event })"
        />
        <LinkInput
          :href="block.cards[index]!.href"
          :refs="refs"
          :locked="locked"
          :label="say.whereTheCardLeads"
          @change="part(index, { href: $event })"
        />
        <PictureDrop
          :value="
            block.cards[index]!.media
              ? {
                  media: block.cards[index]!.media!,
                  alt: block.cards[index]!.alt,
                  decorative: block.cards[index]!.decorative,
                  focus: block.cards[index]!.focus,
                }
              : null
          "
          :refs="refs"
          :locked="locked || !mayAdd"
          compact
          :label="say.pictureOfTheCard"
          slot-name="card"
          @change="part(index, $event ? { focus: undefined, ...$event } : { media: null, focus: undefined })"
          @media="emit('media', $event)"
        />
      </div>
    </template>
  </RepeatedParts>
</template>
