<script setup lang="ts">
import LanguageChoice from '~/components/form/LanguageChoice.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import { languageName } from '~~/core/words/languages'
import { SITE_LANGUAGES } from '~~/core/words/site/siteWords'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/site'

/** Changes the language of the site’s own words. */
const emit = defineEmits<{ close: [] }>()
const site = useSite()
const notices = useNotices()
const language = ref(site.language)
async function save() {
  try {
    await api('PUT', '/site/language', { body: { language: language.value } })
    notices.done(say.theSitesLanguageIs(languageName(language.value)))
    await site.refresh()
    emit('close')
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <PlainDialog open :title="say.changeTheLanguage" @close="emit('close')">
    <form id="language-form" @submit.prevent="save">
      <LanguageChoice v-model="language" :label="say.language" />
      <p class="hint mt-2">{{ say.itsOwnWordsAreThereIn(SITE_LANGUAGES.map(({ name }) => name).join(', ')) }}</p>
      <p class="hint mt-2">{{ say.eachItemKeepsItsLanguage }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="language-form" :disabled="language === site.language">{{ common.save }}</button></template
    >
  </PlainDialog>
</template>
