<script setup lang="ts">
import NamedDialog from './NamedDialog.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useReadersAccess } from '~/composables/readersAccess'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/members'

/** The groups of members. */
const props = defineProps<{ making: boolean; mayChange: boolean }>()
const emit = defineEmits<{ made: [] }>()
const { known, load } = useReadersAccess()
const changing = shallowRef<{ id: string; name: string } | null>(null)
const open = computed(() => props.making || changing.value !== null)
function close() {
  changing.value = null
  emit('made')
}
const { act, busy } = useAct(() => (close(), load()))
const save = (name: string) => {
  const id = changing.value?.id
  return id === undefined
    ? act(() => api('POST', '/member-groups', { body: { name } }), say.groupMade(name))
    : act(() => api('PATCH', `/member-groups/${id}`, { body: { name } }), say.groupRenamed)
}
const remove = ({ id, name }: { id: string; name: string }) => act(() => api('DELETE', `/member-groups/${id}`), say.groupRemoved(name))
</script>

<template>
  <div class="px-5 py-5">
    <p class="mb-3 text-soft">{{ say.groupsAreFor }}</p>
    <ul v-if="known?.groups.length" class="divide-y divide-line rounded-md border border-line bg-sheet" :aria-label="say.groups">
      <li v-for="group in known.groups" :key="group.id" class="flex items-baseline gap-4 px-4 py-2">
        <span class="min-w-0 flex-1 font-medium">{{ group.name }}</span>
        <span class="text-soft">{{ say.countedMembers(group.members) }}</span>
        <button v-if="mayChange" class="button-quiet" :aria-label="say.groupNamed(group.name)" @click="changing = group">
          {{ common.change }}
        </button>
      </li>
    </ul>
    <p v-else-if="known" class="text-soft">{{ say.noGroupYet }}</p>
    <NamedDialog
      v-if="open"
      :title="changing ? say.groupNamed(changing.name) : say.makeAGroup"
      of="group"
      :named="changing?.name ?? null"
      :busy="busy"
      @close="close"
      @save="save"
      @remove="changing && remove(changing)"
    />
  </div>
</template>
