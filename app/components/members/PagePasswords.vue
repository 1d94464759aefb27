<script setup lang="ts">
import { dateIn } from '~~/core/time/date'
import { dateWords } from '~~/core/time/words'
import NamedDialog from './NamedDialog.vue'
import { useAct } from '~/composables/act'
import { api } from '~/composables/api'
import { useReadersAccess } from '~/composables/readersAccess'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/members'

/** The passwords that open pages to whoever has them. */
const props = defineProps<{ making: boolean; mayChange: boolean }>()
const emit = defineEmits<{ made: [] }>()
const site = useSite()
const { known, load } = useReadersAccess()
const changing = shallowRef<{ id: string; name: string } | null>(null)
const open = computed(() => props.making || changing.value !== null)
function close() {
  changing.value = null
  emit('made')
}
const { act, busy } = useAct(() => (close(), load()))
const save = (name: string, password: string) => {
  const id = changing.value?.id
  return id === undefined
    ? act(() => api('POST', '/page-passwords', { body: { name, password } }), say.passwordMade(name))
    : act(() => api('PATCH', `/page-passwords/${id}`, { body: { name, ...(password ? { password } : {}) } }), say.passwordChanged(name))
}
const remove = ({ id, name }: { id: string; name: string }) => act(() => api('DELETE', `/page-passwords/${id}`), say.passwordRemoved(name))
</script>

<template>
  <div class="px-5 py-5">
    <p class="mb-3 text-soft">{{ say.passwordsAreFor }}</p>
    <ul
      v-if="known?.passwords.length"
      class="divide-y divide-line rounded-md border border-line bg-sheet"
      :aria-label="say.views.passwords"
    >
      <li v-for="one in known.passwords" :key="one.id" class="flex items-baseline gap-4 px-4 py-2">
        <span class="min-w-0 flex-1 font-medium">{{ one.name }}</span>
        <span class="text-soft">{{ say.changedOn(dateWords(dateIn(one.changedAt, site.zone))) }}</span>
        <button v-if="mayChange" class="button-quiet" :aria-label="say.passwordNamed(one.name)" @click="changing = one">
          {{ common.change }}
        </button>
      </li>
    </ul>
    <NamedDialog
      v-if="open"
      :title="changing ? say.passwordNamed(changing.name) : say.makeAPassword"
      of="password"
      :named="changing?.name ?? null"
      :busy="busy"
      @close="close"
      @save="save"
      @remove="changing && remove(changing)"
    />
  </div>
</template>
