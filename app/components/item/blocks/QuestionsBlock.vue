<script setup lang="ts">
import type { Block } from '~~/core/blocks/blocks'
import { plain } from '~~/core/content/inline'
import type { Refs } from '~~/core/render/text'
import type { MediaView } from '~~/core/render/picture'
import RichText from '~/editor/RichText.vue'
import RepeatedParts from './RepeatedParts.vue'
import { copied, moved, withPart, without } from './parts'
import * as say from '~~/core/words/office/blockKinds'

type QuestionsBlock = Extract<Block, { kind: 'questions' }>
const props = defineProps<{ block: QuestionsBlock; refs: Refs; locked: boolean; mayAdd: boolean }>()
const emit = defineEmits<{ change: [block: QuestionsBlock]; media: [media: MediaView] }>()
const set = (questions: QuestionsBlock['questions']) => emit('change', { ...props.block, questions })
</script>

<template>
  <RepeatedParts
    :part="say.questionPart"
    :names="block.questions.map((entry) => plain(entry.question))"
    :planned="block.planned"
    :locked="locked"
    @add="set([...block.questions, { question: [], answer: [] }])"
    @copy="set(copied(block.questions, $event))"
    @remove="set(without(block.questions, $event))"
    @move="(from, to) => set(moved(block.questions, from, to))"
    @plan="emit('change', { ...block, planned: $event })"
  >
    <template #default="{ index }">
      <RichText
        :model-value="block.questions[index]!.question"
        :refs="refs"
        :locked="locked"
        breaks
        class="font-semibold"
        :label="say.question"
        text-kind="question"
        :placeholder="say.theQuestion"
        @update:model-value="set(withPart(block.questions, index, { question: $event }))"
      />
      <RichText
        :model-value="block.questions[index]!.answer"
        :refs="refs"
        :locked="locked"
        breaks
        class="mt-1"
        :label="say.answer"
        text-kind="answer"
        :placeholder="say.itsAnswer"
        @update:model-value="set(withPart(block.questions, index, { answer: $event }))"
      />
    </template>
  </RepeatedParts>
</template>
