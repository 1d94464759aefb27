<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import { useItemNotes, type Thread } from '~/composables/itemNotes'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/itemPanels'

/** A note with its answers: what it is about, the words it suggests, and what one can do with it. */
const props = defineProps<{
  thread: Thread
  /** Whether the quoted words still stand where the note is. */
  there: boolean
  mayWrite: boolean
  /** Whether its suggestion may be taken here, where the text is written. */
  mayTake?: boolean
}>()
const site = useSite()
const notes = useItemNotes()!
const short = (at: string) => shortIn(at, site.zone, site.now)
/** One that is dealt with is folded to a line. */
const opened = ref(!props.thread.resolved)
watch(
  () => props.thread.resolved,
  (resolved) => (opened.value = !resolved),
)
const answering = ref(false)
const text = ref('')
async function answer() {
  if (!text.value.trim()) return
  await notes.answer(props.thread, text.value.trim())
  text.value = ''
  answering.value = false
}
const field = ref<HTMLTextAreaElement>()
async function begin() {
  answering.value = true
  await nextTick()
  field.value?.focus()
}
</script>

<template>
  <button v-if="!opened" type="button" class="link block font-sans text-plain !text-soft" aria-expanded="false" @click="opened = true">
    {{ say.noteByDealtWith(thread.name) }}
  </button>
  <section
    v-else
    class="rounded-md px-2.5 py-1.5 font-sans text-plain leading-snug"
    :class="thread.resolved ? 'border border-line bg-paper text-soft' : 'bg-rust-wash'"
    :aria-label="say.noteByName(thread.name)"
  >
    <p v-if="thread.quote" class="text-soft">
      <q class="italic">{{ thread.quote.exact }}</q><span v-if="!there"> {{ say.andTheseWordsAreGone }}</span>
    </p>
    <p v-if="thread.text">
      <b class="font-semibold">{{ thread.name }}:</b> {{ thread.text }}
    </p>
    <p v-if="thread.suggestion !== null">
      <b v-if="!thread.text" class="font-semibold">{{ thread.name }} </b>{{ say.suggests }}
      <ins v-if="thread.suggestion" class="rounded-[2px] bg-kelp-wash px-0.5 text-ink no-underline">{{ thread.suggestion }}</ins><span
        v-else
        >{{ say.leaveItOut }}</span
      >
    </p>
    <p v-for="entry in thread.answers" :key="entry.id" class="mt-1 border-l-2 border-line pl-2">
      <b class="font-semibold">{{ entry.name }}</b> <span class="text-soft">{{ short(entry.at) }}</span>: {{ entry.text }}
    </p>
    <form v-if="answering" class="mt-1.5 flex items-end gap-2" @submit.prevent="answer" @keydown.esc.stop="answering = false">
      <textarea
        ref="field"
        v-model="text"
        class="input-area min-h-0"
        rows="1"
        maxlength="5000"
        :aria-label="say.yourAnswer"
        @keydown.enter.exact.prevent="answer"
        @keydown.stop
      />
      <button class="button" :disabled="!text.trim()">{{ say.answer }}</button>
    </form>
    <p v-else class="mt-1 flex flex-wrap gap-x-3">
      <span v-if="thread.resolved">{{ say.dealtWith }}</span>
      <button
        v-if="mayTake && there && thread.suggestion !== null && !thread.resolved"
        type="button"
        class="link font-semibold"
        @click="notes.take(thread)"
      >
        {{ say.takeTheseWords }}
      </button>
      <button type="button" class="link" @click="begin">{{ say.answer }}</button>
      <button v-if="mayWrite" type="button" class="link" @click="notes.resolve(thread, !thread.resolved)">
        {{ thread.resolved ? say.openAgain : say.dealtWith }}
      </button>
    </p>
  </section>
</template>
