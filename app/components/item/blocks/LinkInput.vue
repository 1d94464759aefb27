<script setup lang="ts">
import type { Refs } from '~~/core/render/text'
import { lazily } from '~/composables/lazily'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/blocks'

const LinkDialog = lazily(() => import('~/editor/LinkDialog.vue'))

/** Where something leads, chosen with the same picker as a link in a text. */
const props = defineProps<{ href: string; refs: Refs; locked: boolean; label: string }>()
const emit = defineEmits<{ change: [href: string] }>()
const picking = ref(false)
const words = computed(() => {
  const item = /^item:([0-9a-f-]{36})/.exec(props.href)?.[1]
  if (!item) return props.href
  return props.refs.items.get(item)?.title ?? say.anItemNotOnTheSite
})
function take(href: string) {
  picking.value = false
  emit('change', href)
}
</script>

<template>
  <div class="flex items-center gap-2">
    <span class="text-soft">{{ label }}</span>
    <span class="truncate font-medium">{{ words || say.nowhere }}</span>
    <template v-if="!locked">
      <button type="button" class="link" @click="picking = true">
        {{ href ? common.change : say.choose }}<span class="sr-only"> {{ label }}</span>
      </button>
      <button v-if="href" type="button" class="link" @click="emit('change', '')">{{ say.takeAway }}</button>
    </template>
    <LinkDialog v-if="picking" :href="href" :new-window="false" @close="picking = false" @link="take" />
  </div>
</template>
