<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { useReadersAccess } from '~/composables/readersAccess'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/members'

/** Invites a member, or changes one: their groups, whether they may sign in. */
const props = defineProps<{ member: Got<`/members?${string}`>['members'][number] | null }>()
const emit = defineEmits<{ close: []; done: [handed: { name: string; link: string } | null] }>()
const site = useSite()
const { known } = useReadersAccess()
const name = ref(props.member?.name ?? '')
const email = ref('')
/** The chosen groups, each with the last day in it; empty for good. */
const groups = ref(new Map((props.member?.groups ?? []).map(({ group, until }) => [group, until ?? ''])))
function toggle(id: string, on: boolean) {
  const next = new Map(groups.value)
  if (on) next.set(id, '')
  else next.delete(id)
  groups.value = next
}
const removing = ref(false)
let link: string | null = null
const { act, busy } = useAct(() => emit('done', link ? { name: name.value, link } : null))
const inGroups = () => [...groups.value].map(([group, until]) => ({ group, until: until || null }))
function save() {
  const { member } = props
  if (member) return act(() => api('PATCH', `/members/${member.id}`, { body: { groups: inGroups() } }), say.memberChanged(member.name))
  return act(async () => {
    ;({ link } = await api('POST', '/members', { body: { name: name.value.trim(), email: email.value.trim(), groups: inGroups() } }))
  }, say.invited(name.value))
}
const again = (id: string) => act(async () => ({ link } = await api('POST', `/members/${id}/invite`)), say.invited(name.value))
const set = (id: string, state: 'active' | 'resting') =>
  act(
    () => api('PATCH', `/members/${id}`, { body: { state } }),
    state === 'resting' ? say.isShutOut(name.value) : say.isLetIn(name.value),
    () => api('PATCH', `/members/${id}`, { body: { state: state === 'resting' ? 'active' : 'resting' } }),
  )
const remove = (id: string) => act(() => api('DELETE', `/members/${id}`), say.memberRemoved(name.value))
</script>

<template>
  <PlainDialog v-if="removing && member" :open="true" :title="say.removeMember(member.name)" @close="removing = false">
    <p>{{ say.goesForGood }}</p>
    <template #actions
      ><button class="button" @click="removing = false">{{ common.cancel }}</button
      ><button class="button-main" :disabled="busy" @click="remove(member.id)">{{ say.remove }}</button></template
    >
  </PlainDialog>
  <PlainDialog v-else :open="true" :title="member ? say.memberNamed(member.name) : say.inviteAMember" @close="emit('close')">
    <form id="member" class="space-y-4" @submit.prevent="save">
      <template v-if="!member">
        <div>
          <label class="label" for="member-name">{{ common.name }}</label>
          <input id="member-name" v-model="name" class="input" required maxlength="120" />
        </div>
        <div>
          <label class="label" for="member-email">{{ say.mailAddress }}</label>
          <input id="member-email" v-model="email" class="input" type="email" required maxlength="254" aria-describedby="member-hint" />
          <p id="member-hint" class="hint mt-1">{{ site.site?.mailIsCaught ? say.noMailServer : say.theyGetALink }}</p>
        </div>
      </template>
      <p v-else class="break-all text-soft">{{ member.email }}</p>
      <fieldset>
        <legend class="label">{{ say.groups }}</legend>
        <p v-if="!known?.groups.length" class="hint">{{ say.noGroupYet }}</p>
        <div v-for="group in known?.groups" :key="group.id" class="flex min-h-9 flex-wrap items-center gap-x-3">
          <label class="flex min-w-0 flex-1 items-center gap-2"
            ><input
              type="checkbox"
              :checked="groups.has(group.id)"
              @change="toggle(group.id, ($event.target as HTMLInputElement).checked)"
            />{{ group.name }}</label
          >
          <span v-if="groups.has(group.id)" class="w-44"
            ><DateField
              :model-value="groups.get(group.id)!"
              :aria-label="say.lastDayIn(group.name)"
              @update:model-value="groups.set(group.id, $event)"
          /></span>
        </div>
        <p v-if="groups.size" class="hint mt-1">{{ say.emptyIsForGood }}</p>
      </fieldset>
      <div v-if="member" class="flex flex-wrap gap-2 border-t border-line pt-3">
        <button v-if="member.state === 'waiting'" type="button" class="button" :disabled="busy" @click="again(member.id)">
          {{ say.inviteAgain }}
        </button>
        <button v-if="member.state === 'active'" type="button" class="button" :disabled="busy" @click="set(member.id, 'resting')">
          {{ say.shutOut }}
        </button>
        <button v-if="member.state === 'resting'" type="button" class="button" :disabled="busy" @click="set(member.id, 'active')">
          {{ say.letIn }}
        </button>
        <button type="button" class="button !text-rust" @click="removing = true">{{ say.remove }}</button>
      </div>
    </form>
    <template #actions
      ><button class="button" @click="emit('close')">{{ common.cancel }}</button
      ><button class="button-main" form="member" :disabled="busy">{{ member ? common.save : say.invite }}</button></template
    >
  </PlainDialog>
</template>
