<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import TimeField from '~/components/form/TimeField.vue'
import PersonChoice from '~/components/form/PersonChoice.vue'
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import type { Action } from '~~/core/batch/action'
import { KINDS, MAY_BECOME, type Kind } from '~~/core/kinds/kinds'
import LabelPicks from './LabelPicks.vue'
import type { BatchWhat } from './batchWords'
import { api } from '~/composables/api'
import { usePeople } from '~/composables/people'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/batches'

/** What an action needs to be said beside the items: which labels, which section, whose, when. */
const props = defineProps<{ what: BatchWhat }>()
const model = defineModel<Action | null>({ required: true })
const site = useSite()
const people = usePeople()
const add = ref<string[]>([])
const remove = ref<string[]>([])
const section = ref('')
const kind = ref<Kind>('page')
const owner = ref('')
const note = ref('')
const date = ref('')
const time = ref('08:00')
const edition = ref('')
const editions = shallowRef<{ id: string; name: string; state: string }[]>([])
const {
  run: loadEditions,
  problem,
  again,
} = useAttempt(async () => {
  const all = await api('GET', '/editions')
  editions.value = all.filter(({ state }) => state === 'open' || state === 'held')
})
onMounted(() => props.what === 'gather' && loadEditions())
function action(): Action | null {
  switch (props.what) {
    case 'label':
      return add.value.length || remove.value.length ? { do: 'label', add: add.value, remove: remove.value } : null
    case 'move':
      return section.value ? { do: 'move', section: section.value } : null
    case 'become':
      return { do: 'become', kind: kind.value }
    case 'hand':
      return { do: 'note', name: 'owner', to: owner.value || null }
    case 'send':
      return { do: 'send', note: note.value }
    case 'schedule':
      return date.value && time.value ? { do: 'schedule', date: date.value, time: time.value, zone: site.zone } : null
    case 'gather':
      return edition.value ? { do: 'gather', edition: edition.value } : null
    case 'put-live':
    case 'withdraw':
    case 'bin':
    case 'restore':
    case 'duplicate':
      return { do: props.what }
    default:
      return null
  }
}
watchEffect(() => (model.value = action()))
</script>

<template>
  <div class="space-y-3">
    <template v-if="what === 'label'">
      <LabelPicks v-model="add" :label="say.putOn" />
      <LabelPicks v-model="remove" :label="say.takeOff" />
    </template>
    <div v-else-if="what === 'move'">
      <label class="label" for="batch-section">{{ say.toWhichSection }}</label>
      <select id="batch-section" v-model="section" class="input">
        <option v-for="entry in site.sections" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
      </select>
    </div>
    <fieldset v-else-if="what === 'become'">
      <legend class="label">{{ say.whatTheyBecome }}</legend>
      <label v-for="each in Object.keys(MAY_BECOME)" :key="each" class="mr-4 inline-flex items-center gap-2"
        ><input v-model="kind" type="radio" name="batch-kind" :value="each" />{{ KINDS[each as Kind].many }}</label
      >
      <p class="hint mt-1">{{ say.historyLinksAndLabelsStay }}</p>
    </fieldset>
    <div v-else-if="what === 'hand'">
      <PersonChoice v-model="owner" :label="say.toWhom" none="nobody" :people="people" />
    </div>
    <div v-else-if="what === 'send'">
      <label class="label" for="batch-note">{{ say.aWordToThoseWhoWaitThere }}</label>
      <textarea id="batch-note" v-model="note" class="input-area" rows="2" maxlength="2000" />
    </div>
    <div v-else-if="what === 'schedule'" class="flex gap-3">
      <div>
        <label class="label" for="batch-date">{{ say.day }}</label><DateField id="batch-date" v-model="date" @time="time = $event" />
      </div>
      <div>
        <label class="label" for="batch-time">{{ say.timeInZone(site.zone) }}</label><TimeField id="batch-time" v-model="time" />
      </div>
    </div>
    <div v-else-if="what === 'gather'">
      <label class="label" for="batch-edition">{{ say.whichEdition }}</label>
      <select id="batch-edition" v-model="edition" class="input">
        <option v-for="entry in editions" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
      </select>
      <NotLoaded :what="say.theEditions" :problem="problem" @again="again" />
      <p v-if="!editions.length && !problem" class="hint mt-1">{{ say.thereIsNoOpenEdition }}</p>
    </div>
  </div>
</template>
