<script setup lang="ts">
import { REDIRECT_CODES, type RedirectCode } from '~~/core/address/redirects'
import DateField from '~/components/form/DateField.vue'
import LinkTarget from '~/components/form/LinkTarget.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import type { RedirectOfRow } from './addressTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/addresses'

/** Redirects an address, or changes where one leads. */
const props = defineProps<{ redirect: RedirectOfRow | null; start: string }>()
const emit = defineEmits<{ close: []; done: [] }>()
const from = ref(props.redirect?.from ?? props.start)
const to = ref(props.redirect?.to ?? '')
const code = ref<RedirectCode>(props.redirect?.code ?? 301)
const note = ref(props.redirect?.note ?? '')
const until = ref(props.redirect?.until ?? '')
const { act, busy } = useAct(() => emit('done'))
const save = () => {
  const body = {
    from: from.value,
    to: code.value === 410 ? null : to.value,
    code: code.value,
    note: note.value,
    until: until.value || null,
  }
  const { redirect } = props
  return act(
    () =>
      redirect ? api('PUT', `/redirects/${redirect.id}`, { body: { ...body, seen: redirect.mark } }) : api('POST', '/redirects', { body }),
    redirect ? say.redirectChanged : say.redirectMade(from.value),
  )
}
</script>

<template>
  <PlainDialog :open="true" :title="redirect ? say.changeTheRedirect : say.redirectAnAddress" @close="emit('close')">
    <form id="redirect" class="space-y-3" @submit.prevent="save">
      <div>
        <label class="label" for="redirect-from">{{ say.from }}</label>
        <input id="redirect-from" v-model="from" class="input w-full font-mono" required maxlength="2000" :placeholder="say.forExample" />
        <p class="hint mt-1">{{ say.anAddressOnThisSite }}</p>
      </div>
      <div>
        <label class="label" for="redirect-code">{{ say.whatReadersAreTold }}</label>
        <select id="redirect-code" v-model.number="code" class="input w-full">
          <option v-for="each in REDIRECT_CODES" :key="each" :value="each">{{ say.codeInWords(say.codeWords[each], each) }}</option>
        </select>
      </div>
      <div v-if="code !== 410">
        <LinkTarget v-model="to" :label="say.leadsTo" :placeholder="say.anItemOrAnAddress" />
        <p class="hint mt-1">{{ say.anItemKeepsItsAddress }}</p>
      </div>
      <div>
        <label class="label" for="redirect-note">{{ say.whatItIsFor }}</label>
        <input id="redirect-note" v-model="note" class="input w-full" maxlength="200" :placeholder="say.onThePosters" />
      </div>
      <div>
        <label class="label" for="redirect-until">{{ say.untilWhen }}</label>
        <DateField id="redirect-until" v-model="until" />
        <p class="hint mt-1">{{ say.emptyIsForGood }}</p>
      </div>
      <p class="hint">{{ say.atOnceForReaders }}</p>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="redirect" :disabled="busy">{{ redirect ? common.save : say.redirectAnAddress }}</button></template
    >
  </PlainDialog>
</template>
