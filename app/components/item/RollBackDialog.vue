<script setup lang="ts">
import { FIELDS, type FieldName } from '~~/core/content/fields'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { useLoad } from '~/composables/load'
import { counted } from '~/composables/words'

/**
 * Asks before an earlier version goes live again, and says what that would undo for readers. It takes the yes once
 * that is known, so that nobody agrees unread and the buttons hold still under the pointer.
 */
const props = defineProps<{ version: string; number: number; liveNumber: number | null; run: () => Promise<unknown> }>()
defineEmits<{ close: [] }>()
const { value: facts, problem, load } = useLoad(() => `/versions/${props.version}/roll-back`)
void load()
const links = computed(() => facts.value?.linked.filter((entry) => entry.relation === 'link') ?? [])
const MENU_FIELDS: FieldName[] = ['title', 'menuLabel', 'inMenus', 'order', 'parent']
const busy = ref(false)
async function go() {
  busy.value = true
  await props.run()
  busy.value = false
}
</script>

<template>
  <PlainDialog :open="true" :title="`Make version ${number} live again?`" @close="$emit('close')">
    <p>
      Readers get version {{ number }} at once<template v-if="liveNumber !== null">, in place of version {{ liveNumber }}</template
      >. It rests on the clearance it had then. Nothing is deleted; you can go forward again the same way.
    </p>
    <p v-if="problem" class="mt-3 text-rust">{{ problem.message }} What it would undo is not known.</p>
    <p v-else-if="!facts" class="mt-3 text-soft">Looking what it would undo …</p>
    <ul v-else class="mt-3 list-disc space-y-1 pl-5" aria-live="polite">
      <li v-for="reason in facts.reasons" :key="reason.code" class="text-rust">{{ reason.detail }}</li>
      <li v-if="facts.size">
        It changes {{ counted(facts.size.blocks, 'block')
        }}<template v-if="facts.fields.length"> and {{ facts.fields.map((name) => FIELDS[name]?.label ?? name).join(', ') }}</template>
        back.
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
    <template #actions
      ><button class="button" @click="$emit('close')">Cancel</button
      ><button class="button-main" :disabled="(!facts && !problem) || busy" @click="go">Roll back</button></template
    >
  </PlainDialog>
</template>
