<script setup lang="ts">
import type { ItemPage } from '~~/server/services/writing/itemPage'
import type { Fields } from '~~/core/content/fields'
import { isInTree, pathOf } from '~~/core/address/path'
import type { Refs } from '~~/core/render/text'
import * as say from '~~/core/words/office/onSite'

/** What becomes of the address that readers know, once the draft is live with another one. */
const props = defineProps<{ page: ItemPage; fields: Fields; refs: Refs }>()
const was = computed(() => props.page.live?.path ?? null)
/** The address of the page above: as it is linked, or as the draft's own address was made with it. */
const above = computed(() => {
  const { parent } = props.fields
  if (!parent) return null
  const { draft } = props.page
  if (draft?.path && draft.content.fields.parent === parent) return draft.path.slice(0, draft.path.lastIndexOf('/'))
  return props.refs.items.get(parent)?.path ?? null
})
const now = computed(() => pathOf(props.page.kind, props.fields, above.value))
</script>

<template>
  <p v-if="was && now && now !== was" class="rounded-md border border-line bg-paper px-3 py-2" role="status">
    {{ say.readersWhoComeBy }} <span class="font-mono text-small">{{ was }}</span> {{ say.areLedTo }}
    <span class="font-mono text-small">{{ now }}</span> {{ say.onceItIsLive }}
    <template v-if="isInTree(page.kind)">{{ say.pagesBelowItMoveAlong }}</template>
  </p>
</template>
