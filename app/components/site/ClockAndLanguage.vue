<script setup lang="ts">
import ClockDialog from './ClockDialog.vue'
import LanguageDialog from './LanguageDialog.vue'
import { languageName } from '~~/core/words/languages'
import { whyNot } from '~/composables/commands'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/site'

/** Which clock the site goes by and which language its own words are in; those who may, change them. */
const site = useSite()
const editing = ref<'clock' | 'language' | null>(null)
const why = computed(() => whyNot(site.site?.may['section.change']))
const rows = computed(() => [
  { of: 'clock' as const, term: say.timeZone, value: site.zone.replaceAll('_', ' '), change: say.changeTheTimeZone },
  { of: 'language' as const, term: say.language, value: languageName(site.language), change: say.changeTheLanguage },
])
</script>

<template>
  <section aria-labelledby="clock">
    <h2 id="clock" class="border-b border-line pb-2 font-semibold">{{ say.clockAndLanguage }}</h2>
    <dl>
      <div v-for="row in rows" :key="row.of" class="flex h-9 items-center gap-3 border-b border-line">
        <dt class="w-24 text-soft">{{ row.term }}</dt>
        <dd class="font-medium">{{ row.value }}</dd>
        <dd class="ml-auto">
          <button class="button-quiet" :disabled="!!why" :title="why" :aria-label="row.change" @click="editing = row.of">
            {{ common.change }}
          </button>
        </dd>
      </div>
    </dl>
    <ClockDialog v-if="editing === 'clock'" @close="editing = null" />
    <LanguageDialog v-if="editing === 'language'" @close="editing = null" />
  </section>
</template>
