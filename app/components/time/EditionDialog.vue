<script setup lang="ts">
import { shortIn } from '~~/core/time/words'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/time'

/** Puts what is at hand into one of the editions that are being built, or into a new one. */
const props = defineProps<{ run: (edition: string, withdraw: boolean) => Promise<unknown> }>()
defineEmits<{ close: [] }>()
const site = useSite()
const notices = useNotices()
const { value: editions, load } = useLoad(() => '/editions')
onMounted(load)
const open = computed(() => (editions.value ?? []).filter(({ state }) => state === 'open' || state === 'held'))
const chosen = ref('')
const name = ref('')
const busy = ref(false)
watch(open, (list) => (chosen.value ||= list[0]?.id ?? 'new'))
async function go() {
  busy.value = true
  try {
    if (chosen.value === 'new') {
      const { edition } = await api('POST', '/editions', { body: { name: name.value.trim() } })
      // Another try, after a refusal, goes into this one.
      chosen.value = edition
      await load()
    }
    await props.run(chosen.value, false)
  } catch (error) {
    notices.trouble(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="say.putIntoAnEdition" @close="$emit('close')">
    <form id="into-edition" class="space-y-1" @submit.prevent="go">
      <label v-for="edition in open" :key="edition.id" class="flex items-baseline gap-2 py-0.5">
        <input v-model="chosen" type="radio" name="edition" :value="edition.id" /><span class="font-medium">{{ edition.name }}</span
        ><span class="text-soft"
          >{{ edition.at ? shortIn(edition.at, site.zone, site.now) : common.noMomentYet }},
          {{ common.countedChanges(edition.entries) }}</span
        >
      </label>
      <label class="flex items-baseline gap-2 py-0.5"
        ><input v-model="chosen" type="radio" name="edition" value="new" />{{ say.aNewOne }}</label
      >
      <input v-if="chosen === 'new'" v-model="name" class="input" :aria-label="say.nameOfTheNewEdition" maxlength="120" required />
    </form>
    <template #actions
      ><button class="button" @click="$emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="into-edition" :disabled="busy || !chosen || (chosen === 'new' && !name.trim())">
        {{ say.putItIn }}
      </button></template
    >
  </PlainDialog>
</template>
