<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Plus } from 'lucide-vue-next'
import { LABEL_TYPES, type LabelType } from '~~/core/kinds/label'
import { inTree } from '~~/core/labels/tree'
import type { LabelView } from '~~/server/services/listing/labels'
import LabelDialog from '~/components/content/LabelDialog.vue'
import LabelRow from '~/components/content/LabelRow.vue'
import MergeDialog from '~/components/content/MergeDialog.vue'
import { LABEL_WORDS } from '~/components/content/labelWords'
import LoadState from '~/components/frame/LoadState.vue'
import PlaceStrip from '~/components/frame/PlaceStrip.vue'
import { api } from '~/composables/api'
import { lazily } from '~/composables/lazily'
import { useLoad } from '~/composables/load'
import { useNotices } from '~/stores/notices'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/labels'

const BatchDialog = lazily(() => import('~/components/content/BatchDialog.vue'))
const site = useSite()
const notices = useNotices()
const { value, problem, loading, load } = useLoad(() => '/labels')
await load()
useHead({ title: say.labelsYieldgate })
watch(() => site.news, useDebounceFn(load, 500))
const words = ref('')
const unused = ref(false)
const all = computed(() => value.value?.labels ?? [])
const titles = computed(() => new Map(all.value.map(({ id, title }) => [id, title])))
const shown = computed(() => {
  const typed = words.value.trim().toLowerCase()
  return all.value.filter((label) => (!unused.value || !label.items) && label.title.toLowerCase().includes(typed))
})
const groups = computed(() =>
  LABEL_TYPES.map((type) => ({ type, labels: shown.value.filter((label) => label.type === type) }))
    .map((group) => ({ ...group, labels: group.type === 'category' ? inTree(group.labels) : group.labels }))
    .filter(({ labels }) => labels.length),
)
const changing = shallowRef<LabelView | null>(null)
const merging = shallowRef<LabelView | null>(null)
const batch = shallowRef<{ id: string; count: number } | null>(null)

async function change(label: LabelView, body: object) {
  changing.value = null
  try {
    const { said } = await api('PATCH', `/labels/${label.id}`, { body })
    notices.done(say.titleChangedSaid(label.title, said))
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
async function merge(label: LabelView, into: string) {
  merging.value = null
  try {
    const begun = await api('POST', `/labels/${label.id}/merge`, { body: { into } })
    batch.value = { id: begun.batch, count: begun.total }
  } catch (error) {
    notices.trouble(error)
  }
}
const making = ref(false)
const title = ref('')
const type = ref<LabelType>('tag')
const section = ref('')
const writable = computed(() => site.sections.filter(({ may }) => may.write))
async function make() {
  try {
    await api('POST', '/items', {
      body: {
        kind: 'label',
        section: section.value || writable.value[0]!.id,
        title: title.value.trim(),
        content: { fields: { labelType: type.value } },
        sent: true,
      },
    })
    notices.done(say.isMadeButNotLive(title.value.trim()))
    making.value = false
    title.value = ''
  } catch (error) {
    notices.trouble(error)
  }
  await load()
}
</script>

<template>
  <div>
    <PlaceStrip :name="common.labels">
      <NuxtLink to="/office/content" class="link">{{ say.content }}</NuxtLink>
      <input v-model="words" class="input !w-64" type="search" :placeholder="say.wordsOfALabel" :aria-label="say.wordsOfALabel" />
      <label class="flex items-center gap-2"><input v-model="unused" type="checkbox" class="size-4" />{{ say.onlyUnused }}</label>
      <template #action
        ><button class="button-main" :disabled="!writable.length" @click="making = !making">
          <Plus class="size-4" aria-hidden="true" />{{ say.makeALabel }}
        </button></template
      >
    </PlaceStrip>
    <form v-if="making" class="flex flex-wrap items-end gap-3 border-b border-line bg-sheet px-5 py-3" @submit.prevent="make">
      <div class="w-72">
        <label class="label" for="make-title">{{ common.name }}</label><input
          id="make-title"
          v-model="title"
          class="input"
          maxlength="200"
          required
          autocomplete="off"
        />
      </div>
      <div>
        <label class="label" for="make-type">{{ say.sort }}</label><select id="make-type" v-model="type" class="input">
          <option v-for="one in LABEL_TYPES" :key="one" :value="one">{{ LABEL_WORDS[one].one }}</option>
        </select>
      </div>
      <div>
        <label class="label" for="make-section">{{ common.section }}</label><select id="make-section" v-model="section" class="input">
          <option v-for="one in writable" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
      </div>
      <button class="button" :disabled="!title.trim()">{{ say.make }}</button><button
        type="button"
        class="button-quiet"
        @click="making = false"
      >
        {{ common.cancel }}
      </button>
    </form>
    <LoadState v-if="!value || problem" :problem="problem" :loading="loading" @retry="load" />
    <template v-else>
      <p v-if="!groups.length" class="p-5 text-soft">
        {{ all.length ? say.noLabelIsLikeThis : say.thereAreNoLabelsYet }}
      </p>
      <section v-for="group in groups" :key="group.type" class="mb-6">
        <h2 class="flex items-baseline gap-3 px-5 pt-4 pb-2 text-lead font-bold">
          {{ LABEL_WORDS[group.type].many }}<span class="hint font-normal">{{ LABEL_WORDS[group.type].help }}</span>
        </h2>
        <div class="overflow-x-auto">
          <table class="w-full min-w-[62rem] table-fixed border-collapse border-t border-line">
            <colgroup>
              <col class="w-[26%]" />
              <col class="w-32" />
              <col class="w-32" />
              <col class="w-24" />
              <col class="w-24" />
              <col />
              <col class="w-60" />
            </colgroup>
            <thead>
              <tr class="h-8 border-b border-line text-left text-body text-soft">
                <th scope="col" class="pl-5 font-semibold">{{ common.name }}</th>
                <th scope="col" class="px-3 font-semibold">{{ common.onSite }}</th>
                <th scope="col" class="px-3 font-semibold">{{ common.draft }}</th>
                <th scope="col" class="px-3 text-right font-semibold">{{ say.items }}</th>
                <th scope="col" class="px-3 text-right font-semibold">{{ common.live }}</th>
                <th scope="col" class="px-3 font-semibold">{{ say.description }}</th>
                <th scope="col" class="pr-5">
                  <span class="sr-only">{{ say.whatCanBeDone }}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              <LabelRow
                v-for="label in group.labels"
                :key="label.id"
                :label="label"
                :replacement="label.replacedBy === null ? undefined : titles.get(label.replacedBy)"
                @rename="change(label, { title: $event })"
                @change="changing = label"
                @merge="merging = label"
              />
            </tbody>
          </table>
        </div>
      </section>
    </template>
    <LabelDialog v-if="changing" :label="changing" :all="all" @close="changing = null" @change="change(changing, $event)" />
    <MergeDialog v-if="merging" :label="merging" :all="all" @close="merging = null" @into="merge(merging, $event)" />
    <BatchDialog
      v-if="batch"
      what="merge"
      :targets="{ items: [] }"
      :count="batch.count"
      :begun="batch.id"
      @close="batch = null"
      @done="load"
    />
  </div>
</template>
