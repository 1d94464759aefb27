<script setup lang="ts">
import type { Access } from '~~/core/members/access'
import GroupChoices from './GroupChoices.vue'
import { useReadersAccess } from '~/composables/readersAccess'
import * as say from '~~/core/words/office/members'

/** Who may read an item. What is chosen counts once it is whole: with a group, or a password. */
const props = defineProps<{ access: Access | null; inTree: boolean; label: string; locked: boolean }>()
const emit = defineEmits<{ change: [access: Access | null] }>()
const { known, load } = useReadersAccess()
onMounted(load)
type Who = Access['who'] | 'above'
const who = ref<Who>('above')
const groups = ref<string[]>([])
const password = ref('')
watch(
  () => props.access,
  (access) => {
    who.value = access?.who ?? (props.inTree ? 'above' : 'everyone')
    groups.value = access?.who === 'groups' ? [...access.groups] : []
    password.value = access?.who === 'password' ? access.password : ''
  },
  { immediate: true },
)
const CHOICES = computed((): [Who, string][] => [
  ...(props.inTree ? [['above', say.asThePageAbove] satisfies [Who, string]] : []),
  ['everyone', say.everyone],
  ['members', say.members],
  ['groups', say.membersOfGroups],
  ['password', say.whoeverHasAPassword],
])
/** The access that is chosen; `undefined` while it is not whole. */
function chosen(): Access | null | undefined {
  switch (who.value) {
    case 'above':
      return null
    case 'everyone':
      return props.inTree ? { who: 'everyone' } : null
    case 'members':
      return { who: 'members' }
    case 'groups':
      return groups.value.length ? { who: 'groups', groups: groups.value } : undefined
    case 'password':
      return password.value ? { who: 'password', password: password.value } : undefined
  }
}
function take() {
  const access = chosen()
  if (access !== undefined && JSON.stringify(access) !== JSON.stringify(props.access)) emit('change', access)
}
function choose(value: Who) {
  who.value = value
  take()
}
function chooseGroups(ids: string[]) {
  groups.value = ids
  take()
}
const id = useId()
</script>

<template>
  <fieldset>
    <legend class="label">{{ label }}</legend>
    <template v-for="[value, word] in CHOICES" :key="value">
      <label class="flex items-center gap-2 py-0.5"
        ><input type="radio" :name="id" :value="value" :checked="who === value" :disabled="locked" @change="choose(value)" />{{
          word
        }}</label
      >
      <GroupChoices
        v-if="value === 'groups' && who === value"
        class="mb-1 ml-6"
        :model-value="groups"
        :disabled="locked"
        @update:model-value="chooseGroups"
      />
      <div v-if="value === 'password' && who === value" class="mt-1 ml-6">
        <p v-if="known && !known.passwords.length" class="hint">{{ say.makePasswordsFirst }}</p>
        <select v-else v-model="password" class="input" :aria-label="say.chooseAPassword" :disabled="locked" @change="take">
          <option value="" disabled>{{ say.chooseAPassword }}</option>
          <option v-for="one in known?.passwords" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
      </div>
    </template>
  </fieldset>
</template>
