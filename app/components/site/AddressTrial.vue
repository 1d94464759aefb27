<script setup lang="ts">
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/addresses'

/** Tries an address: what readers get there now, and why. */
const notices = useNotices()
const address = ref('')
const answer = shallowRef<Got<`/addresses/try?${string}`> | null>(null)
async function tryIt() {
  try {
    answer.value = await api('GET', `/addresses/try?${new URLSearchParams({ address: address.value })}`)
  } catch (error) {
    notices.trouble(error)
  }
}
const words = computed(() => {
  if (!answer.value) return ''
  const { why, item, location, via } = answer.value
  const said = say.why[why](item?.title ?? say.somethingYouMayNotSee, location ?? '')
  return via.length > 1 ? `${said.slice(0, -1)}${say.by}${via.slice(1).join(', ')}.` : said
})
</script>

<template>
  <section aria-labelledby="trial">
    <h2 id="trial" class="mb-2 border-b border-line pb-2 font-semibold">{{ say.tryAnAddress }}</h2>
    <form class="flex gap-2" role="search" @submit.prevent="tryIt">
      <input
        v-model="address"
        class="input min-w-0 flex-1 font-mono"
        required
        maxlength="2000"
        :placeholder="say.forExample"
        :aria-label="say.addressToTry"
        @input="answer = null"
      />
      <button class="button shrink-0">{{ say.tryIt }}</button>
    </form>
    <div role="status">
      <p v-if="answer" class="mt-3">
        <span class="font-mono break-all">{{ answer.path }}</span> {{ say.answers }} <b>{{ answer.status }}</b>
      </p>
      <p v-if="answer" class="mt-1 break-words">
        {{ words }}
        <NuxtLink v-if="answer.item" class="link" :to="`/office/items/${answer.item.id}`">{{ answer.item.title }}</NuxtLink>
      </p>
    </div>
  </section>
</template>
