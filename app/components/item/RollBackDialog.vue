<script setup lang="ts">
import { FIELDS, type FieldName } from '~~/core/content/fields'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { useLoad } from '~/composables/load'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemDialogs'

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
  try {
    await props.run()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="say.makeVersionLiveAgain(number)" @close="$emit('close')">
    <p>
      {{ say.readersGetVersionAtOnce(number) }}<template v-if="liveNumber !== null">{{ say.andInPlaceOfVersion(liveNumber) }}</template
      >{{ say.andItRestsOnTheClearance }}
    </p>
    <p v-if="problem" class="mt-3 text-rust">{{ say.whatItWouldUndoIsNotKnown(problem.message) }}</p>
    <p v-else-if="!facts" class="mt-3 text-soft">{{ say.lookingWhatItWouldUndo }}</p>
    <ul v-else class="mt-3 list-disc space-y-1 pl-5" aria-live="polite">
      <li v-for="reason in facts.reasons" :key="reason.code" class="text-rust">{{ reason.detail }}</li>
      <li v-if="facts.size">
        {{ say.itChangesBlocks(common.countedBlocks(facts.size.blocks))
        }}<template v-if="facts.fields.length">
          {{ say.andFields(facts.fields.map((name) => FIELDS[name]?.label ?? name).join(', ')) }}</template
        >
        {{ say.back }}
      </li>
      <li v-if="facts.address && facts.address.from !== facts.address.to">
        {{ say.theAddressBecomes }} <span class="font-mono text-[0.93em]">{{ facts.address.to }}</span>;
        <span class="font-mono text-[0.93em]">{{ facts.address.from }}</span> {{ say.leadsThere }}
      </li>
      <li v-if="facts.fields.some((name) => MENU_FIELDS.includes(name))">{{ say.menusAndBreadcrumbsThatShowItChange }}</li>
      <li v-if="links.length">
        {{
          say.linkHereAndGoOnLeadingHere(
            say.countedPages(links.length),
            links
              .map((entry) => entry.title)
              .slice(0, 4)
              .join(', '),
            links.length > 4 ? ' …' : '',
          )
        }}
      </li>
      <li v-if="facts.drafts.length">{{ say.openDraftsWillBeBehind(facts.drafts.map((draft) => `“${draft.name}”`).join(', ')) }}</li>
    </ul>
    <template #actions
      ><button class="button" @click="$emit('close')">{{ common.cancel }}</button
      ><button class="button-main" :disabled="(!facts && !problem) || busy" @click="go">{{ say.rollBack }}</button></template
    >
  </PlainDialog>
</template>
