<script setup lang="ts">
import DateField from '~/components/form/DateField.vue'
import PersonChoice from '~/components/form/PersonChoice.vue'
import { useAttempt } from '~/composables/attempt'
import NotLoaded from '~/components/frame/NotLoaded.vue'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import type { Action } from '~~/core/batch/action'
import { fullIn } from '~~/core/time/words'
import { KINDS, MAY_BECOME } from '~~/core/kinds/kinds'
import { api } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'
import { whyNot } from '~/composables/commands'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/itemPanels'

/** Facts for the office alone: saved at once, without version or gate. */
const props = defineProps<{ page: ItemPage }>()
const emit = defineEmits<{ changed: [] }>()
const site = useSite()
const notices = useNotices()
const form = reactive({ ...props.page.office })
const people = ref<Got<'/people'>>([])
const owner = computed({
  get: () => form.owner ?? '',
  set(id) {
    form.owner = id || null
    void save({ owner: form.owner })
  },
})
const locked = computed(() => props.page.may['item.write'] !== null)
const zone = computed(() => site.zone)
const section = ref(props.page.section.id)
const whyNotMove = computed(
  () => whyNot(props.page.may['item.move']) ?? (props.page.onSite === 'live' ? whyNot(props.page.may['item.put-live']) : undefined),
)
const other = computed(() => MAY_BECOME[props.page.kind])
/** Files it otherwise: at once, or its gates are asked where its route has some for that. */
async function refile(action: Action) {
  try {
    const { said, undo } = await api('POST', '/acts', { body: { target: { item: props.page.id, draft: null }, action } })
    notices.done(said, undo ? { label: common.undo, run: () => refile(undo) } : undefined)
  } catch (error) {
    notices.trouble(error)
    section.value = props.page.section.id
  }
  emit('changed')
}
const {
  run: loadPeople,
  problem: noPeople,
  again,
} = useAttempt(async () => {
  people.value = await api('GET', '/people')
})
onMounted(loadPeople)
async function save(change: Record<string, unknown>) {
  try {
    await api('PATCH', `/items/${props.page.id}/office`, { body: change })
    emit('changed')
  } catch (error) {
    notices.trouble(error)
  }
}
</script>

<template>
  <div class="grid gap-4 sm:grid-cols-2">
    <div>
      <label class="label" for="internal-name">{{ say.internalName }}</label><input
        id="internal-name"
        v-model="form.internalName"
        class="input"
        :disabled="locked"
        maxlength="200"
        @change="save({ internalName: form.internalName })"
      />
      <p class="hint mt-1">{{ say.onlyColleaguesSeeItInLists }}</p>
    </div>
    <div>
      <PersonChoice v-model="owner" :label="say.owner" :none="say.nobody" :people="people" :disabled="locked" />
      <NotLoaded :what="say.thePeople" :problem="noPeople" @again="again" />
    </div>
    <div>
      <label class="label" for="review-by">{{ say.lookAtItAgainBy }}</label><DateField
        id="review-by"
        :model-value="form.reviewBy ?? ''"
        :disabled="locked"
        @take="$event !== (form.reviewBy ?? '') && ((form.reviewBy = $event || null), save({ reviewBy: form.reviewBy }))"
      />
    </div>
    <div>
      <label class="label" for="section-of">{{ common.section }}</label>
      <select
        id="section-of"
        v-model="section"
        class="input"
        :disabled="!!whyNotMove"
        aria-describedby="section-why"
        @change="refile({ do: 'move', section })"
      >
        <option v-for="entry in site.sections" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
      </select>
      <p id="section-why" class="hint mt-1">
        {{ whyNotMove ?? (page.onSite === 'live' ? say.readersSeeItThereAtOnce : say.rightsAndRoutesFollowTheSection) }}
      </p>
    </div>
    <div class="sm:row-span-2">
      <label class="label" for="notes">{{ say.notesForTheOffice }}</label><textarea
        id="notes"
        v-model="form.notes"
        class="input-area"
        rows="5"
        :disabled="locked"
        @change="save({ notes: form.notes })"
      />
    </div>
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-body">
      <dt class="text-soft">{{ say.kind }}</dt>
      <dd>
        {{ KINDS[page.kind].one
        }}<template v-if="other && !whyNotMove"
          >,
          <button
            class="link"
            :title="say.itsHistoryLinksAndLabelsStay(page.live?.path ? say.andItsAddressRedirects : '')"
            @click="refile({ do: 'become', kind: other })"
          >
            {{ say.makeItA(KINDS[other].one.toLowerCase()) }}
          </button></template
        >
      </dd>
      <dt class="text-soft">{{ say.begun }}</dt>
      <dd>{{ fullIn(page.createdAt, zone) }}, {{ page.createdBy }}</dd>
      <dt class="text-soft">{{ say.lastChange }}</dt>
      <dd>{{ fullIn(page.changedAt, zone) }}</dd>
      <dt class="text-soft">{{ say.liveAt }}</dt>
      <dd>
        <a v-if="page.live?.path" class="link font-mono text-[0.93em]" :href="page.live.path" target="_blank">{{
          page.live.path
        }}</a><template v-else>{{ say.nowhereWithin }}</template>
      </dd>
      <dt class="text-soft">{{ say.id }}</dt>
      <dd class="font-mono text-[0.86em] break-all">{{ page.id }}</dd>
    </dl>
  </div>
</template>
