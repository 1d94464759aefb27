<script setup lang="ts">
import { FIELDS, type FieldName } from '~~/core/content/fields'
import type { Reason } from '~~/core/outcome'
import { api } from '~/composables/api'
import { counted } from '~/composables/words'

/** What rolling back would undo for readers, before it is done. */
const props = defineProps<{ version: string }>()
interface Facts {
  reasons: Reason[]
  address: { from: string | null; to: string | null } | null
  size: { blocks: number; fields: number } | null
  fields: FieldName[]
  linked: { title: string; path: string | null; relation: string }[]
  drafts: { id: string; name: string }[]
}
const facts = shallowRef<Facts | null>(null)
watch(
  () => props.version,
  async (version) => (facts.value = await api<Facts>('GET', `/versions/${version}/roll-back`)),
  { immediate: true },
)
const links = computed(() => facts.value?.linked.filter((entry) => entry.relation === 'link') ?? [])
const MENU_FIELDS: FieldName[] = ['title', 'menuLabel', 'inMenus', 'order', 'parent']
</script>

<template>
  <ul v-if="facts" class="mt-3 list-disc space-y-1 pl-5" aria-live="polite">
    <li v-for="reason in facts.reasons" :key="reason.code" class="text-rust">{{ reason.detail }}</li>
    <li v-if="facts.size">
      It changes {{ counted(facts.size.blocks, 'block')
      }}<template v-if="facts.fields.length"> and {{ facts.fields.map((name) => FIELDS[name]?.label ?? name).join(', ') }}</template> back.
    </li>
    <li v-if="facts.address && facts.address.from !== facts.address.to">
      The address becomes <span class="font-mono text-[0.93em]">{{ facts.address.to }}</span>;
      <span class="font-mono text-[0.93em]">{{ facts.address.from }}</span> leads there.
    </li>
    <li v-if="facts.fields.some((name) => MENU_FIELDS.includes(name))">Menus and breadcrumbs that show it change with it.</li>
    <li v-if="links.length">
      {{ counted(links.length, 'page') }} link here and go on leading here:
      {{
        links
          .map((entry) => entry.title)
          .slice(0, 4)
          .join(', ')
      }}{{ links.length > 4 ? ' …' : '' }}
    </li>
    <li v-if="facts.drafts.length">Open drafts will be behind: {{ facts.drafts.map((draft) => `“${draft.name}”`).join(', ') }}.</li>
  </ul>
</template>
