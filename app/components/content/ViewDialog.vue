<script setup lang="ts">
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import type { SavedView } from '~~/server/services/listing/savedViews'
import PlainDialog from '~/components/form/PlainDialog.vue'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import { useSession } from '~/stores/session'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/content'

/** Keeps a list under a name, or changes one that is kept: its name, its group, and what it shows now. */
const props = defineProps<{ view: SavedView | null; q: string; sort: string; columns: string[] }>()
const emit = defineEmits<{ close: []; kept: [] }>()
const notices = useNotices()
const session = useSession()
const name = ref(props.view?.name ?? '')
const group = ref(props.view?.group?.id ?? '')
const withColumns = ref(props.view ? props.view.columns !== null : false)
const groups = shallowRef<{ id: string; name: string }[]>([])
const {
  run: loadGroups,
  problem,
  again,
} = useAttempt(async () => {
  const all = await api('GET', '/groups')
  groups.value = all.filter(({ members }) => members.includes(session.person!.id))
})
onMounted(loadGroups)
const busy = ref(false)
async function keep() {
  busy.value = true
  const body = {
    name: name.value.trim(),
    q: props.q,
    sort: props.sort,
    columns: withColumns.value ? props.columns : null,
    group: group.value || null,
  }
  try {
    if (props.view) await api('PUT', `/views/${props.view.id}`, { body })
    else await api('POST', '/views', { body })
    notices.done(say.nameIsKept(body.name))
    emit('kept')
  } catch (error) {
    notices.trouble(error)
    busy.value = false
  }
}
</script>

<template>
  <PlainDialog :open="true" :title="view ? say.changeName(view.name) : say.keepThisView" @close="emit('close')">
    <form id="view" class="space-y-4" @submit.prevent="keep">
      <div>
        <label class="label" for="view-name">{{ common.name }}</label><input
          id="view-name"
          v-model="name"
          class="input"
          required
          maxlength="60"
          autocomplete="off"
        />
        <p class="hint mt-1">
          {{ say.itAsksFor }} <span class="font-mono text-[0.93em]">{{ q || say.everything }}</span>
        </p>
      </div>
      <div>
        <label class="label" for="view-group">{{ say.sharedWith }}</label>
        <select id="view-group" v-model="group" class="input">
          <option value="">{{ say.nobodyItIsMine }}</option>
          <option v-for="entry in groups" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
        </select>
        <NotLoaded :what="say.yourGroups" :problem="problem" @again="again" />
      </div>
      <label class="flex items-center gap-2"
        ><input v-model="withColumns" type="checkbox" class="size-4" />{{ say.withTheColumnsAsTheyAreNow }}</label
      >
    </form>
    <template #actions>
      <button class="button" type="button" @click="emit('close')">{{ common.cancel }}</button>
      <button class="button-main" type="submit" form="view" :disabled="busy || !name.trim()">{{ say.keep }}</button>
    </template>
  </PlainDialog>
</template>
